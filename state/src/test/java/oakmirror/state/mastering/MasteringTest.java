package oakmirror.state.mastering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.media.TestFiles;
import oakmirror.state.StateTest;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.mastering.Aims.Aim;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What the master would be, what is sent out: without a window. */
class MasteringTest extends StateTest {

    private static final double SECONDS = 12;

    private Finishing finishing;
    private Sending sending;
    private final List<String> told = new ArrayList<>();

    @BeforeEach
    void open() throws Exception {
        finishing = new Finishing(workspace);
        sending = new Sending(workspace);
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), SECONDS);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), SECONDS);
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
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
        waitUntil(() -> workspace.messageProperty().get().startsWith("Silent.wav has no measurable loudness"));
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
        waitUntil(() -> again.listProperty().get().targets().size() == shipped + 1);
        Path out = folder.resolve("out.json");
        does(() -> again.writeTo(out));
        waitUntil(() -> Files.exists(out));
        does(() -> again.change(again.listProperty().get().without(shipped)));
        does(() -> again.bringIn(out));
        waitUntil(() -> again.listProperty().get().targets().size() == shipped + 1);
        Files.writeString(out, "{}}");
        does(() -> again.bringIn(out));
        waitUntil(() -> told.size() == 2);
        does(() -> again.bringIn(folder.resolve("none.json")));
        waitUntil(() -> told.size() == 3);
        does(() -> again.writeTo(folder.resolve("no/such/folder.json")));
        waitUntil(() -> told.size() == 4);
        assertThat(told.get(0)).isEqualTo("Imported out.json.");
        assertThat(told.get(2)).isEqualTo("none.json can’t be read. Choose another file.");
        assertThat(told.get(3)).contains("can’t be written. Choose another folder.");
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
    void tagsOfTheMixAreThoseOfItsFile() {
        MixTags tags = new MixTags(workspace);
        waitUntil(background::isIdle);
        assertThat(now(() -> tags.masterProperty().get()))
                .isEqualTo(tags.mixProperty().get());
    }
}
