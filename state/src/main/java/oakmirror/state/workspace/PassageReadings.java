package oakmirror.state.workspace;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import oakmirror.measure.Provenance.Origin;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.state.task.Background;
import oakmirror.state.task.Kind;

/** Measures the chosen passages in the background, each time only the newest choice of a track. Lives on the window's thread. */
final class PassageReadings {

    private final Background background;
    private final TrackImporter importer;
    private final Map<TrackSlot, Origin> wanted = Collections.synchronizedMap(new WeakHashMap<>());
    private final Runnable changed;

    /** Readings; {@code changed} is called when one is there or cannot be had. */
    PassageReadings(Background background, TrackImporter importer, Runnable changed) {
        this.background = background;
        this.importer = importer;
        this.changed = changed;
    }

    /** Sees to it that the chosen passage of a track is measured. */
    void follow(TrackSlot slot) {
        Optional<Origin> origin = slot.wanted();
        if (!slot.isMeasuring()) {
            wanted.remove(slot); // what may be on its way is not wanted any more
            return;
        }
        if (origin.get().equals(wanted.put(slot, origin.get()))) {
            return; // on its way
        }
        measure(slot, slot.imported().orElseThrow(), origin.get());
    }

    private void measure(TrackSlot slot, ImportedTrack track, Origin origin) {
        background.submit(
                Kind.PASSAGE,
                "Measuring the passage of “" + slot.track().name() + "”",
                done -> origin.equals(wanted.get(slot)),
                progress -> importer.measurePassage(track, origin.passage().orElseThrow(), progress),
                measured -> ended(slot, origin, () -> slot.setPassage(measured)),
                failure -> ended(slot, origin, () -> {
                    slot.setUnmeasurable(origin, failure.sentence());
                    background.tell(failure);
                }));
    }

    private void ended(TrackSlot slot, Origin origin, Runnable then) {
        if (origin.equals(wanted.get(slot)) && slot.wanted().equals(Optional.of(origin))) {
            wanted.remove(slot);
            then.run();
            changed.run();
        }
    }
}
