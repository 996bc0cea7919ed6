package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * The curve proposed to close a gap: what of it the evidence supports, held back by the guards, parted into moves; these as they were decided about ×
 * strength, softly limited, with what was locked and what was added by hand. Outside the range it holds on at its value at the range's ends, as a shelf does; but
 * nothing is raised at 20 Hz or below, where there is only rumble.
 *
 * @param curveDb gain for each band of the {@link BandGrid}
 * @param held where guards hold it back wholly or in part
 * @param moves its rises and dips from low to high, with what was decided about them, then those locked, added by hand, and taken from places worth a listen
 * @param lapsed decisions about moves that are not proposed any more
 */
public record Correction(double[] curveDb, List<Held> held, List<Move> moves, List<MoveDecision> lapsed) {

    /** How sharply a curve bends into its limit; at half the limit it is lowered by 0.05 %, at nine tenths by 4 %. */
    private static final double KNEE = 8;

    private static final double NOTHING_RAISED_HZ = 20;

    /** From this likeness on mix and references are one recording, and its length does not matter. */
    private static final double SAME = 0.5;

    /**
     * A stretch that is held back.
     *
     * @param reason why, in a few words
     * @param detail where and how much, in a few more
     */
    public record Held(String reason, String detail, double lowHz, double highHz) {}

    /** Nothing to correct. */
    public static Correction none() {
        return new Correction(new double[BandGrid.SIZE], List.of(), List.of(), List.of());
    }

    /**
     * Derives the correction that evidence supports, with what was decided about its moves.
     *
     * @param material what the evidence came from
     */
    public static Correction derive(
            Evidence evidence, Material material, CorrectionSettings settings, MoveDecisions decisions) {
        if (!evidence.isKnown()) {
            return none();
        }
        boolean[] counts = knownWithin(evidence.gap(), settings);
        int first = first(counts);
        int last = last(counts);
        List<Held> held = new ArrayList<>(material.unjudged());
        double[] proposed = proposed(evidence, material, settings, counts, held);
        List<Move> found = MoveFinder.find(proposed, evidence, first, last);
        List<Move> moves = new ArrayList<>(MoveFinder.treated(found, decisions.decisions(), settings.tempered()));
        moves.removeIf(m -> decisions.locked().stream().anyMatch(l -> l.replaces(m)));
        double[] curve = new double[BandGrid.SIZE];
        moves.forEach(m -> add(curve, m.treatedDb(), settings.strength()));
        bend(curve, settings);
        holdOutside(curve, first, last, settings.lowHz());
        keepLow(curve, material.raisedAboveHz());
        List<Move> fixed = Stream.of(
                        decisions.locked().stream().map(LockedMove::move),
                        decisions.added().stream().map(MoveFinder::added),
                        decisions.taken().stream().map(TakenMove::move))
                .flatMap(s -> s)
                .toList();
        fixed.forEach(m -> add(curve, m.partDb(), 1));
        moves.addAll(fixed);
        return new Correction(curve, List.copyOf(held), List.copyOf(moves), decisions.lapsed(found));
    }

    /** A proposed move as it is applied with these settings, to stay so. */
    public static LockedMove lock(Move move, Evidence evidence, Material material, CorrectionSettings settings) {
        double[] curve = new double[BandGrid.SIZE];
        add(curve, move.treatedDb(), settings.strength());
        bend(curve, settings);
        boolean[] counts = knownWithin(evidence.gap(), settings);
        holdOutside(curve, first(counts), last(counts), settings.lowHz());
        keepLow(curve, material.raisedAboveHz());
        return LockedMove.of(move, curve);
    }

    /** What the evidence supports and the guards let pass. */
    private static double[] proposed(
            Evidence evidence, Material material, CorrectionSettings settings, boolean[] counts, List<Held> held) {
        double[] curve = settings.basis() == Basis.EXACT
                ? OctaveSmoothing.smooth(evidence.supportedDb(), counts, settings.resolutionOctaves())
                : evidence.supportedDb().clone();
        curve = new RangeGuard().hold(curve, counts, settings, held);
        Map<GuardKind, Guard> guards = new EnumMap<>(GuardKind.class);
        guards.put(GuardKind.RESONANCE, new ResonanceGuard());
        guards.put(GuardKind.FOREIGN_NOTE, new ForeignNoteGuard(material.key()));
        guards.put(GuardKind.FINE_BOOST, new FineBoostGuard());
        guards.put(GuardKind.TOTAL_CHANGE, new TotalChangeGuard());
        for (Map.Entry<GuardKind, Guard> guard : guards.entrySet()) {
            if (settings.holds(guard.getKey())) {
                curve = guard.getValue().hold(curve, counts, settings, held);
            }
        }
        if (settings.holds(GuardKind.PRESENCE)) {
            held.addAll(new Presence(evidence.gap(), settings).held());
        }
        if (settings.holds(GuardKind.SHORT_PASSAGE) && evidence.likeness() < SAME) {
            new ShortPassages(material, settings).held().ifPresent(held::add);
        }
        return curve;
    }

    private static void add(double[] curve, double[] part, double factor) {
        for (int b = 0; b < curve.length; b++) {
            curve[b] += factor * part[b];
        }
    }

    private static int first(boolean[] counts) {
        int first = 0;
        while (first < counts.length - 1 && !counts[first]) {
            first++;
        }
        return first;
    }

    private static int last(boolean[] counts) {
        int last = counts.length - 1;
        while (last > 0 && !counts[last]) {
            last--;
        }
        return last;
    }

    /** Holds the curve on below the lowest and above the highest band that counts. */
    private static void holdOutside(double[] curve, int first, int last, double lowHz) {
        for (int b = 0; b < first; b++) {
            double fade = fade(BandGrid.centreHz(b), NOTHING_RAISED_HZ, lowHz);
            curve[b] = curve[first] > 0 ? fade * curve[first] : curve[first];
        }
        Arrays.fill(curve, last + 1, curve.length, curve[last]);
    }

    /** Takes back what rises below a frequency, and in part what does within the octave above it. */
    private static void keepLow(double[] curve, double raisedAboveHz) {
        for (int b = 0; b < curve.length && raisedAboveHz > 0; b++) {
            curve[b] =
                    curve[b] > 0 ? curve[b] * fade(BandGrid.centreHz(b), raisedAboveHz, 2 * raisedAboveHz) : curve[b];
        }
    }

    /** From 0 to 1 between two frequencies. */
    private static double fade(double hz, double from, double to) {
        double part = Math.log(hz / from) / Math.log(to / from);
        return 0.5 - 0.5 * Math.cos(Math.PI * Math.max(0, Math.min(1, part)));
    }

    /** What is known within the range: what lies outside, such as the steep end of a lossy file, does not leak in. */
    private static boolean[] knownWithin(Gap gap, CorrectionSettings settings) {
        boolean[] within = gap.known().clone();
        for (int b = 0; b < within.length; b++) {
            double hz = BandGrid.centreHz(b);
            within[b] &= settings.covers(hz);
        }
        return within;
    }

    /** Bends a curve into the limits. */
    private static void bend(double[] curve, CorrectionSettings settings) {
        for (int b = 0; b < curve.length; b++) {
            curve[b] =
                    curve[b] > 0 ? bend(curve[b], settings.mostBoostDb()) : 0 - bend(-curve[b], settings.mostCutDb());
        }
    }

    /** x for small x, at most the limit, smooth in between: x / (1 + (x/limit)^8)^(1/8). */
    private static double bend(double x, double limit) {
        return x / Math.pow(1 + Math.pow(x / limit, KNEE), 1 / KNEE);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Correction c
                && Arrays.equals(curveDb, c.curveDb)
                && held.equals(c.held)
                && lapsed.equals(c.lapsed);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(curveDb);
    }

    @Override
    public String toString() {
        return "Correction" + Arrays.toString(curveDb);
    }
}
