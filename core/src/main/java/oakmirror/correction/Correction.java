package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.BandGrid;

/**
 * The curve proposed to close a gap: gap × strength, smoothed to the resolution, held back by the guards, softly limited. Outside the range it
 * holds on at its value at the range's ends, as a shelf does; but nothing is raised at 20 Hz or below, where there is only rumble.
 *
 * @param curveDb gain for each band of the {@link BandGrid}
 * @param held where guards hold it back wholly or in part
 */
public record Correction(double[] curveDb, List<Held> held) {

    /** How sharply a curve bends into its limit; at half the limit it is lowered by 1.5 %. */
    private static final double KNEE = 4;

    private static final double NOTHING_RAISED_HZ = 20;

    private static final List<Guard> GUARDS = List.of(new RangeGuard());

    /** A stretch where a guard lets less than half through. */
    public record Held(String reason, double lowHz, double highHz) {}

    /** Nothing to correct. */
    public static Correction none() {
        return new Correction(new double[BandGrid.SIZE], List.of());
    }

    /** Derives the correction for a gap, all of which is taken for a fault of the mix. */
    public static Correction derive(Gap gap, CorrectionSettings settings) {
        return derive(Evidence.unweighed(gap), settings);
    }

    /** Derives the correction that evidence supports. */
    public static Correction derive(Evidence evidence, CorrectionSettings settings) {
        if (!evidence.isKnown()) {
            return none();
        }
        Gap gap = evidence.gap();
        boolean[] counts = knownWithin(gap, settings);
        double[] supported = new double[BandGrid.SIZE];
        for (int b = 0; b < supported.length; b++) {
            supported[b] = gap.gapDb()[b] * evidence.trust()[b];
        }
        double[] curve = OctaveSmoothing.smooth(supported, counts, settings.resolutionOctaves());
        List<Held> held = new ArrayList<>();
        double[] passes = new double[curve.length];
        Arrays.fill(passes, settings.strength());
        for (Guard guard : GUARDS) {
            Guard.Hold hold = guard.hold(evidence, settings);
            held.addAll(stretches(hold.reason(), hold.passes()));
            for (int b = 0; b < passes.length; b++) {
                passes[b] *= hold.passes()[b];
            }
        }
        for (int b = 0; b < curve.length; b++) {
            double wanted = curve[b] * passes[b];
            curve[b] = wanted > 0 ? bend(wanted, settings.mostBoostDb()) : 0 - bend(-wanted, settings.mostCutDb());
        }
        holdOutside(curve, counts, settings.lowHz());
        return new Correction(curve, List.copyOf(held));
    }

    /** Holds the curve on below the lowest and above the highest band that counts. */
    private static void holdOutside(double[] curve, boolean[] counts, double lowHz) {
        int first = 0;
        while (first < counts.length - 1 && !counts[first]) {
            first++;
        }
        int last = counts.length - 1;
        while (last > 0 && !counts[last]) {
            last--;
        }
        for (int b = 0; b < first; b++) {
            double part = Math.log(BandGrid.centreHz(b) / NOTHING_RAISED_HZ) / Math.log(lowHz / NOTHING_RAISED_HZ);
            double fade = 0.5 - 0.5 * Math.cos(Math.PI * Math.max(0, Math.min(1, part)));
            curve[b] = curve[first] > 0 ? fade * curve[first] : curve[first];
        }
        Arrays.fill(curve, last + 1, curve.length, curve[last]);
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

    /** x for small x, at most the limit, smooth in between: x / (1 + (x/limit)^4)^(1/4). */
    private static double bend(double x, double limit) {
        return x / Math.pow(1 + Math.pow(x / limit, KNEE), 1 / KNEE);
    }

    private static List<Held> stretches(String reason, double[] passes) {
        List<Held> held = new ArrayList<>();
        int from = -1;
        for (int b = 0; b <= passes.length; b++) {
            boolean holds = b < passes.length && passes[b] < 0.5;
            if (holds && from < 0) {
                from = b;
            } else if (!holds && from >= 0) {
                held.add(new Held(reason, BandGrid.lowerEdgeHz(from), BandGrid.lowerEdgeHz(b)));
                from = -1;
            }
        }
        return held;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Correction c && Arrays.equals(curveDb, c.curveDb) && held.equals(c.held);
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
