package oakmirror.desk.model.session;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.Consumer;
import javafx.application.Platform;
import oakmirror.audio.Progress;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFileException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Measures the chosen passages in the background, each time only the newest choice of a track. Lives on the window's thread. */
final class PassageReadings {

    private static final Logger LOG = LoggerFactory.getLogger(PassageReadings.class);

    private final ExecutorService working = Workers.perProcessor("oakmirror-passage");
    private final TrackImporter importer;
    private final Map<TrackSlot, Origin> wanted = Collections.synchronizedMap(new WeakHashMap<>());
    private final Runnable changed;
    private final Consumer<String> said;

    /** Readings; {@code changed} is called when one is there or cannot be had, which {@code said} is told. */
    PassageReadings(TrackImporter importer, Runnable changed, Consumer<String> said) {
        this.importer = importer;
        this.changed = changed;
        this.said = said;
    }

    /** Sees to it that the chosen passage of a track is measured. */
    void follow(TrackSlot slot) {
        Optional<Origin> origin = slot.wanted();
        if (!slot.isMeasuring() || working.isShutdown()) {
            wanted.remove(slot); // what may be on its way is not wanted any more
            return;
        }
        if (origin.get().equals(wanted.put(slot, origin.get()))) {
            return; // on its way
        }
        ImportedTrack track = slot.imported().orElseThrow();
        working.execute(() -> measure(slot, track, origin.get()));
    }

    private void measure(TrackSlot slot, ImportedTrack track, Origin origin) {
        Progress whileWanted = done -> origin.equals(wanted.get(slot));
        try {
            whileWanted.check(0);
            TrackMeasurement measured =
                    importer.measurePassage(track, origin.passage().orElseThrow(), whileWanted);
            Platform.runLater(() -> ended(slot, origin, () -> slot.setPassage(measured)));
        } catch (CancellationException e) {
            LOG.debug("another passage was chosen meanwhile");
        } catch (AudioFileException | RuntimeException e) {
            LOG.error("measuring a passage failed", e);
            Platform.runLater(() -> ended(slot, origin, () -> {
                slot.setUnmeasurable(origin);
                said.accept("The passage of " + slot.track().name() + " could not be measured; the log says why.");
            }));
        }
    }

    private void ended(TrackSlot slot, Origin origin, Runnable then) {
        if (origin.equals(wanted.get(slot)) && slot.wanted().equals(Optional.of(origin))) {
            wanted.remove(slot);
            then.run();
            changed.run();
        }
    }

    void close() {
        working.shutdownNow();
    }
}
