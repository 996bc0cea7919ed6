package oakmirror.state.workspace;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.media.file.AudioFile;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks through files and folders for audio, in the background: a large folder, or one far away, takes its time. */
public final class FolderLooker {

    private static final Logger LOG = LoggerFactory.getLogger(FolderLooker.class);
    private static final int DEEPEST_FOLDER = 4;

    private final Tasks tasks;

    /**
     * What was found.
     *
     * @param files the files that were given, and of folders every audio file
     * @param folders those that were folders
     * @param sentence what the user should know, or empty
     */
    public record Found(List<Path> files, List<Path> folders, String sentence) {}

    /** A looker whose work is among these. */
    public FolderLooker(Tasks tasks) {
        this.tasks = tasks;
    }

    /** Looks through files and folders; {@code then} takes what was found, on the window's thread. */
    public void lookThrough(List<Path> paths, Consumer<Found> then) {
        tasks.shown(Kind.DISK, Texts.of("workspace.lookingThroughWhatWas"))
                .run(
                        progress -> find(paths, progress),
                        then,
                        failure -> then.accept(new Found(
                                List.of(),
                                List.of(),
                                failure.isCancelled()
                                        ? Texts.of("workspace.cancelledNothingWasAdded")
                                        : failure.sentence())));
    }

    private static Found find(List<Path> paths, Progress progress) {
        List<Path> files = new ArrayList<>();
        List<Path> folders = new ArrayList<>();
        String sentence = "";
        try {
            for (Path path : paths) {
                if (Files.isDirectory(path)) {
                    folders.add(path);
                    files.addAll(audioIn(path, progress));
                } else {
                    files.add(path);
                }
            }
            sentence = files.isEmpty() ? Texts.of("workspace.thereIsNoAudio") : "";
        } catch (IOException | UncheckedIOException e) {
            LOG.info("a folder could not be looked through", e);
            sentence = Texts.of("workspace.aFolderMayNot");
        }
        return new Found(files, folders, sentence);
    }

    private static List<Path> audioIn(Path folder, Progress progress) throws IOException {
        try (Stream<Path> files = Files.walk(folder, DEEPEST_FOLDER)) {
            return files.peek(f -> progress.check(0))
                    .filter(AudioFile::looksLikeAudio)
                    .filter(Files::isRegularFile)
                    .sorted()
                    .toList();
        }
    }
}
