package oakmirror.desk.control;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.media.file.AudioFile;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/** Asks for files and folders, each kind beginning in the folder where it was last found or put. */
public final class Asking {

    /** Audio, or whatever the user thinks is. */
    public static List<ExtensionFilter> audioFiles() {
        return List.of(
                new ExtensionFilter(Texts.of("part.audio"), AudioFile.patterns()),
                new ExtensionFilter(Texts.of("part.allFiles"), "*.*"));
    }

    private final FileDialogs dialogs;
    private final Settings settings;

    /** Asks through dialogs, and remembers folders in the settings. */
    public Asking(FileDialogs dialogs, Settings settings) {
        this.dialogs = dialogs;
        this.settings = settings;
    }

    /** Files to open; {@code kind} is what the folder is remembered under. */
    public List<Path> files(String title, String kind, List<ExtensionFilter> filters, Window owner) {
        return open(title, kind, filters, true, owner);
    }

    /** A file to open. */
    public Optional<Path> file(String title, String kind, List<ExtensionFilter> filters, Window owner) {
        return open(title, kind, filters, false, owner).stream().findFirst();
    }

    private List<Path> open(String title, String kind, List<ExtensionFilter> filters, boolean several, Window owner) {
        List<Path> chosen = dialogs.open(chooser(title, kind, filters), several, owner).stream()
                .map(File::toPath)
                .toList();
        chosen.stream().findFirst().map(Path::getParent).ifPresent(f -> settings.rememberFolder(kind, f));
        return chosen;
    }

    /** A file to write, with a name to begin with. */
    public Optional<Path> save(String title, String kind, String name, List<ExtensionFilter> filters, Window owner) {
        FileChooser chooser = chooser(title, kind, filters);
        chooser.setInitialFileName(name);
        Optional<Path> chosen = dialogs.save(chooser, owner).map(File::toPath);
        chosen.map(Path::getParent).ifPresent(f -> settings.rememberFolder(kind, f));
        return chosen;
    }

    /** A folder. */
    public Optional<Path> folder(String title, String kind, Window owner) {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        settings.folder(kind).map(Path::toFile).ifPresent(chooser::setInitialDirectory);
        Optional<Path> chosen = dialogs.folder(chooser, owner).map(File::toPath);
        chosen.ifPresent(f -> settings.rememberFolder(kind, f));
        return chosen;
    }

    private FileChooser chooser(String title, String kind, List<ExtensionFilter> filters) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters().addAll(filters);
        settings.folder(kind).map(Path::toFile).ifPresent(chooser::setInitialDirectory);
        return chooser;
    }
}
