package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Keeps boosts smoother than cuts: what rises above 0 dB gets no higher than itself smoothed to {@value #OCTAVES} octaves. A narrow dip of the mix
 * is heard less than a narrow peak put where it was (R. Bücklein, J. Audio Eng. Soc. 29, 1981, from memory; the width is ours). Told where it takes
 * {@value #TOLD_DB} dB or more.
 */
final class FineBoostGuard implements Guard {

    private static final double OCTAVES = 1.0 / 6;
    private static final double TOLD_DB = 0.5;

    @Override
    public double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held) {
        double[] rises = new double[curve.length];
        for (int b = 0; b < rises.length; b++) {
            rises[b] = Math.max(0, curve[b]);
        }
        double[] smooth = OctaveSmoothing.smooth(rises, known, OCTAVES);
        double[] next = curve.clone();
        for (int b = 0; b < next.length; b++) {
            next[b] = known[b] && curve[b] > 0 ? Math.min(curve[b], smooth[b]) : curve[b];
        }
        tell(curve, next, held);
        return next;
    }

    private static void tell(double[] curve, double[] next, List<Held> held) {
        int from = -1;
        double most = 0;
        for (int b = 0; b <= curve.length; b++) {
            double taken = b < curve.length ? curve[b] - next[b] : 0;
            if (taken >= TOLD_DB / 2) {
                from = from < 0 ? b : from;
                most = Math.max(most, taken);
            } else {
                if (from >= 0 && most >= TOLD_DB) {
                    held.add(new Held(
                            Texts.of("correction.fineBoost"),
                            Texts.of("correction.ofANarrowRise", Numbers.gainDb(-most)),
                            BandGrid.lowerEdgeHz(from),
                            BandGrid.lowerEdgeHz(b)));
                }
                from = -1;
                most = 0;
            }
        }
    }
}
