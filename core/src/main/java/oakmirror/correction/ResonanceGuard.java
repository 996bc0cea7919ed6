package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.evidence.Evidence;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * Boosts no narrow peak of the references into the mix: a resonance or a note of theirs is not what the mix lacks. A peak is narrow when it stands
 * {@value #LEAST_DB} dB or more over its surroundings and less than {@value #WIDEST_OCTAVES} octaves wide at half of that. Narrow cuts pass: a resonance
 * of the mix may be taken down.
 */
final class ResonanceGuard implements Guard {

    private static final double LEAST_DB = 4;
    private static final double WIDEST_OCTAVES = 0.2;
    private static final double AROUND_OCTAVES = 2.0 / 3;
    private static final double CLIP_DB = 0.2;
    private static final int ROUNDS = 6;
    private static final int SKIRT_BANDS = BandGrid.BANDS_PER_OCTAVE / 6;

    @Override
    public double[] hold(double[] curve, Evidence evidence, CorrectionSettings settings, List<Held> held) {
        double[] around = around(curve, evidence.gap().known());
        double[] next = curve.clone();
        for (int b = 0; b < curve.length; b++) {
            if (curve[b] - around[b] < LEAST_DB || (b > 0 && curve[b] < curve[b - 1])) {
                continue;
            }
            int low = edge(curve, around, b, -1);
            int high = edge(curve, around, b, 1);
            if (high - low + 1 < WIDEST_OCTAVES * BandGrid.BANDS_PER_OCTAVE && curve[b] > 0) {
                int from = foot(curve, around, b, -1);
                int to = foot(curve, around, b, 1);
                for (int i = from; i <= to; i++) { // a straight line from foot to foot
                    double part = (i - from) / (double) (to - from);
                    next[i] = Math.min(curve[i], curve[from] + part * (curve[to] - curve[from]));
                }
                held.add(new Held(
                        "copied resonance",
                        Readings.gainDb(curve[b] - around[b]) + " at " + Readings.about(BandGrid.centreHz(b)),
                        BandGrid.lowerEdgeHz(from),
                        BandGrid.lowerEdgeHz(to + 1)));
                b = to;
            }
        }
        return next;
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
    private static int edge(double[] curve, double[] around, int peak, int way) {
        double half = (curve[peak] - around[peak]) / 2;
        int b = peak;
        while (b + way >= 0 && b + way < curve.length && curve[b + way] - around[b + way] > half) {
            b += way;
        }
        return b;
    }

    /** Where a peak has risen from its surroundings, its skirts with it. */
    private static int foot(double[] curve, double[] around, int peak, int way) {
        int b = peak;
        while (b + way >= 0 && b + way < curve.length && curve[b + way] > around[b + way] + CLIP_DB) {
            b += way;
        }
        return Math.max(0, Math.min(curve.length - 1, b + way * SKIRT_BANDS));
    }
}
