package oakmirror.media.library;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.TrackReader;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredSession;
import oakmirror.profile.About;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.session.Derived;
import oakmirror.session.FoldRule;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The demo's songs against their profiles: in the place of a track a profile makes no difference, but that it is not heard. */
class ProfilesOfSongsTest {

    private static final List<String> REFERENCES =
            List.of("copper-lane-harbour-lights.ogg", "nine-gates-the-long-ebb.ogg", "marrow-and-rye-salt-stair.mp3");
    private static final TimeRange PASSAGE = new TimeRange(64, 96);

    private static TrackImporter importer;
    private static ImportedTrack mix;
    private static List<ImportedTrack> references;

    @TempDir
    Path folder;

    @BeforeAll
    static void read() throws Exception {
        importer = new TrackImporter(new AudioCache(TestFiles.sharedCache(), Long.MAX_VALUE), WorkerThreads.forParts());
        mix = importer.importTrack(TestFiles.demoMix(), Optional.empty(), Progress.NONE);
        references = new ArrayList<>();
        for (String name : REFERENCES) {
            references.add(importer.importTrack(TestFiles.demo(name), Optional.of(48000), Progress.NONE));
        }
    }

    private static Subject track(int number, ImportedTrack t, boolean passage) throws AudioFileException {
        var compared = passage ? importer.measurePassage(t, PASSAGE, Progress.NONE) : t.measurement();
        return new Subject(
                number, t.name(), compared, t.measurement(), t.rhythm().grid().map(g -> g.bpm()));
    }

    private static Profile profile(ImportedTrack t, boolean passage) throws Exception {
        Measurements figures = importer.figures(t, passage ? Optional.of(PASSAGE) : Optional.empty(), Progress.NONE);
        Profile made = Profile.of(About.of(t.name(), "the demo"), figures);
        return ProfileFile.profile(ProfileFile.bytes(made));
    }

    private static Subject kept(int number, ImportedTrack t, boolean passage) throws Exception {
        ImportedTrack k = ImportedTrack.of(profile(t, passage));
        return new Subject(
                number,
                t.name(),
                k.compared(),
                k.measurement(),
                k.rhythm().grid().map(g -> g.bpm()));
    }

    private static Comparison comparison(List<Subject> all, Part part) {
        return Comparison.of(all, CorridorSettings.DEFAULT, 1.0 / 24, part);
    }

    @Test
    void corridorGapFindingsAndProposalAreTheSame() throws Exception {
        for (boolean passage : new boolean[] {false, true}) {
            List<Subject> tracks = new ArrayList<>(List.of(track(0, mix, passage)));
            List<Subject> profiles = new ArrayList<>(List.of(track(0, mix, passage)));
            for (int i = 0; i < references.size(); i++) {
                tracks.add(track(i + 1, references.get(i), passage));
                profiles.add(kept(i + 1, references.get(i), passage));
            }
            for (Part part : Part.values()) {
                Comparison a = comparison(tracks, part);
                Comparison b = comparison(profiles, part);
                for (int band = 0; band < BandGrid.SIZE; band++) {
                    assertThat(b.gap().known()[band]).isEqualTo(a.gap().known()[band]);
                    assertThat(b.gap().gapDb()[band]).isCloseTo(a.gap().gapDb()[band], within(0.01));
                    if (!Double.isNaN(a.corridor().lowDb()[band])) {
                        assertThat(b.corridor().lowDb()[band])
                                .isCloseTo(a.corridor().lowDb()[band], within(0.01));
                        assertThat(b.corridor().highDb()[band])
                                .isCloseTo(a.corridor().highDb()[band], within(0.01));
                    }
                }
            }
            assertThat(told(profiles)).isEqualTo(told(tracks)).isNotEmpty();
            double[] proposed = proposal(tracks);
            double[] fromKept = proposal(profiles);
            for (int band = 0; band < BandGrid.SIZE; band++) {
                assertThat(fromKept[band]).isCloseTo(proposed[band], within(0.01));
            }
        }
    }

    private static List<String> told(List<Subject> subjects) {
        return Findings.of(comparison(subjects, Part.STEREO)).stream()
                .map(f -> f.kind() + " " + f.title() + " " + f.evidence())
                .map(t -> t.replace("−0.0", "0.0"))
                .toList();
    }

    private static double[] proposal(List<Subject> subjects) {
        return Derived.of(
                        subjects,
                        Optional.empty(),
                        Session.EMPTY.shaping(),
                        Session.EMPTY.comparing().corridor(),
                        48000)
                .tone()
                .main()
                .correction()
                .curveDb();
    }

    @Test
    void eachIsCompactAndSaysWhereItEnds() throws Exception {
        for (ImportedTrack t : references) {
            assertThat(ProfileFile.bytes(profile(t, false)).length).isBetween(10_000, 40_000);
        }
        Measurements lossy = profile(references.get(2), false).figures();
        assertThat(lossy.edgeHz().orElseThrow()).isBetween(14_500.0, 16_500.0);
        assertThat(profile(references.get(0), true).figures().isPassage()).isTrue();
        assertThat(profile(references.get(0), true).figures().seconds()).isCloseTo(32, within(0.01));
    }

    /** A session whose references are kept, folded and guides is rendered like one of tracks, wherever it is opened. */
    @Test
    void aSessionOfProfilesStandsByItself() throws Exception {
        Path file = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 20);
        List<Profile> two = List.of(profile(references.get(0), false), profile(references.get(1), false));
        Source.Folded folded = new Source.Folded(new FoldRule(FoldRule.Kind.PICKED, "reels"), two);
        Track guide = Track.of(TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("guide.wav"), 12))
                .withGuide(true);
        Session session = Session.EMPTY
                .withMix(Optional.of(Track.of(file).withPassage(new Passage("p", new TimeRange(2, 14)))))
                .withReference(guide)
                .withReference(Track.of(new Source.Kept(two.get(0)), "kept"))
                .withReference(Track.of(folded, folded.usualName()));
        Path kept = folder.resolve("s" + SessionFile.ENDING);
        SessionFile.write(new SessionDocument(session, SessionLog.EMPTY), kept);
        Session read = SessionFile.read(kept).session();
        assertThat(read).isEqualTo(session);
        assertThat(read.references().get(2).name()).isEqualTo("reels (2 combined)");
        MeasuredSession measured = MeasuredSession.read(read, importer, Progress.NONE);
        assertThat(measured.subjects())
                .extracting(Subject::number)
                .as("the guide counts nowhere")
                .containsExactly(0, 2, 3);
        assertThat(Subject.parts(measured.subjects())).hasSize(3);
        assertThat(Subject.parts(measured.subjects()).stream()
                        .mapToDouble(Subject::weight)
                        .sum())
                .isCloseTo(2, within(1e-9));
        assertThat(measured.shaped(48000, Progress.NONE).tone().main().gap().each())
                .hasSize(3);
        Session without = session.withMix(Optional.of(Track.of(new Source.Kept(two.get(0)), "x")));
        assertThatThrownBy(() -> MeasuredSession.read(without, importer, Progress.NONE))
                .hasMessageContaining("is a profile without audio");
        assertThatThrownBy(() ->
                        TrackReader.read(new Source.Live(), "Live mix", Optional.empty(), importer, Progress.NONE))
                .hasMessageContaining("Start it on Gather");
    }

    @Test
    void whatHasNoSoundCannotBeMeasuredAgainAndThatIsSaid() throws Exception {
        ImportedTrack kept = ImportedTrack.of(profile(references.get(0), false));
        assertThat(kept.isKept()).isTrue();
        assertThat(kept.seconds()).isCloseTo(references.get(0).measurement().seconds(), within(0.01));
        assertThatThrownBy(() -> importer.measurePassage(kept, PASSAGE, Progress.NONE))
                .hasMessageContaining("has no audio to measure");
        assertThatThrownBy(() -> importer.figures(kept, Optional.empty(), Progress.NONE))
                .hasMessageContaining("has no audio to measure");
    }

    @Test
    void ruleAndMembersOfAFoldAreBounded() throws Exception {
        Profile one = profile(references.get(0), false);
        FoldRule rule = new FoldRule(FoldRule.Kind.SEARCH, "reel");
        assertThatThrownBy(() -> new Source.Folded(rule, List.of())).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Source.Folded(rule, java.util.Collections.nCopies(65, one)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new FoldRule(FoldRule.Kind.FOLDER, "x".repeat(300)))
                .isInstanceOf(IllegalArgumentException.class);
        Source.Folded folded = new Source.Folded(rule, List.of(one));
        assertThat(folded.key()).matches("[0-9a-f]+").isEqualTo(new Source.Folded(rule, List.of(one)).key());
        assertThat(Findings.of(comparison(List.of(), Part.STEREO))).isEqualTo(List.<Finding>of());
    }
}
