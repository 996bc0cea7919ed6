package oakmirror.rhythm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.TimeRange;
import oakmirror.loudness.LoudnessMeter;
import org.junit.jupiter.api.Test;

class RhythmTest {

    private static final int RATE = 44100;

    private static Activity of(float[] samples, int rate) {
        ActivityAnalyser analyser = new ActivityAnalyser(rate);
        for (int at = 0; at < samples.length; at += 7001) {
            float[] part = Arrays.copyOfRange(samples, at, Math.min(samples.length, at + 7001));
            analyser.add(part, part, part.length);
        }
        return analyser.finish();
    }

    private static double distance(double moment, double period) {
        double part = moment / period - Math.round(moment / period);
        return Math.abs(part) * period;
    }

    @Test
    void temposAreFoundWithinOnePercentAndHalvesAndDoublesAreOffered() {
        int right = 0;
        int octave = 0;
        int count = 0;
        double worst = 0;
        for (double tempo = 57; tempo <= 213; tempo += 6.37) {
            double bpm = tempo;
            double start = 0.13 + 0.01 * count;
            Rhythm found = TempoFinder.find(of(Signals.drums(22050, bpm, 24, start, 100 + count), 22050));
            count++;
            double got = found.grid().orElseThrow().bpm();
            for (double factor : new double[] {1, 0.5, 2}) {
                if (Math.abs(got / (bpm * factor) - 1) < 0.01) {
                    right += factor == 1 ? 1 : 0;
                    octave += factor == 1 ? 0 : 1;
                    worst = Math.max(worst, Math.abs(got / (bpm * factor) - 1));
                }
            }
            assertThat(found.candidates())
                    .as("the tempo itself is among the candidates at %.1f", bpm)
                    .anyMatch(c -> Math.abs(c.bpm() / bpm - 1) < 0.01);
            double beat = found.grid().get().beatSeconds();
            double off = distance(found.grid().get().downbeatSeconds() - start, Math.min(beat, 60 / bpm));
            assertThat(off).as("a beat at %.1f", bpm).isLessThan(0.025);
        }
        System.out.printf(
                "Tempo: %d of %d right, %d half or double, worst error of those %.3f %%%n",
                right, count, octave, 100 * worst);
        assertThat(count).isGreaterThanOrEqualTo(20);
        assertThat(right + octave).isEqualTo(count);
        assertThat(right).as("not half or double").isGreaterThanOrEqualTo(count * 3 / 4);
    }

    @Test
    void barsBeginOnTheBassDrum() {
        for (double bpm : new double[] {92, 118, 126, 140}) {
            Rhythm found = TempoFinder.find(of(Signals.drums(RATE, bpm, 30, 0.4, 7), RATE));
            BarGrid grid = found.grid().orElseThrow();
            // Bass drums on one and three: either is a place to begin, the stronger one is on one.
            assertThat(distance(grid.downbeatSeconds() - 0.4, grid.barSeconds()))
                    .as("at %.0f", bpm)
                    .isLessThan(0.03);
            assertThat(found.confidence()).isGreaterThan(0.3);
        }
    }

    @Test
    void noTempoIsClaimedForNoiseSilenceOrAMoment() {
        assertThat(TempoFinder.find(of(Signals.white(20 * RATE, 0.3, 5), RATE)).grid())
                .isEmpty();
        assertThat(TempoFinder.find(of(new float[20 * RATE], RATE))).isEqualTo(Rhythm.NONE);
        assertThat(TempoFinder.find(of(Signals.drums(RATE, 120, 2, 0, 1), RATE)))
                .isEqualTo(Rhythm.NONE);
        assertThat(TempoFinder.find(Activity.none())).isEqualTo(Rhythm.NONE);
        assertThat(TempoFinder.fit(Activity.none(), 120, 4)).isEmpty();
    }

    @Test
    void aGivenTempoIsFittedToTheBeats() {
        Activity activity = of(Signals.drums(48000, 97.3, 40, 0.2, 3), 48000);
        BarGrid grid = TempoFinder.fit(activity, 97.0, 4).orElseThrow();
        assertThat(grid.bpm()).isCloseTo(97.3, within(0.1));
        assertThat(TempoFinder.fit(activity, 194, 4).orElseThrow().bpm()).isCloseTo(194.6, within(0.3));
        assertThat(TempoFinder.fit(activity, 97.0, 3).orElseThrow().beatsPerBar())
                .isEqualTo(3);
    }

    @Test
    void onsetsAndZonesAreTheSameAtEveryRateAndBlockSize() {
        for (int rate : new int[] {22050, 44100, 96000}) {
            float[] samples = Signals.drums(rate, 120, 8, 0.25, 2);
            Activity activity = of(samples, rate);
            assertThat(activity.onsets()).hasSize(800);
            assertThat(activity.zoneDb()[0]).hasSize(80);
            ActivityAnalyser whole = new ActivityAnalyser(rate);
            whole.add(samples, samples, samples.length);
            assertThat(whole.finish().onsets()).isEqualTo(activity.onsets());
            int strongest = 0;
            for (int i = 10; i < 50; i++) {
                strongest = activity.onsets()[i] > activity.onsets()[strongest] ? i : strongest;
            }
            assertThat(strongest).as("the first beat at %d", rate).isBetween(23, 27);
        }
        float[] sine = Signals.sine(48000, 1000, -20, 3, 0);
        Activity tone = of(sine, 48000);
        // A sine of −20 dBFS has a mean square of −23 dB; left and right are added.
        assertThat((double) tone.zoneDb()[3][15]).isCloseTo(-20.0, within(0.1));
        assertThat((double) tone.zoneDb()[0][15]).isLessThan(-90);
    }

    @Test
    void barsAreCountedSnappedAndChanged() {
        BarGrid grid = new BarGrid(120, 0.5, 4);
        assertThat(grid.barSeconds()).isEqualTo(2);
        assertThat(grid.barsAt(6.5)).isEqualTo(3);
        assertThat(grid.nearestBar(5.6)).isEqualTo(6.5);
        assertThat(grid.nearestBeat(5.6)).isEqualTo(5.5);
        assertThat(grid.snapped(new TimeRange(2.3, 9.1), 60)).isEqualTo(new TimeRange(2.5, 8.5));
        assertThat(grid.snapped(new TimeRange(4.4, 4.6), 60)).isEqualTo(new TimeRange(4.5, 6.5));
        assertThat(grid.snapped(new TimeRange(0, 1), 60)).isEqualTo(new TimeRange(0.5, 2.5));
        assertThat(grid.snapped(new TimeRange(55, 60), 60)).isEqualTo(new TimeRange(54.5, 58.5));
        assertThat(grid.withDownbeat(1).nearestBar(3.2)).isEqualTo(3);
        assertThat(grid.withBeatsPerBar(3).barSeconds()).isEqualTo(1.5);
        assertThatThrownBy(() -> new BarGrid(5, 0, 4)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new BarGrid(120, 0, 0)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void tappingGivesATempoAndStartsOverAfterAPause() {
        TapTempo tap = new TapTempo();
        Random random = new QuickRandom(1);
        assertThat(tap.tap(10)).isEmpty();
        Optional<Double> bpm = Optional.empty();
        for (int i = 1; i < 12; i++) {
            bpm = tap.tap(10 + i * 60 / 104.0 + 0.01 * random.nextGaussian());
        }
        assertThat(bpm.orElseThrow()).isCloseTo(104, within(1.0));
        assertThat(tap.tap(30)).isEmpty();
        assertThat(tap.tap(30.5)).contains(120.0);
        tap.tap(31);
        assertThat(tap.tap(31.25)).as("twice as fast: a new tempo begins").isEmpty();
    }

    @Test
    void theFullestPassageAvoidsIntroAndBreakdown() {
        int rate = 48000;
        double bpm = 120; // bars of 2 s
        float[] full = Signals.drums(rate, bpm, 112, 0, 9);
        float[] noise = Signals.white(full.length, 0.05, 4);
        for (int i = 0; i < full.length; i++) {
            double t = (double) i / rate;
            boolean thin = t < 16 || (t >= 56 && t < 64);
            full[i] = thin ? 0.3f * noise[i] : full[i] + noise[i];
        }
        Activity activity = of(full, rate);
        LoudnessMeter meter = new LoudnessMeter(rate, ChannelLayout.stereo());
        meter.add(new float[][] {full, full}, full.length);
        FullestPassage passages = new FullestPassage(meter.contour(0.1), activity, 112);
        TimeRange suggested =
                passages.suggest(Optional.of(new BarGrid(bpm, 0, 4))).orElseThrow();
        assertThat(suggested.seconds()).as("16 bars").isCloseTo(32, within(1e-6));
        assertThat(suggested.startSeconds()).isBetween(15.9, 80.1);
        assertThat(suggested.startSeconds() >= 63.9 || suggested.endSeconds() <= 56.1)
                .isTrue();
        assertThat(suggested.startSeconds() % 2).isCloseTo(0, within(1e-6));
        TimeRange seconds = passages.suggest(Optional.empty()).orElseThrow();
        assertThat(seconds.seconds()).isEqualTo(25);
        assertThat(seconds.startSeconds() >= 63.4 || (seconds.startSeconds() > 15.4 && seconds.endSeconds() <= 56.6))
                .isTrue();
        assertThat(passages.ofBars(new BarGrid(bpm, 0, 4), 64)).isEmpty();
        assertThat(new FullestPassage(new float[0], Activity.none(), 0).suggest(Optional.empty()))
                .isEmpty();
    }

    /** Noise of −60 dBFS RMS under notes that leave gaps: what is there for a twentieth of the time lies a little below its mean. */
    @Test
    void theFloorIsWhatStaysWhereMusicPauses() {
        for (double db : new double[] {-60, -45}) {
            float[] sound = Signals.white(44100 * 20, Math.sqrt(3) * Math.pow(10, db / 20), 3);
            float[] note = Signals.sine(44100, 330, -12, 0.6, 0);
            for (int at = 0; at + 44100 < sound.length; at += 44100) {
                for (int i = 0; i < note.length; i++) {
                    sound[at + i] += note[i];
                }
            }
            assertThat(of(sound, 44100).floors().levelDbfs()).isBetween(db - 5, db + 0.5);
        }
        assertThat(Floors.none().levelDbfs()).isNaN();
    }
}
