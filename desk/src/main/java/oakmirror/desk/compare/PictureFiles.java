package oakmirror.desk.compare;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.MenuButton;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.Region;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.FileSaving;
import oakmirror.desk.look.Picture;
import oakmirror.desk.look.Ui;
import oakmirror.media.file.TableFiles;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Takes the picture in the large place, and its numbers, out of the program. */
final class PictureFiles {

    private static final String FOLDER = "pictures";

    private final Workspace workspace;
    private final Asking asking;

    PictureFiles(Workspace workspace, Asking asking) {
        this.workspace = workspace;
        this.asking = asking;
    }

    /** A menu for whatever is in the large place of a page. */
    MenuButton menu(ComparePage page) {
        MenuButton menu = new MenuButton(Texts.of("compare.copy"));
        menu.setId("copy");
        menu.getStyleClass().setAll("menu-button", "link");
        Ui.tip(menu, Texts.of("compare.takeThePictureOr"));
        menu.getItems()
                .addAll(
                        Ui.item(Texts.of("compare.copyThePicture"), page::copyPicture),
                        Ui.item(Texts.of("compare.copyTheNumbers"), page::copyNumbers),
                        Ui.item(Texts.of("compare.saveThePictureAs"), () -> choose(menu, page.largeTitle(), "png")
                                .ifPresent(page::savePicture)),
                        Ui.item(Texts.of("compare.saveTheNumbersAs"), () -> choose(menu, page.largeTitle(), "csv")
                                .ifPresent(page::saveNumbers)));
        return menu;
    }

    /** Puts a picture of a node on the clipboard. */
    void copy(Region node) {
        ClipboardContent content = new ClipboardContent();
        content.putImage(Picture.of(node));
        Clipboard.getSystemClipboard().setContent(content);
        workspace.messageProperty().set(Texts.of("compare.thePictureIsOn"));
    }

    /** Puts numbers on the clipboard. */
    void copy(String text) {
        ClipboardContent content = new ClipboardContent();
        content.putString(text);
        Clipboard.getSystemClipboard().setContent(content);
        workspace.messageProperty().set(Texts.of("compare.theNumbersAreOn"));
    }

    /** Writes a picture of a node, twice as fine as on screen. */
    void savePicture(Region node, Path file) {
        WritableImage image = Picture.of(node);
        save(file, f -> Picture.write(image, f));
    }

    /** Writes numbers. */
    void saveNumbers(String text, Path file) {
        save(file, f -> TableFiles.writeText(f, text));
    }

    private void save(Path file, FileSaving.Writer writer) {
        FileSaving.save(workspace.programTasks(), file, writer, workspace.messageProperty()::set);
    }

    private Optional<Path> choose(MenuButton owner, String title, String ending) {
        String session = workspace.session().title().isBlank()
                ? "session"
                : workspace.session().title();
        String name =
                (session + " " + title).toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-") + "." + ending;
        return asking.save(
                title,
                FOLDER,
                name,
                List.of(new ExtensionFilter(ending.toUpperCase(Locale.ROOT), "*." + ending)),
                owner.getScene().getWindow());
    }
}
