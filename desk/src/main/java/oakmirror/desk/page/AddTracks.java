package oakmirror.desk.page;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import oakmirror.desk.model.Settings;
import oakmirror.desk.model.Workspace;
import oakmirror.media.file.AudioFile;

/** Bringing files in: chosen one by one, by folder, again from a folder used lately, or dropped. */
public final class AddTracks {

    private static final int DEEPEST_FOLDER = 4;

    private final Workspace workspace;
    private final Settings settings;
    private final Supplier<Window> window;

    /** Adds to a workspace; choosers belong to the window. */
    public AddTracks(Workspace workspace, Settings settings, Supplier<Window> window) {
        this.workspace = workspace;
        this.settings = settings;
        this.window = window;
    }

    /** Lets the user choose audio files to add. */
    public void chooseFiles() {
        List<File> files = chooser("Add tracks").showOpenMultipleDialog(window.get());
        if (files != null && !files.isEmpty()) {
            settings.rememberFolder("audio", files.get(0).toPath().getParent());
            addAll(files.stream().map(File::toPath).toList());
        }
    }

    /** Lets the user choose one file for a track that is missing. */
    Optional<Path> find(String title) {
        File file = chooser(title).showOpenDialog(window.get());
        if (file != null) {
            settings.rememberFolder("audio", file.toPath().getParent());
        }
        return Optional.ofNullable(file).map(File::toPath);
    }

    private void chooseFolder() {
        DirectoryChooser chooser = new DirectoryChooser();
        settings.folder("audio").ifPresent(f -> chooser.setInitialDirectory(f.toFile()));
        File folder = chooser.showDialog(window.get());
        if (folder != null) {
            settings.rememberFolder("audio", folder.toPath());
            addAll(List.of(folder.toPath()));
        }
    }

    /** A menu of folders: one to choose, and those used lately. */
    MenuButton folderMenu() {
        MenuButton menu = new MenuButton("add folder");
        menu.setId("add-folder");
        menu.getStyleClass().setAll("menu-button", "link");
        menu.setFocusTraversable(false);
        menu.setTooltip(new Tooltip("Add every audio file of a folder"));
        menu.setOnShowing(e -> fill(menu));
        fill(menu);
        return menu;
    }

    private void fill(MenuButton menu) {
        MenuItem choose = new MenuItem("Choose a folder…");
        choose.setOnAction(e -> chooseFolder());
        menu.getItems().setAll(choose);
        List<Path> recent = settings.recentFolders();
        if (!recent.isEmpty()) {
            menu.getItems().add(new SeparatorMenuItem());
        }
        for (Path folder : recent) {
            MenuItem item = new MenuItem(folder.toString());
            item.setMnemonicParsing(false);
            item.setOnAction(e -> addAll(List.of(folder)));
            menu.getItems().add(item);
        }
    }

    private FileChooser chooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        settings.folder("audio").ifPresent(f -> chooser.setInitialDirectory(f.toFile()));
        chooser.getExtensionFilters()
                .addAll(
                        new FileChooser.ExtensionFilter("Audio", AudioFile.patterns()),
                        new FileChooser.ExtensionFilter("All files", "*.*"));
        return chooser;
    }

    /** Adds files, and of folders every audio file below them. */
    public void addAll(List<Path> paths) {
        paths.stream().filter(Files::isDirectory).forEach(settings::rememberAdded);
        List<Path> files = paths.stream()
                .flatMap(p -> Files.isDirectory(p) ? audioIn(p).stream() : Stream.of(p))
                .toList();
        if (files.isEmpty()) {
            workspace.messageProperty().set("There is no audio file in that folder.");
        }
        workspace.addFiles(files);
    }

    private List<Path> audioIn(Path folder) {
        try (Stream<Path> files = Files.walk(folder, DEEPEST_FOLDER)) {
            return files.filter(Files::isRegularFile)
                    .filter(AudioFile::looksLikeAudio)
                    .sorted()
                    .toList();
        } catch (IOException | java.io.UncheckedIOException e) {
            workspace.messageProperty().set("The folder " + folder.getFileName() + " may not be read.");
            return List.of();
        }
    }
}
