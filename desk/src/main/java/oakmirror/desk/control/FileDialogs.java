package oakmirror.desk.control;

import java.io.File;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asking for files and folders. The system's own dialogs cannot be driven by a test; what they are asked and what becomes of the answer can. */
public interface FileDialogs {

    /** The system's own. */
    FileDialogs SYSTEM = new FileDialogs() {
        @Override
        public List<File> open(FileChooser chooser, boolean several, Window owner) {
            List<File> chosen = several
                    ? chooser.showOpenMultipleDialog(owner)
                    : Optional.ofNullable(chooser.showOpenDialog(owner))
                            .map(List::of)
                            .orElse(null);
            return chosen == null ? List.of() : chosen;
        }

        @Override
        public Optional<File> save(FileChooser chooser, Window owner) {
            return Optional.ofNullable(chooser.showSaveDialog(owner));
        }

        @Override
        public Optional<File> folder(DirectoryChooser chooser, Window owner) {
            return Optional.ofNullable(chooser.showDialog(owner));
        }
    };

    /** Files to open, one at most unless several may be chosen; none when it is cancelled. */
    List<File> open(FileChooser chooser, boolean several, Window owner);

    /** A file to write; empty when it is cancelled. */
    Optional<File> save(FileChooser chooser, Window owner);

    /** A folder; empty when it is cancelled. */
    Optional<File> folder(DirectoryChooser chooser, Window owner);
}
