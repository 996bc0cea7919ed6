package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import oakmirror.correction.Proposal;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.look.Theme;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.file.ImpulseResponseFile;
import oakmirror.session.Session;
import oakmirror.state.mastering.CorrectionFiles.Form;
import oakmirror.state.workspace.TrackSlot;
import org.junit.jupiter.api.Test;

/** The real window, from the demo to a rendered file, driven as a user would. */
class JourneyTest extends WindowTest {

    /** All may have come down together, to make room for what the correction raises. */
    private double offsetAgainstTheMix() {
        return onFx(() -> listening().levelsProperty().get().offsetDb(1)
                - listening().levelsProperty().get().offsetDb(0));
    }

    @Test
    void fromTheDemoToAMasterOnDisk() throws Exception {
        openDemo();
        assertThat(onFx(() -> workspace().tracks().all().size())).isEqualTo(4);
        assertThat(offsetAgainstTheMix()).isCloseTo(-9.6, within(0.3));
        chooseIn("#levels", "Equal loudness of whole tracks");
        assertThat(offsetAgainstTheMix()).isCloseTo(-9.5, within(0.3));

        clickOn("#station-compare");
        assertThat(lookup("#tone").tryQuery()).isPresent();

        clickOn("#station-shape");
        Slider strength = lookup("#strength").queryAs(Slider.class);
        interact(() -> strength.setValue(80));
        waitUntil(() -> workspace().session().correction().strength() == 0.8);
        waitUntil(() -> proposal().correction().moves().size() > 1);
        clickOn("#move-next");
        clickOn("#move-refuse");
        waitUntil(() -> !proposal().correction().moves().get(0).isTaken());

        clickOn("#station-finish");
        interact(() -> lookup("#target").queryAs(Slider.class).setValue(-20));
        waitUntil(() -> session().finish().targetLufs() == -20.0);

        clickOn("#station-send_out");
        interact(() -> lookup("#output-folder").queryAs(TextField.class).setText(folder.toString()));
        interact(() -> lookup("#output-name").queryAs(TextField.class).setText("Ebb Tide master"));
        clickOn("#render");
        Path master = folder.resolve("Ebb Tide master.wav");
        waitUntil(() -> lookup(".result").tryQuery().isPresent());
        assertThat(master).exists();
        FfmpegTool.Reading heard = FfmpegTool.measure(master);
        assertThat(heard.integrated()).isCloseTo(-20, within(0.05));
        assertThat(heard.truePeak()).isLessThanOrEqualTo(-1 + 0.1);

        clickOn("#write-correction");
        waitUntil(() -> Files.exists(folder.resolve("Ebb Tide master bands.csv")));
        assertThat(Files.readAllLines(folder.resolve("Ebb Tide master bands.csv")))
                .hasSize(1 + proposal().bands().size());
        write(Form.LIST);
        Path list = folder.resolve("Ebb Tide master bands.txt");
        waitUntil(() -> Files.exists(list));
        assertThat(Files.readString(list))
                .startsWith("Correction of “Ebb Tide, bounce 3”")
                .contains("Make-up gain");
        write(Form.RESPONSE);
        Path response = folder.resolve("Ebb Tide master response.wav");
        waitUntil(() -> Files.exists(response));
        assertThat(ImpulseResponseFile.read(response, 48000)[0]).isNotEmpty();
        write(Form.JSON);
        write(Form.THIRDS);
        waitUntil(() -> Files.exists(folder.resolve("Ebb Tide master thirds.csv"))
                && Files.exists(folder.resolve("Ebb Tide master bands.json")));
    }

    private void write(Form form) {
        ChoiceBox<Form> forms = lookup("#correction-form").query();
        interact(() -> forms.setValue(form));
        clickOn("#write-correction");
    }

    @Test
    void theKeysSwitchWhatIsHeardAtEqualLoudness() throws Exception {
        openDemo();
        interact(() -> listening().seek(10));
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        waitUntil(() -> listening().positionProperty().get() > 11.5);
        double mix = recentLevel();
        type(KeyCode.DIGIT2);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(2);
        double at = onFx(() -> listening().positionProperty().get());
        waitUntil(() -> listening().positionProperty().get() > at + 1.5);
        assertThat(recentLevel()).as("about as loud by plain RMS, too").isCloseTo(mix, within(6.0));
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().heardProperty().get())).isZero();
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(2);
        type(KeyCode.C);
        assertThat(onFx(() -> listening().correctedProperty().get())).isTrue();
        assertThat(onFx(() -> listening().heardProperty().get())).isZero();
        clickOn("#chip-3");
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(3);
        type(KeyCode.SPACE);
        assertThat(onFx(() -> listening().playingProperty().get())).isFalse();
    }

    @Test
    void undoBringsBackWhatWasRemovedAndNothingIsLostOnReopening() throws Exception {
        openDemo();
        Session before = session();
        chooseOf("#name-2", "Remove");
        assertThat(session().references()).hasSize(2);
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(session()).isEqualTo(before);
        waitUntil(() -> workspace().isReady());
        press(KeyCode.CONTROL).type(KeyCode.Y).release(KeyCode.CONTROL);
        assertThat(session().references()).hasSize(2);
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(session()).isEqualTo(before);
        press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.Z).release(KeyCode.SHIFT, KeyCode.CONTROL);
        assertThat(session().references()).as("by either of the usual keys").hasSize(2);

        Path file = folder.resolve("kept.oakmirror.json");
        Session kept = session();
        assertThat(onFx(() -> workspace().unsavedProperty().get())).isTrue();
        saveAs(file);
        assertThat(onFx(() -> workspace().unsavedProperty().get())).isFalse();
        press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.N).release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntil(() -> session().mix().isEmpty());
        assertThat(session().references()).as("for the next song").hasSameSizeAs(kept.references());
        interact(() -> workspace().reset());
        waitUntil(() -> recent(file).isPresent());
        PressablePane recent = recent(file).orElseThrow();
        assertThat(recent.getAccessibleText())
                .isEqualTo(kept.title() + " · " + kept.mix().orElseThrow().name());
        clickOn(recent);
        waitUntil(() -> session().equals(kept));
        waitUntil(() -> workspace().isReady());
    }

    private Optional<PressablePane> recent(Path file) {
        return lookup("#recent-sessions .recent")
                .match(row -> file.equals(row.getUserData()))
                .tryQuery();
    }

    @Test
    void unsavedChangesAreAskedAbout() throws Exception {
        openDemo();
        chooseIn("#levels", "Match levels");
        assertThat(session().comparing().levels().matched()).isFalse();
        press(KeyCode.CONTROL).type(KeyCode.N).release(KeyCode.CONTROL);
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Cancel");
        assertThat(session().isBlank()).isFalse();
        press(KeyCode.CONTROL).type(KeyCode.N).release(KeyCode.CONTROL);
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Don't save");
        waitUntil(() -> session().isBlank());
    }

    @Test
    void aMissingFileIsSaidAndCanBeFound() throws Exception {
        Path there = TestFiles.music(folder.resolve("there.wav"), 48000, 3, 0.3);
        Path moved = folder.resolve("moved.wav");
        interact(() -> workspace().addFiles(java.util.List.of(there, moved)));
        waitUntil(() -> workspace().tracks().all().get(0).imported().isPresent());
        waitUntil(
                () -> !workspace().tracks().all().get(1).failureProperty().get().isEmpty());
        assertThat(lookup("#track-1 .warning").queryAs(Label.class).getText())
                .isEqualTo("moved.wav no longer exists. It may have been moved or renamed.");
        assertThat(lookup("Try again").tryQuery()).isPresent();
        TestFiles.music(moved, 44100, 3, 0.6); // and it is read as soon as it is there
        waitUntil(() -> workspace().isReady());
        Path found = Files.move(moved, folder.resolve("found.wav"));
        interact(() -> workspace().relocate(1, found));
        waitUntil(() -> workspace().isReady());
        assertThat(session().references().get(0).name()).isEqualTo("moved");
    }

    @Test
    void brokenFilesStayWithTheirReasonAndDoNotDisturbTheOthers() throws Exception {
        Path good = TestFiles.music(folder.resolve("good.wav"), 48000, 3, 0.3);
        Path text = Files.writeString(folder.resolve("text.mp3"), "no sound in here\n".repeat(100));
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"),
                oakmirror.media.file.OutputFormat.WAV_16,
                44100,
                new float[44100],
                new float[44100]);
        interact(() -> workspace().addFiles(java.util.List.of(good, text, silent, good)));
        waitUntil(() -> workspace().tracks().all().stream()
                .allMatch(t ->
                        t.imported().isPresent() || !t.failureProperty().get().isEmpty()));
        java.util.List<TrackSlot> all = workspace().tracks().all();
        assertThat(all.get(1).failureProperty().get()).contains("not an audio file");
        assertThat(all.get(2).imported()).isPresent();
        assertThat(lookup("#track-2 .warning").queryAs(Label.class).getText()).contains("silent");
        assertThat(all.get(3).imported())
                .as("the same file as mix and reference")
                .isPresent();
        for (String station : new String[] {"compare", "shape", "finish", "send_out", "gather"}) {
            clickOn("#station-" + station);
        }
    }

    @Test
    void theCorrectionFollowsASlider() throws Exception {
        openDemo();
        clickOn("#station-shape");
        CorrectionPlot plot = lookup("#correction").queryAs(CorrectionPlot.class);
        Slider strength = lookup("#strength").queryAs(Slider.class);
        double last = 0;
        for (int percent : new int[] {20, 60, 90}) {
            long drawn = onFx(plot::timesDrawn);
            Proposal before = proposal();
            interact(() -> strength.setValue(percent));
            waitUntil(() -> proposal() != before && workspace().isReady());
            waitUntil(() -> plot.timesDrawn() > drawn);
            double strongest = Arrays.stream(proposal().correction().curveDb())
                    .map(Math::abs)
                    .max()
                    .orElseThrow();
            assertThat(strongest).as("at %d %%", percent).isGreaterThan(last);
            last = strongest;
        }
    }

    @Test
    void bothThemesAndTheListOfKeysAreThere() throws Exception {
        openDemo();
        clickOn("#theme");
        assertThat(onFx(() -> Theme.current().get())).isEqualTo(Theme.LAMPLIGHT);
        clickOn("#theme");
        assertThat(onFx(() -> Theme.current().get())).isEqualTo(Theme.DAYLIGHT);
        type(KeyCode.SLASH);
        assertThat(lookup("#keys").query().isVisible()).isTrue();
        type(KeyCode.ESCAPE);
        assertThat(lookup("#keys").query().isVisible()).isFalse();
        Stage stage = (Stage) onFx(() -> app.window().root().getScene().getWindow());
        assertThat(stage.getTitle()).isEqualTo("Oak Mirror");
    }
}
