package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.session.Album;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Audition;
import oakmirror.state.listening.MonitorControls.Band;
import org.junit.jupiter.api.Test;

/** The songs of a record: dropped, held against each other, heard, rendered. */
class RecordTest extends WindowTest {

    private volatile List<File> files = List.of();
    private volatile File out;

    @Override
    FileDialogs dialogs() {
        return new FileDialogs() {
            @Override
            public List<File> open(FileChooser chooser, boolean several, Window owner) {
                return files;
            }

            @Override
            public Optional<File> save(FileChooser chooser, Window owner) {
                return Optional.empty();
            }

            @Override
            public Optional<File> folder(DirectoryChooser chooser, Window owner) {
                return Optional.ofNullable(out);
            }
        };
    }

    private Album album() {
        return onFx(() -> app.window().workspace().session().album());
    }

    /** Three songs, of which the last is the demo's boomy mix. */
    private void openRecord() throws Exception {
        out = Files.createDirectories(folder.resolve("masters")).toFile();
        List<File> songs = new ArrayList<>();
        songs.add(TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), 10)
                .toFile());
        songs.add(TestFiles.music(folder.resolve("Slack.wav"), 48000, 9, 0.05).toFile());
        songs.add(TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), 10)
                .toFile());
        files = songs;
        interact(() -> app.window().show(Station.RECORD.ordinal()));
        interact(() -> lookup("#add-songs").queryAs(Button.class).fire());
        waitUntil(() -> lookup("#song-2").tryQuery().isPresent());
        waitUntil(() -> !lookup("#render-record").query().isDisabled());
    }

    private void fromMenu(int song, String entry) {
        interact(() -> lookup("#song-menu-" + song).queryAs(MenuButton.class).getItems().stream()
                .filter(i -> i.getText().startsWith(entry))
                .findFirst()
                .orElseThrow()
                .fire());
    }

    @Test
    void fromTheDropToMastersThatAreEquallyLoud() throws Exception {
        openRecord();
        assertThat(album().anchorIndex()).as("the first song to begin with").isZero();
        assertThat(lookup("#render-record").queryAs(Labeled.class).getText()).isEqualTo("Render 3 masters");
        clickOn("#render-record");
        waitUntil(() -> app.window().workspace().logProperty().get().sent().size() == 3);
        double wanted = FfmpegTool.measure(folder.resolve("Low Water.wav")).integrated();
        try (var masters = Files.list(out.toPath())) {
            List<Path> all = masters.filter(f -> f.toString().endsWith(".wav")).toList();
            assertThat(all).hasSize(3);
            for (Path master : all) {
                assertThat(FfmpegTool.measure(master).integrated())
                        .as(master.toString())
                        .isCloseTo(wanted, within(0.1));
            }
        }
        assertThat(out.toPath().resolve("check-sums.sha256")).exists();
        assertThat(onFx(() -> app.window().workspace().logProperty().get().sent()))
                .allMatch(s -> s.isGood());
    }

    @Test
    void orderAnchorLoudnessAndWayAreChosenAndUndone() throws Exception {
        openRecord();
        fromMenu(2, "Use as the anchor");
        waitUntil(() -> album().anchorIndex() == 2);
        fromMenu(2, "Move up");
        waitUntil(() -> album().anchorIndex() == 1);
        interact(lookup("#way-one-gain").queryAs(ToggleButton.class)::fire);
        interact(() -> {
            TextField target = lookup("#record-target").queryAs(TextField.class);
            target.setText("−16");
            target.fireEvent(new javafx.event.ActionEvent());
        });
        waitUntil(() -> album().targetLufs().equals(Optional.of(-16.0)));
        fromMenu(0, "Remove from record");
        assertThat(album().songs()).hasSize(2);
        for (int i = 0; i < 4; i++) {
            interact(() -> app.window().workspace().undo());
        }
        assertThat(album().anchorIndex()).isEqualTo(2);
        assertThat(album().songs()).hasSize(3);
        interact(() -> {
            TextField target = lookup("#record-target").queryAs(TextField.class);
            target.setText("loud");
            target.fireEvent(new javafx.event.ActionEvent());
        });
        waitUntil(() -> lookup("#record-told").queryAs(Labeled.class).getText().startsWith("“loud” is not a loudness"));
    }

    @Test
    void aZoneIsHeardOfBothAndTheJoinsOneAfterTheOther() throws Exception {
        openRecord();
        interact(() -> lookup("#zone-2-" + Zone.LOW_MID.ordinal()).query().fireEvent(click()));
        waitUntil(() -> app.window().listening().auditioning().isOn());
        Audition both = onFx(() ->
                app.window().listening().auditioning().heardProperty().get().orElseThrow());
        assertThat(both.tracks()).extracting(Audition.Heard::name).containsExactly("Ebb Tide", "Low Water");
        assertThat(both.tracks()).allMatch(t -> t.gainDb() <= 0);
        assertThat(onFx(() -> app.window().listening().monitor().bandProperty().get()))
                .contains(Band.of(Zone.LOW_MID));
        waitUntil(() -> lookup("#audition-1").tryQuery().isPresent());
        type(javafx.scene.input.KeyCode.TAB);
        assertThat(onFx(() -> app.window()
                        .listening()
                        .auditioning()
                        .heardProperty()
                        .get()
                        .orElseThrow()
                        .heard()))
                .isEqualTo(1);
        interact(() -> lookup("#hear-joins").queryAs(Button.class).fire());
        waitUntil(() -> app.window()
                .listening()
                .auditioning()
                .heardProperty()
                .get()
                .filter(a -> a.tracks().size() == 2 && a.tracks().get(0).name().equals("1 into 2"))
                .isPresent());
        type(javafx.scene.input.KeyCode.SPACE);
        assertThat(onFx(() -> app.window().listening().auditioning().isOn())).isFalse();
    }

    private static javafx.scene.input.MouseEvent click() {
        return new javafx.scene.input.MouseEvent(
                javafx.scene.input.MouseEvent.MOUSE_CLICKED,
                1,
                1,
                1,
                1,
                javafx.scene.input.MouseButton.PRIMARY,
                1,
                false,
                false,
                false,
                false,
                true,
                false,
                false,
                true,
                false,
                false,
                null);
    }

    @Test
    void oneThatCannotBeReadIsNamedAndTheRestGoesOnWithoutIt() throws Exception {
        openRecord();
        Path broken = Files.writeString(folder.resolve("broken.wav"), "no sound at all");
        files = List.of(broken.toFile());
        interact(() -> lookup("#add-songs").queryAs(Button.class).fire());
        waitUntil(() -> lookup("#record-told").queryAs(Labeled.class).getText().startsWith("broken.wav"));
        assertThat(lookup("#render-record").query().isDisabled()).isTrue();
        assertThat(lookup("#song-3").tryQuery())
                .as("it stays to be found or taken off")
                .isPresent();
        fromMenu(3, "Remove from record");
        waitUntil(() -> !lookup("#render-record").query().isDisabled());
        assertThat(lookup("#record-told").queryAs(Labeled.class).getText()).isEmpty();
    }

    @Test
    void theMatrixGoesAgainstTheAnchorOrTheOthers() throws Exception {
        openRecord();
        String zone = "#zone-2-" + Zone.AIR.ordinal();
        waitUntil(() -> lookup(zone).query().getAccessibleText().contains("vs. the anchor"));
        String toAnchor = onFx(() -> lookup(zone).query().getAccessibleText());
        interact(lookup("#against-others").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> lookup(zone).query().getAccessibleText().contains("vs. the mean of the others"));
        assertThat(onFx(() -> lookup(zone).query().getAccessibleText())).isNotEqualTo(toAnchor);
        assertThat(onFx(() -> lookup("#zone-0-0").query().getAccessibleText())).startsWith("Low Water, Sub: ");
    }
}
