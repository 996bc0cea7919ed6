package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.session.NotedVersion;
import oakmirror.session.VersionNote.Status;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import org.junit.jupiter.api.Test;

/** Several outcomes: rendered in one go, heard, ranked blind, one kept and sent out. */
class VersionsTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private List<NotedVersion> versions() {
        return onFx(() -> app.window().workspace().logProperty().get().versions());
    }

    private void text(String field, String text) {
        interact(() -> lookup(field).queryAs(TextField.class).setText(text));
    }

    private void fire(String button) {
        interact(lookup(button).queryAs(ToggleButton.class)::fire);
    }

    /** A short mix against two references, so that rendering is quick. */
    private void openShort() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), 10);
        Path first = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Harbour Lights.wav"), 10);
        Path second = TestFiles.music(folder.resolve("The Long Ebb.wav"), 48000, 8, 0.3);
        answers.answer(Files.createDirectories(folder.resolve("out")).toFile());
        interact(() -> app.window().workspace().addFiles(List.of(mix, first, second)));
        waitUntil(() -> app.window().workspace().isReady());
    }

    private void renderFour() throws Exception {
        interact(() -> app.window().show(Station.VERSIONS.ordinal()));
        interact(() -> lookup("#versions-folder")
                .queryAs(javafx.scene.control.Button.class)
                .fire());
        waitUntil(() -> lookup("#against-1").tryQuery().isPresent());
        interact(lookup("#against-1").queryAs(CheckBox.class)::fire);
        text("#variant-targets", "-16, -12");
        waitUntil(() ->
                lookup("#render-versions").queryAs(Labeled.class).getText().equals("Render 4 versions"));
        clickOn("#render-versions");
        waitUntil(() -> versions().size() == 4);
        waitUntil(() -> !lookup("#render-versions").query().isDisabled());
    }

    @Test
    void fromSeveralOutcomesToABlindRankingToOneKeptAndSentOut() throws Exception {
        openShort();
        renderFour();
        assertThat(versions())
                .extracting(NotedVersion::name)
                .as("in the order they were asked for, whichever came first")
                .startsWith("all references, −16.0 LUFS", "all references, −12.0 LUFS")
                .doesNotHaveDuplicates();
        for (NotedVersion v : versions()) {
            assertThat(FfmpegTool.measure(v.version().file()).integrated())
                    .isCloseTo(v.version().settings().finish().targetLufs(), within(0.06));
        }

        clickOn("#rank-versions");
        waitUntil(() -> lookup("#start-ranking").tryQuery().isPresent());
        interact(() -> lookup("#rank-item-0")
                .queryAs(CheckBox.class)
                .getParent()
                .lookupAll(".check-box")
                .forEach(
                        n -> ((CheckBox) n).setSelected(((CheckBox) n).getText().startsWith("version “"))));
        interact(() -> lookup("#start-ranking")
                .queryAs(javafx.scene.control.Button.class)
                .fire());
        waitUntil(() -> app.window().blind().isOn());
        Optional<HeardVersion> heard =
                onFx(() -> app.window().listening().monitor().versionProperty().get());
        assertThat(heard).as("a version sounds in the mix's place").isPresent();
        assertThat(heard.get().asItIs()).isFalse();
        while (onFx(() -> app.window().blind().isOn())) {
            interact(() -> app.window().blind().rank(List.of(0, 1, 2, 3)));
        }
        assertThat(onFx(() -> app.window().workspace().logProperty().get().blindResults()))
                .hasSize(1);
        assertThat(onFx(() ->
                        app.window().listening().monitor().versionProperty().get()))
                .isEmpty();
        clickOn("#blind-close");
        var ranked = (oakmirror.blind.BlindResult.Ranking) onFx(() ->
                app.window().workspace().logProperty().get().blindResults().get(0));
        assertThat(ranked.names())
                .as("told apart from references of the same name")
                .allMatch(n -> n.startsWith("version “"))
                .doesNotHaveDuplicates();

        fire("#version-keep-2");
        text("#version-note-2", "too bright in the car");
        interact(() -> lookup("#version-note-2").queryAs(TextField.class).fireEvent(new javafx.event.ActionEvent()));
        fire("#version-out-0");
        NotedVersion kept = versions().stream()
                .filter(v -> v.note().standing() == Status.KEPT)
                .findFirst()
                .orElseThrow();
        assertThat(kept.note().note()).isEqualTo("too bright in the car");
        assertThat(versions()).filteredOn(NotedVersion::isDiscarded).hasSize(1);

        interact(() -> app.window().show(Station.SEND_OUT.ordinal()));
        waitUntil(() -> lookup("#send-kept").queryAs(CheckBox.class).getText().equals("Kept versions: 1"));
        interact(lookup("#send-master").queryAs(CheckBox.class)::fire);
        text("#output-folder", folder.resolve("out").toString());
        text("#output-name", "{title}, {version}");
        waitUntil(() -> !lookup("#render").query().isDisabled());
        clickOn("#render");
        Path sent = folder.resolve("out").resolve("Ebb Tide, " + kept.name().replace('−', '-') + ".wav");
        waitUntil(() -> Files.exists(sent) && Files.exists(folder.resolve("out/check-sums.sha256")));
        waitUntil(() -> lookup("#sent .result").tryQuery().isPresent());
        assertThat(onFx(() -> app.window().workspace().logProperty().get().sent()))
                .singleElement()
                .satisfies(s -> assertThat(s.faults()).isEmpty());
    }

    @Test
    void oneWhoseFileIsLostIsSaidAndIsNotHeard() throws Exception {
        openShort();
        interact(() -> app.window().show(Station.VERSIONS.ordinal()));
        interact(() -> lookup("#versions-folder")
                .queryAs(javafx.scene.control.Button.class)
                .fire());
        waitUntil(() -> !lookup("#render-versions").query().isDisabled());
        clickOn("#render-versions");
        waitUntil(() -> versions().size() == 1);
        Files.delete(versions().get(0).version().file());
        interact(() -> app.window().show(0));
        interact(() -> app.window().show(Station.VERSIONS.ordinal()));
        waitUntil(() -> lookup("The file no longer exists.").tryQuery().isPresent());
        assertThat(lookup("#hear-version-0").query().isDisabled()).isTrue();
        assertThat(lookup("Render again").tryQuery()).isPresent();
    }

    @Test
    void whatIsWantedFollowsTheSessionUntilSomethingIsWritten() throws Exception {
        openShort();
        interact(() -> app.window().show(Station.VERSIONS.ordinal()));
        waitUntil(() -> lookup("#variant-targets").tryQuery().isPresent());
        waitUntil(() ->
                lookup("#variant-targets").queryAs(TextField.class).getText().equals("-14"));
        interact(() -> app.window()
                .workspace()
                .change("target", s -> s.withFinish(s.finish().withTarget(-11, -1))));
        waitUntil(() ->
                lookup("#variant-targets").queryAs(TextField.class).getText().equals("-11"));
        text("#variant-targets", "−9; -12, -9");
        waitUntil(() ->
                lookup("#render-versions").queryAs(Labeled.class).getText().equals("Render 2 versions"));
        interact(() -> app.window()
                .workspace()
                .change("target", s -> s.withFinish(s.finish().withTarget(-13, -1))));
        settle();
        assertThat(lookup("#variant-targets").queryAs(TextField.class).getText())
                .isEqualTo("−9; -12, -9");
        interact(lookup("#variant-1").queryAs(CheckBox.class)::fire);
        waitUntil(() ->
                lookup("#render-versions").queryAs(Labeled.class).getText().equals("Render 1 version"));
        text("#variant-targets", "7");
        waitUntil(
                () -> lookup("The loudness target is −60 to 0 LUFS.").tryQuery().isPresent());
    }

    @Test
    void whatIsNoNumberIsSaid() throws Exception {
        openShort();
        interact(() -> app.window().show(Station.VERSIONS.ordinal()));
        waitUntil(() -> lookup("#variant-strengths").tryQuery().isPresent());
        text("#variant-strengths", "half");
        waitUntil(() -> lookup("“half” is not a number; write numbers with commas between.")
                .tryQuery()
                .isPresent());
        assertThat(lookup("#render-versions").query().isDisabled()).isTrue();
    }
}
