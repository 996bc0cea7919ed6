package oakmirror.desk;

import java.io.File;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import oakmirror.desk.control.FileDialogs;

/** Answers whatever is asked for with the files it was given, or with none. */
final class AnsweringDialogs implements FileDialogs {

    private volatile List<File> answers = List.of();

    void answer(File... files) {
        answers = List.of(files);
    }

    @Override
    public List<File> open(FileChooser chooser, boolean several, Window owner) {
        return several ? answers : answers.stream().limit(1).toList();
    }

    @Override
    public Optional<File> save(FileChooser chooser, Window owner) {
        return answers.stream().findFirst();
    }

    @Override
    public Optional<File> folder(DirectoryChooser chooser, Window owner) {
        return answers.stream().findFirst();
    }
}
