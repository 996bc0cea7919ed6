package oakmirror.desk.model.listen;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import javafx.application.Platform;
import oakmirror.audio.StereoSource;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.model.work.Job;
import oakmirror.media.ImportedTrack;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFileException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * References made longer or shorter so that their bars last as long as the mix's. Done in the background when it is wanted first, kept
 * afterwards. Lives on the window's thread.
 */
final class TempoAlignment {

    private static final Logger LOG = LoggerFactory.getLogger(TempoAlignment.class);
    /** A track and by how much it is made longer. */
    record Key(ImportedTrack track, double factor) {}

    private final Workspace workspace;
    private final Runnable changed;
    private final ExecutorService working = Workers.fixed("oakmirror-stretch", 1);
    private final Map<Key, StereoSource> made = new HashMap<>();
    private final Set<Key> running = new HashSet<>();
    private final Set<Key> failed = new HashSet<>();

    TempoAlignment(Workspace workspace, Runnable changed) {
        this.workspace = workspace;
        this.changed = changed;
    }

    /** The stretched track, or empty while it is not ready; then it is being made. */
    Optional<StereoSource> stretched(TrackSlot slot, double factor) {
        Optional<Key> key = slot.imported().map(t -> new Key(t, factor));
        if (key.isEmpty()) {
            return Optional.empty();
        }
        boolean isNew = !made.containsKey(key.get()) && !failed.contains(key.get());
        if (isNew && !working.isShutdown() && running.add(key.get())) {
            start(key.get(), slot.track().name());
        }
        return Optional.ofNullable(made.get(key.get()));
    }

    private void start(Key key, String name) {
        Job job = workspace.jobs().start("bringing " + name + " to the mix's tempo");
        working.execute(() -> {
            Optional<StereoSource> source = Optional.empty();
            String sentence = "";
            try {
                source = Optional.of(workspace.tracks().importer().stretched(key.track(), key.factor(), job));
            } catch (CancellationException e) {
                sentence = "Cancelled; turn tempo alignment off and on to try again.";
            } catch (AudioFileException | RuntimeException e) {
                LOG.warn("stretching failed", e);
                sentence = e instanceof AudioFileException ? e.getMessage() : "A track could not be brought to tempo.";
            }
            Optional<StereoSource> result = source;
            String said = sentence;
            Platform.runLater(() -> {
                workspace.jobs().end(job);
                running.remove(key);
                result.ifPresent(s -> made.put(key, s));
                if (result.isEmpty()) {
                    failed.add(key);
                    workspace.messageProperty().set(said);
                }
                changed.run();
            });
        });
    }

    /** Forgets what could not be made, so that it is tried again. */
    void forgetFailures() {
        failed.clear();
    }

    void close() {
        working.shutdownNow();
    }
}
