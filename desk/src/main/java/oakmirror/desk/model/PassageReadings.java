package oakmirror.desk.model;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import java.util.concurrent.ExecutorService;
import javafx.application.Platform;
import oakmirror.audio.TimeRange;
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
    private final Map<TrackSlot, TimeRange> wanted = Collections.synchronizedMap(new WeakHashMap<>());
    private final Runnable changed;

    /** Readings; {@code changed} is called when one is there. */
    PassageReadings(TrackImporter importer, Runnable changed) {
        this.importer = importer;
        this.changed = changed;
    }

    /** Sees to it that the chosen passage of a track is measured. */
    void follow(TrackSlot slot) {
        Optional<ImportedTrack> track = slot.imported();
        Optional<TimeRange> range = slot.chosenRange();
        if (track.isEmpty() || range.isEmpty() || slot.isMeasured(range.get()) || working.isShutdown()) {
            return;
        }
        if (range.get().equals(wanted.put(slot, range.get()))) {
            return; // on its way
        }
        working.execute(() -> measure(slot, track.get(), range.get()));
    }

    private void measure(TrackSlot slot, ImportedTrack track, TimeRange range) {
        if (!range.equals(wanted.get(slot))) {
            return; // another one has been chosen since
        }
        try {
            TrackMeasurement measured = importer.measurePassage(track, range);
            Platform.runLater(() -> {
                if (range.equals(wanted.get(slot)) && slot.imported().equals(Optional.of(track))) {
                    wanted.remove(slot);
                    slot.setPassageMeasurement(range, measured);
                    changed.run();
                }
            });
        } catch (AudioFileException | RuntimeException e) {
            LOG.error("measuring a passage failed", e);
        }
    }

    void close() {
        working.shutdownNow();
    }
}
