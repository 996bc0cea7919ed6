package oakmirror.album;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.RecordAssessment.Measured;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.EqBand;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** The songs of a record beside each other. */
class RecordAssessmentTest {

    private static final int RATE = 44100;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static TrackMeasurement measured(float[] left, float[] right) throws IOException {
        return new TrackMeasurer(EXECUTOR, Extent.COMPARED)
                .measure(Clip.stereo(RATE, left, right).stream(), Progress.NONE);
    }

    private static Measured song(String name, long seed, double amplitude) throws IOException {
        return new Measured(
                name,
                measured(
                        Signals.musicLike(RATE, 30, amplitude, seed),
                        Signals.musicLike(RATE, 30, amplitude, seed + 100)));
    }

    /** The same music with 6 dB too much around 250 Hz. */
    private static Measured boomy(String name, long seed) throws IOException {
        float[] left = Signals.musicLike(RATE, 30, 0.2, seed);
        float[] right = Signals.musicLike(RATE, 30, 0.2, seed + 100);
        EqBand fault = new EqBand(EqBand.Type.BELL, 250, 6, 0.7);
        Chain.of(new ToneFilter(Phase.MINIMUM, List.of(fault.section()), hz -> 0))
                .maker(RATE)
                .get()
                .process(left, right, 0, left.length);
        return new Measured(name, measured(left, right));
    }

    private static RecordAssessment standing(List<Measured> songs, int anchor, Optional<Measured> outside) {
        return RecordAssessment.of(songs, anchor, outside, CorrectionSettings.DEFAULT, RATE);
    }

    @Test
    void theOneThatSitsApartIsFoundWhereItDoes() throws IOException {
        List<Measured> songs = new ArrayList<>();
        songs.add(song("Low Water", 1, 0.3));
        songs.add(song("Slack", 2, 0.2));
        songs.add(boomy("Lantern Set", 3));
        songs.add(song("Home by Osier", 4, 0.1));

        RecordAssessment standing = standing(songs, 0, Optional.empty());

        SongAssessment apart = standing.songs().get(2);
        assertThat(apart.apart()).contains(Zone.LOW_MID);
        assertThat(apart.toAnchorDb()[Zone.LOW_MID.ordinal()]).isBetween(2.0, 6.0);
        assertThat(apart.toMeanDb()[Zone.LOW_MID.ordinal()]).isBetween(2.0, 6.0);
        assertThat(apart.moves())
                .isNotEmpty()
                .anyMatch(m -> m.gainDb() < -1 && m.centreHz() > 120 && m.centreHz() < 500);
        assertThat(standing.songs()).filteredOn(s -> s != apart).allMatch(s -> s.apart()
                .isEmpty());
        assertThat(standing.sentence()).startsWith("4 songs compared with “Low Water”; standing out: one in Low mid");
    }

    @Test
    void theAnchorStaysAsItIs() throws IOException {
        SongAssessment anchor = standing(List.of(song("a", 1, 0.3), boomy("b", 3)), 0, Optional.empty())
                .songs()
                .get(0);
        assertThat(anchor.isAnchor()).isTrue();
        assertThat(anchor.moves()).isEmpty();
        assertThat(anchor.toAnchorDb()).containsOnly(0.0);
        assertThat(anchor.apart()).isEmpty();
    }

    @Test
    void theAnchorMayBeNoSongOfTheRecord() throws IOException {
        RecordAssessment standing =
                standing(List.of(song("a", 1, 0.3), boomy("b", 3)), -1, Optional.of(song("x", 5, 0.5)));
        assertThat(standing.songs()).noneMatch(SongAssessment::isAnchor);
        assertThat(standing.songs().get(1).apart()).contains(Zone.LOW_MID);
    }

    @Test
    void aRecordIsMeasuredAsOneProgramme() throws IOException {
        float[] loud = Signals.musicLike(RATE, 20, 0.4, 1);
        float[] soft = Signals.musicLike(RATE, 20, 0.1, 2);
        float[] both = java.util.Arrays.copyOf(loud, loud.length + soft.length);
        System.arraycopy(soft, 0, both, loud.length, soft.length);
        TrackMeasurement whole = measured(both, both);
        List<float[]> contours =
                List.of(measured(loud, loud).contour(), measured(soft, soft).contour());
        assertThat(AlbumLoudness.integrated(contours)).isCloseTo(whole.heardLufs(), within(0.05));
        assertThat(AlbumLoudness.integrated(List.of(whole.contour()))).isCloseTo(whole.heardLufs(), within(0.05));
    }

    @Test
    void eachSongToTheTargetOrAllByOneGain() throws IOException {
        List<TrackMeasurement> songs =
                List.of(song("a", 1, 0.4).whole(), song("b", 2, 0.1).whole());
        List<float[]> contours = songs.stream().map(TrackMeasurement::contour).toList();
        List<Double> lufs =
                new ArrayList<>(songs.stream().map(TrackMeasurement::heardLufs).toList());
        assertThat(AlbumLoudness.targets(lufs, contours, Way.EACH, -14)).containsExactly(-14.0, -14.0);
        List<Double> one = AlbumLoudness.targets(lufs, contours, Way.ONE_GAIN, -14);
        assertThat(one.get(0) - one.get(1)).isCloseTo(lufs.get(0) - lufs.get(1), within(1e-9));
        assertThat(one.get(0)).isGreaterThan(-14);
        assertThat(one.get(1)).isLessThan(-14);
        lufs.set(1, Double.NaN);
        assertThat(AlbumLoudness.targets(lufs, contours, Way.EACH, -14).get(1)).isNaN();
        assertThat(AlbumLoudness.spread(List.of(-14.0, -11.5, Double.NaN))).isEqualTo(2.5);
    }

    @Test
    void silentAndVeryShortSongsAreNoReasonToStop() throws IOException {
        Measured silent = new Measured("silence", measured(new float[RATE], new float[RATE]));
        Measured brief = new Measured("brief", measured(new float[RATE / 5], Signals.musicLike(RATE, 0.2, 0.2, 9)));
        float[] scrap = Signals.tone(RATE, 0.2, 0.02);
        Measured cutOff = new Measured("cut off", measured(scrap, scrap));
        RecordAssessment standing = standing(List.of(song("a", 1, 0.3), silent, brief, cutOff), 0, Optional.empty());
        assertThat(standing.songs())
                .allMatch(s -> s.apart().isEmpty() && s.moves().isEmpty());
        assertThat(standing.songs().get(3).toAnchorDb())
                .as("it has no loudness to be matched by")
                .containsOnly(Double.NaN);
        assertThat(standing.songs().get(1).moves()).isEmpty();
        assertThat(standing.songs().get(1).apart()).isEmpty();
        assertThat(standing.songs().get(2).apart()).isEmpty();
    }
}
