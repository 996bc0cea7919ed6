package oakmirror.desk.compare;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.MenuButton;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.Region;
import javafx.stage.FileChooser;
import oakmirror.desk.look.Picture;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.session.Settings;
import oakmirror.desk.model.session.Workspace;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.TableFiles;

/** Takes the picture in the large place, and its numbers, out of the program. */
final class PictureFiles {

    private static final String FOLDER = "pictures";

    private final Workspace workspace;
    private final Settings settings;

    PictureFiles(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
    }

    /** A menu for whatever is in the large place of a page. */
    MenuButton menu(ComparePage page) {
        MenuButton menu = new MenuButton("copy");
        menu.setId("copy");
        menu.getStyleClass().setAll("menu-button", "link");
        Ui.tip(menu, "Take the picture or its numbers out");
        menu.getItems()
                .addAll(
                        Ui.item("copy the picture", page::copyPicture),
                        Ui.item("copy the numbers", page::copyNumbers),
                        Ui.item("save the picture as PNG …", () -> choose(menu, page.largeTitle(), "png")
                                .ifPresent(page::savePicture)),
                        Ui.item("save the numbers as CSV …", () -> choose(menu, page.largeTitle(), "csv")
                                .ifPresent(page::saveNumbers)));
        return menu;
    }

    /** Puts a picture of a node on the clipboard. */
    void copy(Region node) {
        ClipboardContent content = new ClipboardContent();
        content.putImage(Picture.of(node));
        Clipboard.getSystemClipboard().setContent(content);
        workspace.messageProperty().set("The picture is on the clipboard.");
    }

    /** Puts numbers on the clipboard. */
    void copy(String text) {
        ClipboardContent content = new ClipboardContent();
        content.putString(text);
        Clipboard.getSystemClipboard().setContent(content);
        workspace.messageProperty().set("The numbers are on the clipboard.");
    }

    /** Writes a picture of a node, twice as fine as on screen. */
    void savePicture(Region node, Path file) {
        WritableImage image = Picture.of(node);
        try {
            Picture.write(image, file);
            workspace.messageProperty().set("Saved " + file.getFileName() + ".");
        } catch (IOException e) {
            workspace
                    .messageProperty()
                    .set(file.getFileName() + " could not be written; choose a folder that allows it and has room.");
        }
    }

    /** Writes numbers. */
    void saveNumbers(String text, Path file) {
        try {
            TableFiles.writeText(file, text);
            workspace.messageProperty().set("Saved " + file.getFileName() + ".");
        } catch (AudioFileException e) {
            workspace.messageProperty().set(e.getMessage());
        }
    }

    private Optional<Path> choose(MenuButton owner, String title, String ending) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        String session = workspace.session().name().isBlank()
                ? "session"
                : workspace.session().name();
        chooser.setInitialFileName(
                (session + " " + title).toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-") + "." + ending);
        settings.folder(FOLDER).map(Path::toFile).ifPresent(chooser::setInitialDirectory);
        chooser.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter(ending.toUpperCase(Locale.ROOT), "*." + ending));
        Optional<Path> chosen = Optional.ofNullable(
                        chooser.showSaveDialog(owner.getScene().getWindow()))
                .map(File::toPath);
        chosen.map(Path::getParent).ifPresent(folder -> settings.rememberFolder(FOLDER, folder));
        return chosen;
    }
}
