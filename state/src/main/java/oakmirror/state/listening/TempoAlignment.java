package oakmirror.state.listening;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import oakmirror.audio.StereoSource;
import oakmirror.media.ImportedTrack;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * References made longer or shorter so that their bars last as long as the mix's. Done in the background when it is wanted first, kept
 * afterwards. Lives on the window's thread.
 */
final class TempoAlignment {

    /** A track and by how much it is made longer. */
    record Key(ImportedTrack track, double factor) {}

    private final Workspace workspace;
    private final Runnable changed;
    private final Map<Key, StereoSource> made = new HashMap<>();
    private final Set<Key> running = new HashSet<>();
    private final Set<Key> failed = new HashSet<>();

    TempoAlignment(Workspace workspace, Runnable changed) {
        this.workspace = workspace;
        this.changed = changed;
    }

    /** Has a track stretched, unless it is, or could not be. */
    void want(TrackSlot slot, double factor) {
        key(slot, factor)
                .filter(k -> !made.containsKey(k) && !failed.contains(k) && running.add(k))
                .ifPresent(k -> start(k, slot.track().name()));
    }

    /** The stretched track, or empty while it is not ready. */
    Optional<StereoSource> stretched(TrackSlot slot, double factor) {
        return key(slot, factor).map(made::get);
    }

    private static Optional<Key> key(TrackSlot slot, double factor) {
        return slot.imported().map(t -> new Key(t, factor));
    }

    private void start(Key key, String name) {
        workspace
                .sessionTasks()
                .shown(Kind.STRETCH, Texts.of("listening.bringingToTheMixs", name))
                .run(
                        progress ->
                                workspace.tracks().importer().derived().stretched(key.track(), key.factor(), progress),
                        source -> ended(key, () -> made.put(key, source)),
                        failure -> ended(key, () -> failed(key, failure)));
    }

    private void failed(Key key, Failure failure) {
        if (!failure.isAbandoned()) {
            failed.add(key);
            workspace
                    .messageProperty()
                    .set(
                            failure.isCancelled()
                                    ? Texts.of("listening.cancelledTurnTempoAlignment")
                                    : failure.sentence());
        }
    }

    private void ended(Key key, Runnable then) {
        running.remove(key);
        then.run();
        changed.run();
    }

    /** Lets go of tracks that are in the session no more. */
    void keepOnly(List<TrackSlot> slots) {
        List<ImportedTrack> kept =
                slots.stream().flatMap(s -> s.imported().stream()).toList();
        made.keySet().removeIf(k -> !kept.contains(k.track()));
        failed.removeIf(k -> !kept.contains(k.track()));
    }

    /** Forgets what could not be made, so that it is tried again. */
    void forgetFailures() {
        failed.clear();
    }
}
