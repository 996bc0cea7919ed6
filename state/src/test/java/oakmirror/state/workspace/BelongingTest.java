package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Proposal;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.delivery.Delivered;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.state.StateTest;
import oakmirror.state.mastering.Sending;
import org.junit.jupiter.api.Test;

/** Figures, proposals and masters belong to the bytes, the passage and the session they are shown with. */
class BelongingTest extends StateTest {

    @Test // a passage was looked up by the path: after another bounce its figures belonged to the audio before
    void figuresOfAPassageBelongToTheAudioThatIsOpenAndANewBounceIsNoticed() throws Exception {
        Path file = TestFiles.music(folder.resolve("mix.wav"), 48000, 4, 0.5);
        does(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).isSettled());
        double loud = now(() -> slot(0).imported().orElseThrow().measurement().heardLufs());
        TrackId id = now(() -> slot(0).track().id());
        TestFiles.music(file, 48000, 4, 0.05);
        choose(0, 1, 3);
        waitUntil(() -> slot(0).imported().orElseThrow().measurement().heardLufs() < loud - 15 && slot(0).isSettled());
        assertThat(passageLufs(0)).isCloseTo(loud - 20, within(1.0));
        assertThat(now(() -> workspace.messageProperty().get())).contains("changed on disk and was reloaded");
        assertThat(now(() -> slot(0).track().id())).isEqualTo(id);
        Session kept = now(workspace::session);
        does(workspace::close);
        workspace = now(() -> new Workspace(background)); // a restart
        does(() -> workspace.change("as it was", s -> kept));
        waitUntil(() -> slot(0).isSettled());
        assertThat(passageLufs(0)).isCloseTo(loud - 20, within(1.0));
    }

    @Test
    void whileAPassageIsMeasuredNothingOfTheOneBeforeIsShown() throws Exception {
        Path quietFirst = folder.resolve("x.wav");
        float[] music = Signals.musicLike(48000, 8, 0.5, 1);
        for (int i = 0; i < music.length / 2; i++) {
            music[i] *= 0.1f;
        }
        TestFiles.write(quietFirst, OutputFormat.WAV_FLOAT, 48000, music, music);
        does(() -> workspace.addFiles(List.of(quietFirst, quietFirst)));
        choose(0, 0, 3);
        waitUntil(() -> workspace.isReady());
        double before = passageLufs(0);
        Proposal proposal = now(() -> workspace.proposalProperty().get());
        does(() -> {
            workspace.changeTrack(0, "mark", t -> t.withChosenRange(new TimeRange(5, 8)));
            assertThat(slot(0).isMeasuring()).isTrue();
            assertThat(slot(0).measured(Scope.PASSAGES)).as("absent, not old").isEmpty();
            assertThat(workspace.settledProperty().get()).isFalse();
            assertThat(listening.levelsProperty().get().offsetDb(1))
                    .as("gains hold meanwhile, so that nothing jumps")
                    .isLessThan(-10);
        });
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(passageLufs(0)).isGreaterThan(before + 15);
        assertThat(now(() -> workspace.proposalProperty().get())).isNotEqualTo(proposal);
        assertThat(now(() -> listening.levelsProperty().get().offsetDb(1))).isGreaterThan(-5);
        does(workspace::undo);
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(passageLufs(0)).isEqualTo(before);
    }

    @Test
    void aRenderWaitsForTheProposalOfTheSession() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 22, 0.3);
        Path dull = folder.resolve("dull.wav");
        float[] low = Signals.musicLike(48000, 22, 0.3, 1);
        for (int i = 1; i < low.length; i++) { // a gentle low-pass of 6 dB an octave
            low[i] = low[i - 1] + 0.15f * (low[i] - low[i - 1]);
        }
        TestFiles.write(dull, OutputFormat.WAV_FLOAT, 48000, low, low);
        Sending sending = now(() -> new Sending(workspace));
        does(() -> workspace.addFiles(List.of(mix, dull)));
        List<String> told = new ArrayList<>();
        List<Delivered> written = new ArrayList<>();
        Path out = folder.resolve("master.wav");
        does(
                () -> { // asked for while nothing has even been read
                    assertThat(workspace.settledProperty().get()).isFalse();
                    sending.master(out, (w, sentence) -> {
                        w.ifPresent(written::add);
                        told.add(sentence);
                    });
                });
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        Proposal proposal = now(() -> workspace.proposalProperty().get());
        assertThat(proposal.bands()).as("there is something to correct").isNotEmpty();
        ImportedTrack master = new TrackImporter(
                        new AudioCache(folder.resolve("other"), 1 << 30), WorkerThreads.forParts())
                .importTrack(out, Optional.empty(), Progress.NONE);
        double[] change = FractionalOctave.levelsDb(master.measurement().spectrum(), 1);
        double[] before = FractionalOctave.levelsDb(
                now(() -> slot(0).imported().orElseThrow().measurement().spectrum()), 1);
        double[] applied = proposal.appliedDb(Phase.MINIMUM);
        double gain = written.get(0).master().plan().driveDb();
        for (double hz : new double[] {100, 1000, 5000}) {
            int band = BandGrid.bandOf(hz);
            assertThat(change[band] - before[band] - gain).as("%.0f Hz", hz).isCloseTo(applied[band], within(1.0));
        }
        // A finished master is never replaced: the next one is called otherwise.
        byte[] first = Files.readAllBytes(out);
        does(() -> sending.master(out, (w, sentence) -> w.ifPresent(written::add)));
        waitUntil(() -> written.size() == 2);
        assertThat(written.get(1).file()).hasFileName("master 2.wav").exists();
        assertThat(Files.readAllBytes(out)).isEqualTo(first);
        does(() -> sending.master(mix, (w, sentence) -> told.add(sentence)));
        waitUntil(() -> told.size() == 2);
        assertThat(told.get(1)).isEqualTo("mix.wav is one of the tracks. Choose another name.");
    }

    @Test
    void aPassageThatCannotBeMeasuredIsSaidAndDoesNotHoldUpTheRest() throws Exception {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.3);
        ImportedTrack whole = new TrackImporter(
                        new AudioCache(folder.resolve("other"), 1 << 30), WorkerThreads.forParts())
                .importTrack(file, Optional.empty(), Progress.NONE);
        ImportedTrack silent = new ImportedTrack(
                whole.name(),
                whole.file(),
                whole.content(),
                whole.measurement(),
                whole.measurement(),
                Optional.empty(),
                whole.rhythm(),
                Optional.empty(),
                List.of(),
                List.of());
        TrackSlot slot = new TrackSlot(Track.of(file).withPassage(new Passage("p", new TimeRange(0, 1))));
        List<String> said = new ArrayList<>();
        PassageReadings readings = new PassageReadings(
                workspace.sessionTasks(), now(() -> workspace.tracks().importer()), () -> {});
        background.tellTo(said::add);
        does(() -> {
            slot.finish(Optional.of(silent), "");
            readings.follow(slot);
            assertThat(slot.isMeasuring()).isTrue();
        });
        waitUntil(() -> !slot.isMeasuring());
        assertThat(said).containsExactly("x.wav has no audio to measure.");
        assertThat(now(() -> slot.passageFailureProperty().get())).isEqualTo(said.get(0));
        assertThat(now(() -> slot.measured(Scope.PASSAGES))).isEmpty();
        assertThat(now(slot::isSettled)).isTrue();
        does(() -> {
            slot.finish(Optional.of(whole), ""); // whatever was wrong has been put right
            slot.setUnmeasurable(slot.wanted().orElseThrow(), "a disk that was away");
            assertThat(slot.isMeasuring()).isFalse();
            slot.forgetUnmeasurable();
            readings.follow(slot);
        });
        waitUntil(() -> slot.measured(Scope.PASSAGES).isPresent());
        assertThat(now(() -> slot.passageFailureProperty().get())).isEmpty();
    }
}
