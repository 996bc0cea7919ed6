package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import java.util.stream.Stream;
import oakmirror.audio.Slice;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.Chain;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.monitor.MonitorScene;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceLevel;
import oakmirror.place.PlaceSound;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * How tracks have to go into a place to come out as loud as they are: by their spectra at first, exactly as soon as that was measured in the background; kept
 * while their tracks are there.
 */
final class PlaceLevels {

    private static final long QUIET_MILLIS = 300;
    /** What peaks are taken to rise by at most until it is known. */
    private static final double PEAKS_MAY_RISE_DB = 3;

    private final Workspace workspace;
    private final Supplier<Optional<Chain>> chain;
    private final BooleanSupplier isPart;
    private final Runnable changed;
    private final Map<Key, PlaceLevel> measured = new HashMap<>();
    private final Map<Key, Optional<Task>> asked = new HashMap<>();

    /**
     * What a level is of: a sound, which is the same only where it is the same object, what it goes through, the place at its rate, and the part that counts. A
     * place made ready is none of it: it takes room, and what was measured of many is kept for long.
     */
    private record Key(
            StereoSource source, Optional<Chain> chain, ListeningPlace place, int rate, Optional<TimeRange> range) {

        @Override
        public boolean equals(Object other) {
            return other instanceof Key k
                    && source == k.source
                    && chain.equals(k.chain)
                    && rate == k.rate
                    && place.equals(k.place)
                    && range.equals(k.range);
        }

        @Override
        public int hashCode() {
            return Objects.hash(System.identityHashCode(source), rate, place, range);
        }
    }

    /**
     * Levels of a workspace's tracks.
     *
     * @param chain what the mix is heard through when it is heard through something
     * @param isPart whether that leaves but a part of it, as what a limiter takes away
     * @param changed called when one has been measured
     */
    PlaceLevels(Workspace workspace, Supplier<Optional<Chain>> chain, BooleanSupplier isPart, Runnable changed) {
        this.isPart = isPart;
        this.workspace = workspace;
        this.chain = chain;
        this.changed = changed;
    }

    /** The level of a track of a scene as it is: by its spectrum until it was measured. */
    PlaceLevel of(MonitorScene.Track track, PlaceSound place) {
        return known(track.source(), Optional.empty(), place).orElseGet(() -> estimate(track.source(), place));
    }

    /**
     * The level of the same through its chain, that of the track as it is until it was measured: one that makes it as loud as the track is without, unless what
     * is heard is but a part of it.
     */
    PlaceLevel chained(MonitorScene.Track track, PlaceLevel asIs, PlaceSound place) {
        Optional<PlaceLevel> through = known(track.source(), chain.get(), place);
        double missing = asIs.lufs() - through.map(PlaceLevel::lufs).orElse(Double.NaN);
        return isPart.getAsBoolean() || !Double.isFinite(missing)
                ? through.orElse(asIs)
                : through.map(t -> new PlaceLevel(asIs.lufs(), t.gainDb() + missing, t.peakLu()))
                        .orElseThrow();
    }

    private Optional<PlaceLevel> known(StereoSource source, Optional<Chain> through, PlaceSound place) {
        Key key = new Key(source, through, place.place(), place.sampleRate(), range(source));
        PlaceLevel known = measured.get(key);
        if (known == null) {
            ask(key, place);
        }
        return Optional.ofNullable(known);
    }

    /** Whether all that was asked for has been measured. */
    boolean isSettled() {
        return asked.isEmpty();
    }

    private Optional<TrackSlot> slot(StereoSource source) {
        return workspace.tracks().all().stream()
                .filter(s -> s.audio().filter(a -> a == source).isPresent())
                .findFirst();
    }

    /** What of it counts for its loudness, where that is not all. */
    private Optional<TimeRange> range(StereoSource source) {
        return slot(source)
                .flatMap(s -> s.rangeIn(workspace.session().comparing().scope()));
    }

    /** By the spectrum of the whole; what is no track of the session, as a version of the mix, by that of the mix. */
    private PlaceLevel estimate(StereoSource source, PlaceSound place) {
        Optional<TrackMeasurement> figures = slot(source)
                .or(() -> workspace.tracks().mix())
                .flatMap(TrackSlot::imported)
                .map(ImportedTrack::measurement);
        if (figures.isEmpty()) {
            return PlaceLevel.NONE;
        }
        TrackMeasurement m = figures.get();
        double louder = place.transfer().changeLu(m.tone().spectrum());
        return new PlaceLevel(
                m.heardLufs(), Double.isFinite(louder) ? -louder : 0, m.heard().peakToLoudness() + PEAKS_MAY_RISE_DB);
    }

    private void ask(Key key, PlaceSound place) {
        if (asked.containsKey(key)) {
            return;
        }
        asked.put(key, Optional.empty());
        Runnable begin = () -> {
            if (asked.containsKey(key)) {
                Task task = workspace.programTasks().task(Kind.PREVIEW, Texts.of("listening.measuringAtAListening"));
                asked.put(key, Optional.of(task));
                task.run(
                        progress -> PlaceLevel.of(part(key), key.chain(), place, progress),
                        level -> {
                            asked.remove(key);
                            measured.put(key, level);
                            changed.run();
                        },
                        failure -> {
                            if (!failure.isCancelled()) {
                                measured.put(key, estimate(key.source(), place)); // not again and again
                                workspace.background().tell(failure);
                            }
                            asked.remove(key);
                        });
            }
        };
        if (key.chain().isPresent()) {
            workspace.programTasks().later(QUIET_MILLIS, begin); // a slider may move
        } else {
            begin.run();
        }
    }

    /** What counts of it; a part begins without what came before, which a filter forgets within it. */
    private static StereoSource part(Key key) {
        return key.range().<StereoSource>map(r -> Slice.of(key.source(), r)).orElse(key.source());
    }

    /** Forgets what was measured of anything but these tracks and the session's, and what was asked for at another place. */
    void keepOnly(Optional<PlaceSound> place, List<MonitorScene.Track> tracks) {
        List<StereoSource> kept = Stream.concat(
                        tracks.stream().map(MonitorScene.Track::source),
                        workspace.tracks().all().stream().flatMap(s -> s.audio().stream()))
                .toList();
        measured.keySet().removeIf(k -> isGone(k, kept));
        for (Key key : new ArrayList<>(asked.keySet())) {
            if (isGone(key, kept)
                    || place.filter(p -> p.place().equals(key.place())).isEmpty()) {
                asked.remove(key).ifPresent(Task::supersede);
            }
        }
    }

    /** Forgets what was measured at a place, whose own response may be another now. */
    void forget(ListeningPlace place) {
        measured.keySet().removeIf(k -> k.place().equals(place));
    }

    private boolean isGone(Key key, List<StereoSource> kept) {
        return kept.stream().noneMatch(s -> s == key.source())
                || key.chain().isPresent() && !key.chain().equals(chain.get());
    }
}
