package oakmirror.desk.control;

import java.io.IOException;
import java.nio.file.Path;
import java.util.function.Consumer;
import oakmirror.media.file.AudioFileException;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** Writes files that the user has named, away from the window's thread, and says that they are there, or why not. */
public final class FileSaving {

    private FileSaving() {}

    /** Writes a file. */
    @FunctionalInterface
    public interface Writer {

        /**
         * Writes it.
         *
         * @throws IOException when that cannot be
         */
        void write(Path file) throws IOException;
    }

    /**
     * Writes a file.
     *
     * @param told how it went, in one sentence
     */
    public static void save(Tasks tasks, Path file, Writer writer, Consumer<String> told) {
        Path name = file.getFileName();
        tasks.task(Kind.DISK, Texts.of("part.saving", name))
                .run(
                        progress -> {
                            writer.write(file);
                            return file;
                        },
                        saved -> told.accept(Texts.of("part.saved", name)),
                        failure -> told.accept(
                                failure.cause() instanceof AudioFileException
                                        ? failure.sentence()
                                        : Texts.of("part.couldNotBeWritten", name)));
    }
}
