package oakmirror.desk.control;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.Window;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.FolderLooker;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.StemChanges;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Bringing files in: chosen one by one, by folder, again from a folder used lately, or dropped. */
public final class AddTracks {

    private static final String FOLDER = "audio";

    private final Workspace workspace;
    private final Settings settings;
    private final Asking asking;
    private final Supplier<Window> window;
    private final FolderLooker looker;

    /** Adds to a workspace; choosers belong to the window. */
    public AddTracks(Workspace workspace, Settings settings, Asking asking, Supplier<Window> window) {
        this.workspace = workspace;
        this.settings = settings;
        this.asking = asking;
        this.window = window;
        looker = new FolderLooker(workspace.sessionTasks());
    }

    /** Lets the user choose audio files to add. */
    public void chooseFiles() {
        List<Path> files = asking.files(Texts.of("part.addTracks"), FOLDER, Asking.audioFiles(), window.get());
        if (!files.isEmpty()) {
            addAll(files);
        }
    }

    /** Lets the user choose files that are stems of the mix. */
    public void chooseStems() {
        List<Path> files = asking.files(Texts.of("part.addStemsOfThe"), FOLDER, Asking.audioFiles(), window.get());
        if (!files.isEmpty()) {
            addStems(files);
        }
    }

    /** The same with a folder. */
    public void chooseStemFolder() {
        asking.folder(Texts.of("part.addAFolderOf"), FOLDER, window.get()).ifPresent(f -> addStems(List.of(f)));
    }

    /** Adds files, and of folders every audio file below them, as stems of the mix. */
    public void addStems(List<Path> paths) {
        looker.lookThrough(paths, found -> {
            new StemChanges(workspace).add(found.files());
            if (!found.sentence().isEmpty()) {
                workspace.messageProperty().set(found.sentence());
            }
        });
    }

    /** Lets the user choose one file for a track that is missing. */
    public Optional<Path> find(String title) {
        return asking.file(title, FOLDER, Asking.audioFiles(), window.get());
    }

    private void chooseFolder() {
        asking.folder(Texts.of("part.addAFolder"), FOLDER, window.get()).ifPresent(f -> addAll(List.of(f)));
    }

    /** A menu of where tracks come from: files, a folder, folders used lately, and what plays outside, which {@code input} opens. */
    public MenuButton menu(String key, Runnable input) {
        MenuButton menu = new MenuButton(Texts.of("part.addTracks"));
        menu.setId("add-tracks");
        menu.getStyleClass().setAll("menu-button", "link");
        Ui.tip(menu, Texts.of("part.addEveryAudioFile"));
        menu.setOnShowing(e -> fill(menu, key, input));
        fill(menu, key, input);
        return menu;
    }

    private void fill(MenuButton menu, String key, Runnable input) {
        menu.getItems()
                .setAll(
                        Ui.item(Texts.of("part.chooseFiles", key), this::chooseFiles),
                        Ui.item(Texts.of("part.chooseAFolder"), this::chooseFolder),
                        Ui.item(Texts.of("part.liveInput"), input));
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

    /** Adds files, and of folders every audio file below them, which are looked through in the background. */
    public void addAll(List<Path> paths) {
        looker.lookThrough(paths, found -> {
            found.folders().forEach(settings::rememberAdded);
            workspace.addFiles(found.files());
            if (!found.sentence().isEmpty()) {
                workspace.messageProperty().set(found.sentence());
            }
        });
    }
}
