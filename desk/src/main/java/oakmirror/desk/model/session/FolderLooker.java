package oakmirror.desk.model.session;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.application.Platform;
import oakmirror.desk.model.work.Job;
import oakmirror.desk.model.work.Jobs;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks through files and folders for audio, in the background: a large folder, or one far away, takes its time. */
public final class FolderLooker {

    private static final Logger LOG = LoggerFactory.getLogger(FolderLooker.class);
    private static final int DEEPEST_FOLDER = 4;

    private final ExecutorService looking = Workers.fixed("oakmirror-look", 1);
    private final Jobs jobs;

    /**
     * What was found.
     *
     * @param files the files that were given, and of folders every audio file
     * @param folders those that were folders
     * @param sentence what the user should know, or empty
     */
    public record Found(List<Path> files, List<Path> folders, String sentence) {}

    /** A looker whose work is shown among these. */
    public FolderLooker(Jobs jobs) {
        this.jobs = jobs;
    }

    /** Looks through files and folders; {@code then} takes what was found, on the window's thread. */
    public void lookThrough(List<Path> paths, Consumer<Found> then) {
        Job job = jobs.start("looking through what was added");
        looking.execute(() -> {
            Found found = find(paths, job);
            Platform.runLater(() -> {
                jobs.end(job);
                then.accept(found);
            });
        });
    }

    private static Found find(List<Path> paths, Job job) {
        List<Path> files = new ArrayList<>();
        List<Path> folders = new ArrayList<>();
        String sentence = "";
        try {
            for (Path path : paths) {
                if (Files.isDirectory(path)) {
                    folders.add(path);
                    files.addAll(audioIn(path, job));
                } else {
                    files.add(path);
                }
            }
            sentence = files.isEmpty() ? "There is no audio file in that folder." : "";
        } catch (CancellationException e) {
            return new Found(List.of(), List.of(), "Cancelled; nothing was added.");
        } catch (IOException | UncheckedIOException e) {
            LOG.info("a folder could not be looked through", e);
            sentence = "A folder may not be read; what is in it was left out.";
        }
        return new Found(files, folders, sentence);
    }

    private static List<Path> audioIn(Path folder, Job job) throws IOException {
        try (Stream<Path> files = Files.walk(folder, DEEPEST_FOLDER)) {
            return files.peek(f -> job.check(0))
                    .filter(AudioFile::looksLikeAudio)
                    .filter(Files::isRegularFile)
                    .sorted()
                    .toList();
        }
    }

    /** Ends all work. */
    public void close() {
        looking.shutdownNow();
    }
}
