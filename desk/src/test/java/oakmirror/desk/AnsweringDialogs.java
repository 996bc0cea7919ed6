package oakmirror.desk;

import java.io.File;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import oakmirror.desk.control.FileDialogs;

/** Answers whatever is asked for with one file, or with none. */
final class AnsweringDialogs implements FileDialogs {

    private volatile Optional<File> answer = Optional.empty();

    void answer(File file) {
        answer = Optional.of(file);
    }

    @Override
    public List<File> open(FileChooser chooser, boolean several, Window owner) {
        return answer.stream().toList();
    }

    @Override
    public Optional<File> save(FileChooser chooser, Window owner) {
        return answer;
    }

    @Override
    public Optional<File> folder(DirectoryChooser chooser, Window owner) {
        return answer;
    }
}
