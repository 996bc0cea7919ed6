package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Proposal;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.work.Background;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.Rhythm;
import oakmirror.rhythm.TempoFinder;
import oakmirror.session.Session;
import oakmirror.session.SessionFile;
import oakmirror.session.Track;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.FractionalOctave;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The demo's planted faults (demo/make_demo.py) are there, and the program sees them. */
class DemoTest {

    private static final ExecutorService EXECUTOR = Background.partsAlone();

    @TempDir
    static Path folder;

    private static Session session;
    private static TrackMeasurement mix;
    private static List<TrackMeasurement> references;

    @BeforeAll
    static void measure() throws IOException {
        session = SessionFile.read(TestFiles.demo("ferry-reels.oakmirror.json")).session();
        TrackImporter importer = new TrackImporter(new AudioCache(folder, 1 << 30), EXECUTOR);
        mix = importer.importTrack(session.mix().orElseThrow().file().orElseThrow(), Optional.empty(), Progress.NONE)
                .measurement();
        references = new java.util.ArrayList<>();
        for (Track reference : session.references()) {
            references.add(importer.importTrack(reference.file().orElseThrow(), Optional.of(48000), Progress.NONE)
                    .measurement());
        }
    }

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static Gap gap(double octaves) {
        return Gap.between(
                mix.spectrum(),
                mix.heardLufs(),
                references.stream()
                        .map(r -> new Gap.Reference(r.spectrum(), r.heardLufs()))
                        .toList(),
                octaves);
    }

    private static double mean(double[] curve, double lowHz, double highHz) {
        return java.util.Arrays.stream(curve, BandGrid.bandOf(lowHz), BandGrid.bandOf(highHz))
                .average()
                .orElseThrow();
    }

    @Test
    void filesAreSmallAndNamedAsTheSessionSays() throws IOException {
        assertThat(session.name()).isEqualTo("Ferry Reels");
        assertThat(session.references()).hasSize(3);
        assertThat(Files.size(session.mix().orElseThrow().file().orElseThrow())).isLessThan(4L << 20);
        for (Track reference : session.references()) {
            assertThat(Files.size(reference.file().orElseThrow())).isLessThan(4L << 20);
        }
        assertThat(mix.seconds()).isBetween(30.0, 45.0);
    }

    @Test
    void theMixIsQuieterThanEveryReference() {
        assertThat(mix.heardLufs()).isCloseTo(-18, within(1.0));
        assertThat(references).allMatch(r -> r.heardLufs() - mix.heardLufs() > 6.5);
    }

    @Test
    void theMixIsBoomyAndDull() {
        double[] gapDb = gap(1.0 / 3).gapDb();
        assertThat(mean(gapDb, 110, 180)).as("boom").isLessThan(-3);
        assertThat(mean(gapDb, 7000, 15000)).as("dull").isGreaterThan(3.5);
        assertThat(mean(gapDb, 2000, 5000)).as("presence, left alone").isBetween(-2.5, 2.5);
    }

    @Test
    void theCorrectionGoesAgainstBoomAndDullness() {
        Proposal proposal = Proposal.derive(gap(1.0 / 24), CorrectionSettings.DEFAULT, 48000);
        double[] curve = proposal.correction().curveDb();
        assertThat(mean(curve, 110, 180)).isLessThan(-1.5);
        assertThat(mean(curve, 7000, 15000)).isGreaterThan(1.5);
        assertThat(proposal.fitErrorDb(30, 16000)).isLessThan(0.35);
        assertThat(proposal.bands()).hasSizeBetween(4, 12);
    }

    @Test
    void theSecondReferenceIsCrushedAndTheFirstIsNot() {
        assertThat(references.get(1).heard().peakToLoudness()).isLessThan(8);
        assertThat(references.get(0).heard().peakToLoudness()).isGreaterThan(9);
    }

    @Test
    void theThirdReferenceEndsAtSixteenKilohertz() {
        double[] lossy = FractionalOctave.levelsDb(references.get(2).spectrum(), 1.0 / 12);
        double[] whole = FractionalOctave.levelsDb(references.get(0).spectrum(), 1.0 / 12);
        int above = BandGrid.bandOf(18000);
        int below = BandGrid.bandOf(12000);
        assertThat(lossy[below] - lossy[above]).as("step down").isGreaterThan(40);
        assertThat(whole[below] - whole[above]).as("no step in the first").isLessThan(15);
        double[] curve = Proposal.derive(gap(1.0 / 24), CorrectionSettings.DEFAULT.withStrength(1), 48000)
                .correction()
                .curveDb();
        assertThat(mean(curve, 15000, 19500))
                .as("no cut copied from the lossy end")
                .isGreaterThan(-0.5);
    }

    /** Tempo and form as demo/make_demo.py composes them: bars of intro, full part, breakdown, full part. */
    private static final double[] BPM = {118, 121, 112, 126};

    private static final int[][] FORMS = {{3, 6, 2, 5}, {3, 5, 2, 4}, {2, 5, 2, 4}, {3, 6, 3, 5}};

    @Test
    void theTemposAreFoundWithinOnePercent() {
        List<TrackMeasurement> all = all();
        for (int i = 0; i < all.size(); i++) {
            Rhythm rhythm = TempoFinder.find(all.get(i).activity());
            double bpm = rhythm.grid().orElseThrow().bpm();
            System.out.printf("demo %d: %.2f for %.0f, confidence %.2f%n", i, bpm, BPM[i], rhythm.confidence());
            assertThat(bpm / BPM[i]).isBetween(0.99, 1.01);
        }
    }

    @Test
    void theSuggestedPassageLiesInAFullPart() {
        List<TrackMeasurement> all = all();
        for (int i = 0; i < all.size(); i++) {
            TrackMeasurement m = all.get(i);
            Rhythm rhythm = TempoFinder.find(m.activity());
            TimeRange found = new FullestPassage(m.contour(), m.activity(), m.seconds())
                    .suggest(rhythm.grid())
                    .orElseThrow();
            double bar = 240 / BPM[i];
            int[] form = FORMS[i];
            double full = form[0] * bar;
            double fullEnd = full + form[1] * bar;
            double again = fullEnd + form[2] * bar;
            double againEnd = again + form[3] * bar;
            double slack = 0.35; // of a second: bars are placed by ear, as it were
            assertThat(found.startSeconds() > full - slack && found.endSeconds() < fullEnd + slack
                            || found.startSeconds() > again - slack && found.endSeconds() < againEnd + slack)
                    .as("track %d: %s lies in %.1f–%.1f or %.1f–%.1f", i, found, full, fullEnd, again, againEnd)
                    .isTrue();
            assertThat(found.seconds()).isGreaterThan(3.9 * bar);
        }
    }

    private static List<TrackMeasurement> all() {
        List<TrackMeasurement> all = new java.util.ArrayList<>(List.of(mix));
        all.addAll(references);
        return all;
    }
}
