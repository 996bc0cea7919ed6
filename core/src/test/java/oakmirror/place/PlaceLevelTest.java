package oakmirror.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.BandSolo;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum;
import org.junit.jupiter.api.Test;

/** How loud tracks come out behind a place. */
class PlaceLevelTest {

    private static final int RATE = 48_000;
    private static final double SECONDS = 3;

    /** Music with lows, music with little of them and a wide side. */
    private static Map<String, Clip> tracks() {
        float[] full = Signals.musicLike(RATE, SECONDS, 0.3, 1);
        float[] low = Signals.white((int) (SECONDS * RATE), 2, 4);
        new BandSolo(45, 140, RATE).process(low, low.clone(), 0, low.length);
        float[] bright = Signals.white((int) (SECONDS * RATE), 0.1, 2);
        float[] left = full.clone();
        float[] right = full.clone();
        for (int i = 0; i < full.length; i++) {
            left[i] += low[i];
            right[i] += low[i];
        }
        float[] wideLeft = full.clone();
        float[] wideRight = full.clone();
        for (int i = 0; i < full.length; i++) {
            wideLeft[i] = 0.3f * wideLeft[i] + bright[i];
            wideRight[i] = 0.3f * wideRight[i] - bright[i];
        }
        return Map.of("low", Clip.stereo(RATE, left, right), "wide", Clip.stereo(RATE, wideLeft, wideRight));
    }

    private static PlaceLevel level(StereoSource source, PlaceSound place) throws IOException {
        return PlaceLevel.of(source, Optional.empty(), place, Progress.NONE);
    }

    private static double lufs(float[] left, float[] right) {
        LoudnessMeter meter = new LoudnessMeter(RATE, oakmirror.audio.ChannelLayout.stereo());
        meter.add(new float[][] {left, right}, left.length);
        return meter.result().integratedLufs();
    }

    @Test
    void tracksOfOneLoudnessAreOfOneLoudnessBehindEachPlaceToo() throws IOException {
        double programme = -20;
        for (String place : List.of("phone", "car", "small-speaker", "ear-buds")) {
            PlaceSound sound = Sounds.of(place, RATE);
            for (Map.Entry<String, Clip> track : tracks().entrySet()) {
                Clip clip = track.getValue();
                PlaceLevel level = level(clip, sound);
                float[] left = new float[(int) clip.frames()];
                float[] right = new float[left.length];
                clip.read(0, left, right, 0, left.length);
                float gain = (float) Decibels.toAmplitude(programme - lufs(left, right) + level.gainDb());
                for (int i = 0; i < left.length; i++) {
                    left[i] *= gain;
                    right[i] *= gain;
                }
                sound.processor(programme).process(left, right, 0, left.length);
                assertThat(lufs(left, right))
                        .as("%s in %s", track.getKey(), place)
                        .isCloseTo(programme, within(0.1));
                double peak = 0;
                for (int i = 0; i < left.length; i++) {
                    peak = Math.max(peak, Math.max(Math.abs(left[i]), Math.abs(right[i])));
                }
                assertThat(20 * Math.log10(peak))
                        .isBetween(programme + level.peakLu() - 1.5, programme + level.peakLu() + 0.1);
            }
        }
    }

    /** Longer than what is taken out of it, and not alike from beginning to end. */
    @Test
    void ofALongTrackALittleTellsWhatAllOfItNeeds() throws IOException {
        float[] left = Signals.musicLike(RATE, 40, 0.3, 5);
        for (int i = 0; i < left.length; i++) {
            left[i] *= (float) (0.2 + 0.8 * i / left.length + 0.5 * Math.sin(i / (3.0 * RATE)));
        }
        PlaceSound phone = Sounds.of("phone", RATE);
        PlaceLevel level = level(Signals.both(RATE, left), phone);
        float gain = (float) Decibels.toAmplitude(-23 - level.lufs() + level.gainDb());
        for (int i = 0; i < left.length; i++) {
            left[i] *= gain;
        }
        float[] right = left.clone();
        phone.processor(-23).process(left, right, 0, left.length);
        assertThat(lufs(left, right)).isCloseTo(-23, within(0.02));
    }

    @Test
    void itsSpectrumTellsTheGainToSomeTenths() throws IOException {
        for (Map.Entry<String, ListeningPlace> one : ShippedPlaces.all().entrySet()) {
            ListeningPlace place = one.getValue();
            PlaceTransfer transfer = Sounds.of(one.getKey(), RATE).transfer();
            PlaceSound sound = Sounds.of(one.getKey(), RATE);
            for (Clip clip : tracks().values()) {
                SpectrumAnalyser analyser = new SpectrumAnalyser(RATE);
                float[] left = new float[(int) clip.frames()];
                float[] right = new float[left.length];
                clip.read(0, left, right, 0, left.length);
                analyser.add(left, right, left.length);
                StereoSpectrum spectrum = analyser.finish();
                double most = place.isLinear()
                        ? 1.5
                        : 2.5; // of a sine a room makes more or less than of its third octave; of a driver's limit it
                // knows nothing
                assertThat(-transfer.changeLu(spectrum))
                        .as(place.name())
                        .isCloseTo(level(clip, sound).gainDb(), within(most));
            }
        }
    }

    @Test
    void silenceAndWhatIsTooShortNeedNoGain() throws IOException {
        PlaceSound place = Sounds.of("phone", RATE);
        assertThat(level(Signals.both(RATE, new float[RATE]), place)).isEqualTo(PlaceLevel.NONE);
        assertThat(level(Signals.both(RATE, Signals.tone(RATE, -20, 0.2)), place))
                .isEqualTo(PlaceLevel.NONE);
        assertThat(level(Signals.both(RATE, Signals.sine(RATE, 1000, -20, 1, 0)), place)
                        .gainDb())
                .isFinite();
    }

    @Test
    void itEndsWhenItIsNotWantedAnyMore() {
        PlaceSound place = Sounds.of("phone", RATE);
        StereoSource source = Signals.both(RATE, Signals.tone(RATE, -20, 2));
        assertThatThrownBy(() -> PlaceLevel.of(source, Optional.empty(), place, part -> part < 0.5))
                .isInstanceOf(CancellationException.class);
    }
}
