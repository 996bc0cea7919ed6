package oakmirror.state.mastering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.media.TestFiles;
import oakmirror.session.NotedVersion;
import oakmirror.session.Variants;
import oakmirror.session.VersionNote;
import oakmirror.spectrum.Zone;
import oakmirror.state.StateTest;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.mastering.Aims.Aim;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What the master would be, what is sent out, versions and the record: without a window. */
class MasteringTest extends StateTest {

    private static final double SECONDS = 12;

    private Listening listening;
    private Finishing finishing;
    private Sending sending;
    private final List<String> told = new ArrayList<>();

    @BeforeEach
    void open() throws Exception {
        listening = new Listening(workspace);
        finishing = new Finishing(workspace);
        sending = new Sending(workspace);
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), SECONDS);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), SECONDS);
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
    }

    @AfterEach
    void close() {
        listening.close();
    }

    private void finished() {
        does(() -> finishing.wantedProperty().set(true));
        waitUntil(() -> !finishing.isWorking());
    }

    @Test
    void theOutcomeFollowsTheTargetAndItsEndIsHeard() {
        finished();
        does(() -> workspace.change("target", s -> s.withFinish(s.finish().withTarget(-16, -1))));
        waitUntil(() -> !finishing.isWorking());
        Finishing.Outcome outcome = finishing.outcomeProperty().get().orElseThrow();
        assertThat(outcome.integratedLufs()).isCloseTo(-16, within(0.1));
        assertThat(outcome.truePeakDbtp()).isLessThanOrEqualTo(-0.95);
        FinishHeard heard = new FinishHeard(workspace, finishing, listening);
        does(() -> heard.hear(Ending.FINISHED));
        assertThat(listening.correctedProperty().get()).isTrue();
        waitUntil(() -> listening.monitor().endedProperty().get().isPresent());
        does(() -> heard.hear(Ending.TAKEN_AWAY));
        waitUntil(() -> listening
                .monitor()
                .endedProperty()
                .get()
                .filter(e -> e.what() == Ending.TAKEN_AWAY)
                .isPresent());
        DeliveryTarget player =
                finishing.targets().listProperty().get().ofPlayback().get(0);
        does(() -> heard.hearAs(player, Up.WITH_A_LIMITER));
        assertThat(listening.monitor().playbackProperty().get()).isPresent();
        does(heard::hearMatched);
        assertThat(listening.monitor().playbackProperty().get()).isEmpty();
        does(() -> listening.correctedProperty().set(false));
        assertThat(listening.monitor().endedProperty().get()).isEmpty();
    }

    @Test
    void aimsCostWhatTheyCostAndASongOfTheRecordIsOne() throws Exception {
        Aims aims = new Aims(workspace, finishing);
        finished();
        waitUntil(
                () -> aims.listProperty().get().stream().allMatch(a -> a.plan().isPresent()));
        Aim reference = aims.listProperty().get().get(0);
        assertThat(reference.source()).isEqualTo(Aims.Source.REFERENCE);
        Path song = TestFiles.music(folder.resolve("Slack.wav"), 48000, 6, 0.2);
        RecordSong record = new RecordSong(workspace);
        does(() -> record.take(song));
        waitUntil(() -> aims.listProperty().get().stream().anyMatch(a -> a.source() == Aims.Source.SONG));
        does(record::forget);
        waitUntil(() -> aims.listProperty().get().stream().noneMatch(a -> a.source() == Aims.Source.SONG));
        Path silent = TestFiles.music(folder.resolve("Silent.wav"), 48000, 6, 0);
        does(() -> record.take(silent));
        waitUntil(() -> workspace.messageProperty().get().startsWith("Silent.wav has no loudness to reach"));
        assertThat(background.shown()).isEmpty();
    }

    @Test
    void theListOfTargetsIsKeptBroughtInAndWritten() throws Exception {
        Targets targets = new Targets(folder.resolve("own.json"), workspace.programTasks(), told::add);
        int shipped = targets.listProperty().get().targets().size();
        DeliveryTarget own = targets.listProperty().get().targets().get(0).named("Own");
        does(() -> targets.change(targets.listProperty().get().with(shipped, own)));
        waitUntil(() -> Files.exists(folder.resolve("own.json")));
        waitUntil(background::isIdle);
        Targets again = new Targets(folder.resolve("own.json"), workspace.programTasks(), told::add);
        assertThat(again.listProperty().get().targets()).hasSize(shipped + 1);
        Path out = folder.resolve("out.json");
        does(() -> again.writeTo(out));
        waitUntil(() -> Files.exists(out));
        does(() -> again.change(again.listProperty().get().without(shipped)));
        does(() -> again.bringIn(out));
        assertThat(again.listProperty().get().targets()).hasSize(shipped + 1);
        Files.writeString(out, "{}}");
        does(() -> again.bringIn(out));
        does(() -> again.bringIn(folder.resolve("none.json")));
        does(() -> again.writeTo(folder.resolve("no/such/folder.json")));
        waitUntil(() -> told.size() == 4);
        assertThat(told.get(0)).isEqualTo("out.json has been brought in.");
        assertThat(told.get(2)).isEqualTo("none.json cannot be read; choose another.");
        assertThat(told.get(3)).contains("cannot be written; choose another folder.");
    }

    @Test
    void versionsAreRenderedNotedHeardTakenBackAndRenderedAgain() throws Exception {
        Versions versions = new Versions(workspace, sending);
        VersionsHeard heard = new VersionsHeard(workspace, listening);
        Path out = Files.createDirectory(folder.resolve("versions"));
        does(() -> versions.render(Variants.asItStands(workspace.session()).of(workspace.session()), out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        NotedVersion first = versions.allProperty().get().get(0);
        does(() -> versions.note(first, n -> n.withName("loud one").withRating(4)));
        assertThat(versions.allProperty().get().get(0).name()).isEqualTo("loud one");
        does(() -> heard.toggle(first.version()));
        waitUntil(() -> heard.heard().equals(Optional.of(first.version().id())));
        assertThat(heard.isReady(first.version())).isTrue();
        does(() -> heard.hearAsTheyAre(true));
        assertThat(heard.isAsTheyAre()).isTrue();
        does(() -> heard.toggle(first.version()));
        assertThat(heard.heard()).isEmpty();
        does(() -> workspace.change("softer", s -> s.withFinish(s.finish().withTarget(-20, -1))));
        does(() -> versions.takeBack(first));
        assertThat(workspace.session().finish())
                .isEqualTo(first.version().settings().finish());
        assertThat(workspace.messageProperty().get()).contains("undo brings back");
        Files.delete(first.version().file());
        does(versions::look);
        waitUntil(
                () -> versions.missingProperty().get().contains(first.version().id()));
        told.clear();
        does(() -> versions.renderAgain(first, out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told.get(0)).endsWith("is there again, bit for bit as it was.");
        waitUntil(() -> versions.missingProperty().get().isEmpty());
        does(() -> versions.note(first, n -> n.withStanding(VersionNote.Standing.DISCARDED)));
        assertThat(versions.allProperty().get().get(0).isDiscarded()).isTrue();
    }

    @Test
    void theCorrectionIsWrittenInEveryForm() throws Exception {
        CorrectionFiles files = new CorrectionFiles(workspace);
        Path out = Files.createDirectory(folder.resolve("correction"));
        List<Path> all = new ArrayList<>();
        for (CorrectionFiles.Form form : CorrectionFiles.Form.values()) {
            for (CorrectionFiles.Channels channels : CorrectionFiles.Channels.values()) {
                CorrectionFiles.Wanted wanted = new CorrectionFiles.Wanted(form, 48000, channels);
                int before = told.size();
                does(() -> files.write(wanted, end -> out.resolve("Ebb Tide" + end), (written, sentence) -> {
                    written.ifPresent(w -> all.addAll(w.files()));
                    told.add(sentence);
                }));
                waitUntil(() -> told.size() > before);
            }
        }
        assertThat(told).containsOnly("");
        assertThat(all).doesNotHaveDuplicates().allSatisfy(f -> assertThat(f).isNotEmptyFile());
    }

    @Test
    void aReportIsWrittenAndNoted() {
        Path file = folder.resolve("report.html");
        does(() -> new Reports(workspace).write(file, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        assertThat(file).isNotEmptyFile();
        assertThat(workspace.logProperty().get().sent()).singleElement().satisfies(s -> assertThat(s.file())
                .isEqualTo(file));
    }

    @Test
    void theSongsOfARecordAreReadHeardAndRenderedToOneLoudness() throws Exception {
        AlbumSongs songs = new AlbumSongs(workspace, sending);
        AlbumHeard heard = new AlbumHeard(workspace, listening);
        does(songs::want);
        Path slack = TestFiles.music(folder.resolve("Slack.wav"), 48000, 9, 0.05);
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"), slack)));
        assertThat(background.shown()).isNotEmpty();
        waitUntil(() -> songs.standingProperty().get().isPresent());
        does(() -> songs.anchor(songs.album().songs().get(1).track().id()));
        waitUntil(() -> background.shown().isEmpty());
        var standing = songs.standingProperty().get().orElseThrow();
        assertThat(standing.movesBy(1)).isCloseTo(0, within(0.01));
        does(() -> heard.against(standing, 0, Optional.of(Zone.LOW_MID)));
        waitUntil(() -> listening.auditioning().isOn());
        does(() -> heard.acrossJoins(standing));
        waitUntil(() -> listening
                .auditioning()
                .heardProperty()
                .get()
                .filter(a -> a.tracks().get(0).name().equals("1 into 2"))
                .isPresent());
        does(() -> listening.auditioning().end());
        Path out = Files.createDirectory(folder.resolve("masters"));
        does(() -> songs.render(out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        assertThat(out.toFile().list()).hasSize(3); // and their check-sums
        does(() -> songs.ownSession(0, folder, f -> told.add(f.getFileName().toString())));
        waitUntil(() -> told.size() == 2);
        assertThat(told.get(1)).startsWith("Low Water");
    }

    @Test
    void readingARecordThatIsCancelledIsSaidAndLeavesNothingInTheStrip() throws Exception {
        AlbumSongs songs = new AlbumSongs(workspace, sending);
        does(songs::want);
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"))));
        does(() -> List.copyOf(background.shown()).forEach(oakmirror.state.task.Task::cancel));
        waitUntil(() -> !songs.failureProperty().get().isEmpty()
                || songs.standingProperty().get().isPresent());
        assertThat(background.shown()).isEmpty();
        does(songs::readAgain);
        waitUntil(() -> songs.standingProperty().get().isPresent());
        Path broken = Files.writeString(folder.resolve("broken.wav"), "no sound at all");
        does(() -> songs.add(List.of(broken)));
        waitUntil(() -> songs.failureProperty().get().startsWith("broken.wav"));
        does(() -> songs.render(folder, told::add));
        assertThat(told.get(0)).startsWith("The songs are still being read");
    }

    @Test
    void tagsOfTheMixAreThoseOfItsFile() {
        MixTags tags = new MixTags(workspace);
        waitUntil(background::isIdle);
        assertThat(now(() -> tags.masterProperty().get()))
                .isEqualTo(tags.mixProperty().get());
    }
}
