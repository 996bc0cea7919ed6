package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * The narrow rises of a curve: peaks above 0 dB that stand over their surroundings and are less than {@value #WIDEST_OCTAVES} octaves wide at half of
 * that. The surroundings are the curve smoothed to {@value #AROUND_OCTAVES} octaves, what stands out clipped from it again and again.
 */
final class NarrowRises {

    private static final double WIDEST_OCTAVES = 0.2;
    private static final double AROUND_OCTAVES = 2.0 / 3;
    private static final double CLIP_DB = 0.2;
    private static final int ROUNDS = 6;
    private static final int SKIRT_BANDS = BandGrid.BANDS_PER_OCTAVE / 6;

    private final double[] curve;
    private final double[] around;

    /**
     * A rise.
     *
     * @param peak the band where it is highest
     * @param from the band where it begins
     * @param to the band where it ends
     * @param heightDb how far it stands over its surroundings
     */
    record Rise(int peak, int from, int to, double heightDb) {

        /** The curve without it: a straight line from foot to foot. */
        void takeFrom(double[] curve) {
            double low = curve[from];
            double high = curve[to];
            for (int b = from; b <= to; b++) {
                curve[b] = Math.min(curve[b], low + (b - from) / (double) Math.max(1, to - from) * (high - low));
            }
        }

        double lowHz() {
            return BandGrid.lowerEdgeHz(from);
        }

        double highHz() {
            return BandGrid.lowerEdgeHz(to + 1);
        }
    }

    private NarrowRises(double[] curve, boolean[] known) {
        this.curve = curve;
        around = around(curve, known);
    }

    /** Those that stand so far over their surroundings, from low to high. */
    static List<Rise> of(double[] curve, boolean[] known, double leastDb) {
        NarrowRises rises = new NarrowRises(curve, known);
        List<Rise> found = new ArrayList<>();
        for (int b = 0; b < curve.length; b++) {
            boolean rising = b == 0 || curve[b] >= curve[b - 1];
            boolean peak = rising && (b == curve.length - 1 || curve[b] >= curve[b + 1]);
            if (peak && curve[b] > 0 && rises.height(b) >= leastDb && rises.isNarrow(b)) {
                Rise rise = new Rise(b, rises.foot(b, -1), rises.foot(b, 1), rises.height(b));
                found.add(rise);
                b = rise.to();
            }
        }
        return found;
    }

    private double height(int band) {
        return curve[band] - around[band];
    }

    private boolean isNarrow(int peak) {
        return edge(peak, 1) - edge(peak, -1) + 1 < WIDEST_OCTAVES * BandGrid.BANDS_PER_OCTAVE;
    }

    /** The curve as it would be without its narrow peaks. */
    private static double[] around(double[] curve, boolean[] known) {
        double[] around = OctaveSmoothing.smooth(curve, known, AROUND_OCTAVES);
        for (int round = 0; round < ROUNDS; round++) {
            double[] clipped = curve.clone();
            for (int b = 0; b < clipped.length; b++) {
                clipped[b] = Math.min(clipped[b], around[b] + CLIP_DB);
            }
            around = OctaveSmoothing.smooth(clipped, known, AROUND_OCTAVES);
        }
        return around;
    }

    /** How far a peak stays above half its height. */
    private int edge(int peak, int way) {
        int b = peak;
        while (b + way >= 0 && b + way < curve.length && height(b + way) > height(peak) / 2) {
            b += way;
        }
        return b;
    }

    /** Where a peak has risen from its surroundings, its skirts with it. */
    private int foot(int peak, int way) {
        int b = peak;
        while (b + way >= 0 && b + way < curve.length && height(b + way) > CLIP_DB) {
            b += way;
        }
        return Math.max(0, Math.min(curve.length - 1, b + way * SKIRT_BANDS));
    }
}
