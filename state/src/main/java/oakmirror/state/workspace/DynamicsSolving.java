package oakmirror.state.workspace;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.spectrum.Zone;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;
import oakmirror.zones.DynamicsMove;
import oakmirror.zones.DynamicsSolver;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDecisions;
import oakmirror.zones.ZoneMoves;

/**
 * Finds compressors and expanders for what is proposed about the dynamics of zones, in the background: for what is taken always, for what is only proposed once
 * somebody looks. A zone is listened to once for a mix; what else is wanted of it then takes no more than a moment. Lives on the window's thread.
 */
public final class DynamicsSolving {

    private final Tasks tasks;
    private final Latest<Map<Zone, DynamicsMove>> solver;
    private final Runnable changed;
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private boolean wanted;
    private Optional<Sought> done = Optional.empty();
    private Optional<Sought> asked = Optional.empty();
    private Map<Zone, DynamicsMove> moves = Map.of();
    private Listened listened = new Listened(Optional.empty(), new FrameRange(0, 0));

    /** What is to be found: of which sound, and by how much the crest factors of zones should change. */
    private record Sought(StereoSource mix, FrameRange range, Map<Zone, Double> wantedDb) {}

    /** What was heard of a stretch of a mix. */
    private record Listened(Optional<StereoSource> mix, FrameRange range, Map<Zone, DynamicsSolver> zones) {

        Listened(Optional<StereoSource> mix, FrameRange range) {
            this(mix, range, new ConcurrentHashMap<>());
        }

        boolean isOf(Sought sought) {
            return mix.filter(m -> m == sought.mix()).isPresent() && range.equals(sought.range());
        }
    }

    /**
     * Works in the background.
     *
     * @param changed called when something was found
     */
    DynamicsSolving(Tasks tasks, Runnable changed) {
        this.tasks = tasks;
        this.changed = changed;
        solver = tasks.latest(Kind.PREVIEW, Texts.of("workspace.findingWhatMovesThe"));
    }

    /** Somebody looks at what is proposed. */
    void want() {
        wanted = true;
    }

    /**
     * Goes on with what is proposed and taken now.
     *
     * @param mix the mix as it is heard, once it is there
     * @param range what of it is compared
     */
    void follow(Optional<StereoSource> mix, FrameRange range, ZoneMoves proposed, ZoneDecisions decisions) {
        Map<Zone, Double> wantedDb = wantedDb(proposed, decisions);
        Optional<Sought> now = wantedDb.isEmpty() ? Optional.empty() : mix.map(m -> new Sought(m, range, wantedDb));
        if (now.isEmpty()) {
            asked = Optional.empty();
            done = Optional.empty();
            moves = Map.of();
            listened = new Listened(Optional.empty(), range);
            return;
        }
        if (now.equals(done) || now.equals(asked)) {
            return;
        }
        asked = now;
        Sought sought = now.get();
        if (!listened.isOf(sought)) {
            listened = new Listened(mix, range);
        }
        listened.zones().keySet().retainAll(proposed.dynamics().keySet());
        Map<Zone, DynamicsSolver> heard = listened.zones();
        Map<Zone, DynamicsMove> known =
                done.filter(d -> d.mix() == sought.mix() && d.range().equals(range))
                                .isPresent()
                        ? moves
                        : Map.of();
        moves = known;
        solver.submit(
                progress -> solved(sought, heard, known, progress),
                found -> {
                    if (asked.equals(now)) {
                        asked = Optional.empty();
                        done = now;
                        moves = found;
                        tell();
                    }
                },
                failure -> {
                    tasks.background().tell(failure);
                    if (failure.isAbandoned()) {
                        asked = Optional.empty();
                    } else if (asked.equals(now)) {
                        asked = Optional.empty();
                        done = now; // it is tried again when something has changed
                        moves = Map.of();
                        tell();
                    }
                });
    }

    private void tell() {
        revision.set(revision.get() + 1);
        changed.run();
    }

    /** Another number whenever something else was found. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** What is taken, and once somebody looks what is proposed and not refused. */
    private Map<Zone, Double> wantedDb(ZoneMoves proposed, ZoneDecisions decisions) {
        Map<Zone, Double> all = new TreeMap<>(proposed.taken(ZoneAspect.DYNAMICS, decisions));
        if (wanted) {
            proposed.dynamics().forEach((zone, db) -> {
                ZoneDecision decision = decisions.of(ZoneAspect.DYNAMICS, zone);
                if (!decision.refused()) {
                    all.putIfAbsent(zone, db);
                }
            });
        }
        return Map.copyOf(all);
    }

    private static Map<Zone, DynamicsMove> solved(
            Sought sought, Map<Zone, DynamicsSolver> heard, Map<Zone, DynamicsMove> known, Progress progress) {
        Map<Zone, DynamicsMove> found = new HashMap<>();
        List<Zone> zones = new ArrayList<>(sought.wantedDb().keySet());
        for (int i = 0; i < zones.size(); i++) {
            Zone zone = zones.get(i);
            double db = sought.wantedDb().get(zone);
            Progress part = progress.part((double) i / zones.size(), (i + 1.0) / zones.size());
            DynamicsMove before = known.get(zone);
            if (before != null && before.wantedDb() == db) {
                found.put(zone, before);
                continue;
            }
            DynamicsSolver solver = heard.get(zone);
            if (solver == null) {
                solver = new DynamicsSolver(sought.mix(), sought.range(), zone, part.part(0, 0.7));
                heard.put(zone, solver);
            }
            found.put(zone, solver.solve(db, part.part(0.7, 1)));
        }
        return Map.copyOf(found);
    }

    /** What was found for a zone. */
    public Optional<DynamicsMove> move(Zone zone) {
        return Optional.ofNullable(moves.get(zone));
    }

    /** What is done to zones, of what was found. */
    List<ZoneDynamicsBand> bands(Set<Zone> taken) {
        return moves.values().stream()
                .filter(m -> taken.contains(m.zone()))
                .map(DynamicsMove::band)
                .sorted(java.util.Comparator.comparing(ZoneDynamicsBand::zone))
                .collect(Collectors.toList());
    }

    /** Whether nothing is being looked for. */
    public boolean isSettled() {
        return asked.isEmpty();
    }

    /** Whether what is taken has been found, by how much crest factors should change; what is only proposed may still be looked for. */
    boolean isSettled(Map<Zone, Double> takenDb) {
        return isSettled()
                || takenDb.entrySet().stream().allMatch(taken -> move(taken.getKey())
                        .filter(m -> m.wantedDb() == taken.getValue())
                        .isPresent());
    }
}
