package oakmirror.state.workspace;

import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import oakmirror.measure.Provenance.Origin;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** Measures the chosen passages in the background, each time only the newest choice of a track. */
final class PassageReadings {

    private final Tasks tasks;
    private final TrackImporter importer;
    private final Map<TrackSlot, Wanted> wanted = new WeakHashMap<>();
    private final Runnable changed;

    /** What is measured of a track, and by what. */
    private record Wanted(Origin origin, Task task) {}

    /** Readings; {@code changed} is called when one is there or cannot be had. */
    PassageReadings(Tasks tasks, TrackImporter importer, Runnable changed) {
        this.tasks = tasks;
        this.importer = importer;
        this.changed = changed;
    }

    /** Sees to it that the chosen passage of a track is measured. */
    void follow(TrackSlot slot) {
        Optional<Origin> origin = slot.wanted().filter(o -> slot.isMeasuring());
        Optional<Wanted> before = Optional.ofNullable(wanted.get(slot));
        if (origin.equals(before.map(Wanted::origin))) {
            return; // on its way, or there is nothing to do
        }
        before.ifPresent(w -> w.task().supersede());
        wanted.remove(slot);
        origin.ifPresent(o -> measure(slot, slot.imported().orElseThrow(), o));
    }

    private void measure(TrackSlot slot, ImportedTrack track, Origin origin) {
        Task task = tasks.task(
                Kind.PASSAGE,
                Texts.of("workspace.measuringThePassageOf", slot.track().name()));
        wanted.put(slot, new Wanted(origin, task));
        task.run(
                progress -> importer.measurePassage(track, origin.passage().orElseThrow(), progress),
                measured -> ended(slot, origin, () -> slot.setPassage(measured)),
                failure -> {
                    if (failure.isAbandoned()) {
                        wanted.remove(slot);
                        return;
                    }
                    ended(slot, origin, () -> {
                        slot.setUnmeasurable(origin, failure.sentence());
                        tasks.background().tell(failure);
                    });
                });
    }

    private void ended(TrackSlot slot, Origin origin, Runnable then) {
        wanted.remove(slot);
        if (slot.wanted().equals(Optional.of(origin))) {
            then.run();
            changed.run();
        }
    }
}
