package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.AccessibleAttribute;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javax.imageio.ImageIO;
import oakmirror.delivery.TagEdits.CoverChoice;
import oakmirror.delivery.TagField;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.control.ShowInFolderAccess;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.TagReader;
import oakmirror.session.Sent;
import oakmirror.session.Session;
import org.junit.jupiter.api.Test;

/** Send out: what is chosen on the left, what will be written on the right, what was found beneath. */
class SendOutTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private List<Sent> sent() {
        return onFx(() -> app.window().workspace().logProperty().get().sent());
    }

    private void text(String field, String text) {
        interact(() -> lookup(field).queryAs(TextField.class).setText(text));
    }

    /** Types into a field, and goes on. */
    private void enter(String field, String text) {
        interact(() -> {
            TextField into = lookup(field).queryAs(TextField.class);
            into.setText(text);
            into.fireEvent(new javafx.event.ActionEvent());
        });
    }

    private <T> void choose(String box, T value) {
        interact(() -> {
            ChoiceBox<T> choice = lookup(box).query();
            choice.setValue(value);
        });
    }

    private String preview() {
        return onFx(() -> {
            StringBuilder all = new StringBuilder();
            lookup("#preview").query().lookupAll(".label").forEach(l -> all.append(((Labeled) l).getText())
                    .append('\n'));
            return all.toString();
        });
    }

    private Path out() {
        return folder.resolve("out");
    }

    private void openShort() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), 8);
        Files.createDirectories(out());
        interact(() -> app.window().workspace().addFiles(List.of(mix)));
        waitUntil(() -> app.window().workspace().settledProperty().get()
                && app.window()
                        .workspace()
                        .tracks()
                        .mix()
                        .flatMap(t -> t.imported())
                        .isPresent());
        interact(() -> app.window().show(Station.SEND_OUT.ordinal()));
        waitUntil(() -> lookup("#output-folder").tryQuery().isPresent());
        text("#output-folder", out().toString());
    }

    @Test
    void whatWillBeWrittenIsShownBeforeItIs() throws Exception {
        openShort();
        waitUntil(() -> preview().contains("Ebb Tide master.wav"));
        assertThat(preview()).contains("WAV, 24 bit, 48 kHz, dithered", "2.3 MB, 0:08", "bext 2", CheckSums.NAME);
        choose("#output-format", OutputFormat.OPUS);
        waitUntil(() -> preview().contains("Ebb Tide master.opus"));
        assertThat(preview()).contains("R128 gain", "for test listening");
        assertThat(lookup("#output-dither").query().isDisabled())
                .as("nothing is rounded")
                .isTrue();
        choose("#output-format", OutputFormat.FLAC_16);
        choose("#output-rate", Optional.of(44100));
        text("#output-name", "{track} {title}, {loudness}");
        waitUntil(() -> preview().contains("Ebb Tide, -14.0 LUFS.flac"));
        assertThat(preview()).contains("the mix, at 48 kHz, is resampled to 44.1 kHz before limiting");
        Files.createFile(out().resolve("Ebb Tide, -14.0 LUFS.flac"));
        text("#output-folder", out() + "/");
        waitUntil(() ->
                preview().contains("Ebb Tide, -14.0 LUFS 2.flac") && preview().contains("already exists and is kept"));
        interact(lookup("#send-master").queryAs(CheckBox.class)::fire);
        waitUntil(() -> preview().contains("Nothing selected"));
        assertThat(lookup("#render").query().isDisabled()).isTrue();
    }

    /** A picture of both ends; a press on it goes there. */
    @Test
    void howTheMixBeginsAndEndsIsSeenAndHeard() throws Exception {
        openShort();
        waitUntil(() -> lookup("#ends").query().isVisible());
        String said = onFx(() -> (String) lookup("#ends").query().queryAccessibleAttribute(AccessibleAttribute.TEXT));
        assertThat(said).startsWith("Start and end of the mix: 0.0");
        Region ends = lookup("#ends").queryAs(Region.class);
        Point2D late = onFx(() -> ends.localToScreen(ends.getWidth() - 10, ends.getHeight() / 2));
        clickOn(late);
        double seconds = onFx(() ->
                workspace().tracks().mix().orElseThrow().audio().orElseThrow().seconds());
        waitUntil(() -> app.window().listening().secondsOf(0) > seconds - 0.3);
        Point2D early = onFx(() -> ends.localToScreen(36, ends.getHeight() / 2));
        clickOn(early);
        waitUntil(() -> app.window().listening().secondsOf(0) < 0.3);
    }

    @Test
    void choicesAreUndoneOneByOne() throws Exception {
        openShort();
        Session before = session();
        choose("#output-format", OutputFormat.FLAC_16);
        interact(lookup("#output-dither").queryAs(CheckBox.class)::fire);
        interact(lookup("#check-sums").queryAs(CheckBox.class)::fire);
        interact(lookup("#for-lossy").queryAs(CheckBox.class)::fire);
        assertThat(session().output().forLossy()).isTrue();
        assertThat(session().output().dithered()).isFalse();
        assertThat(session().delivery().checkSums()).isFalse();
        for (int i = 0; i < 4; i++) {
            interact(() -> app.window().workspace().undo());
        }
        assertThat(session()).isEqualTo(before);
        assertThat(onFx(() -> lookup("#for-lossy").queryAs(CheckBox.class).isSelected()))
                .isFalse();
        assertThat(onFx(() -> lookup("#check-sums").queryAs(CheckBox.class).isSelected()))
                .isTrue();
    }

    @Test
    void tagsAreWrittenRefusedUndoneAndCarried() throws Exception {
        openShort();
        clickOn("#send-tags");
        enter("#tag-title", "Ebb Tide");
        enter("#tag-artist", "The Withy Lanterns");
        enter("#tag-isrc", "QZ-ABC-26-1");
        waitUntil(() -> lookup(
                        "An ISRC has two letters, three letters or digits, and seven digits, like QZ-ABC-26-00001.")
                .tryQuery()
                .isPresent());
        assertThat(session().delivery().tags().texts()).doesNotContainKey(TagField.ISRC);
        enter("#tag-isrc", "qz-abc-26-00001");
        assertThat(session().delivery().tags().texts()).containsEntry(TagField.ISRC, "QZABC2600001");
        Path cover = folder.resolve("cover.png");
        ImageIO.write(new BufferedImage(20, 20, BufferedImage.TYPE_INT_RGB), "png", cover.toFile());
        answers.answer(cover.toFile());
        interact(() -> app.window().root().lookupAll(".button").stream()
                .filter(b -> b instanceof Button button
                        && button.getAccessibleHelp() != null
                        && button.getAccessibleHelp().startsWith("JPEG or PNG"))
                .forEach(b -> ((Button) b).fire()));
        assertThat(session().delivery().tags().cover()).isEqualTo(CoverChoice.OTHER);
        clickOn("#render");
        waitUntil(() -> sent().size() == 1);
        var tags = TagReader.read(sent().get(0).file());
        assertThat(tags.text(TagField.ISRC)).isEqualTo("QZABC2600001");
        assertThat(tags.text(TagField.ARTIST)).isEqualTo("The Withy Lanterns");
        assertThat(tags.cover()).isPresent();
        interact(() -> app.window().workspace().undo());
        interact(() -> app.window().workspace().undo());
        waitUntil(() -> lookup("#tag-isrc").queryAs(TextField.class).getText().isEmpty());
        assertThat(lookup("#tag-artist").queryAs(TextField.class).getText()).isEqualTo("The Withy Lanterns");
    }

    @Test
    void whatWasFoundStaysWithTheSession() throws Exception {
        openShort();
        clickOn("#render");
        waitUntil(() -> sent().size() == 1);
        waitUntil(() -> lookup("#sent .result").tryQuery().isPresent());
        Sent first = sent().get(0);
        assertThat(first.isGood()).isTrue();
        assertThat(first.findings()).contains("length correct", "dithered", "channels in order", "no clipping");
        assertThat(first.findings().get(0)).isEqualTo("−14.0 LUFS");
        assertThat(FfmpegTool.measure(first.file()).integrated()).isCloseTo(-14, within(0.06));
        assertThat(CheckSums.read(out().resolve(CheckSums.NAME))).containsEntry("Ebb Tide master.wav", first.sha256());
        Path kept = folder.resolve("kept.oakmirror.json");
        saveAs(kept);
        reopen(kept);
        assertThat(sent()).containsExactly(first);
    }

    @Test
    void whatCannotBeWrittenIsSaidInASentence() throws Exception {
        openShort();
        text("#output-folder", folder.resolve("nowhere").toString());
        clickOn("#render");
        waitUntil(() ->
                lookup("#send-told").queryAs(Labeled.class).getText().contains("does not exist. Choose another."));
        text("#output-name", "{mood}");
        waitUntil(() -> lookup("#render").query().isDisabled());
        assertThat(session().delivery().name().text())
                .as("what was there stays")
                .isEqualTo("{title} master");
        text("#output-name", "{title}");
        waitUntil(() -> !lookup("#render").query().isDisabled());
        type(KeyCode.ESCAPE);
    }

    @Test
    void aReportIsWrittenBesideTheMasters() throws Exception {
        openShort();
        interact(lookup("#report-html").queryAs(Button.class)::fire);
        interact(lookup("#report-pdf").queryAs(Button.class)::fire);
        waitUntil(() -> sent().size() == 2);
        assertThat(out().resolve("Untitled report.html")).exists();
        assertThat(Files.readString(out().resolve("Untitled report.pdf"), java.nio.charset.StandardCharsets.ISO_8859_1))
                .startsWith("%PDF");
    }

    @Test
    void theFolderIsOpenedByWhatTheSystemHas() {
        Path file = Path.of("/music/out/a b.wav");
        assertThat(ShowInFolderAccess.command("Linux", file)).containsExactly("xdg-open", "/music/out");
        assertThat(ShowInFolderAccess.command("Mac OS X", file)).containsExactly("open", "-R", "/music/out/a b.wav");
        assertThat(ShowInFolderAccess.command("Windows 11", file))
                .containsExactly("explorer", "/select,/music/out/a b.wav");
    }
}
