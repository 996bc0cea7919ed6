package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Limits the change in all: where the curve's RMS about its mean, over the bands that are known in the range, is more than {@value #MOST_DB} dB, all of
 * it is scaled down to that. A master that needs more needs another mix (no source).
 */
final class TotalChangeGuard implements Guard {

    private static final double MOST_DB = 6;

    @Override
    public double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held) {
        boolean[] range = settings.range();
        double sum = 0;
        double squares = 0;
        int count = 0;
        int first = -1;
        int last = 0;
        for (int b = 0; b < curve.length; b++) {
            if (known[b] && range[b]) {
                sum += curve[b];
                squares += curve[b] * curve[b];
                count++;
                first = first < 0 ? b : first;
                last = b;
            }
        }
        double[] next = curve.clone();
        double rms = count == 0 ? 0 : Math.sqrt(Math.max(0, squares / count - Math.pow(sum / count, 2)));
        if (rms > MOST_DB) {
            for (int b = 0; b < next.length; b++) {
                next[b] *= MOST_DB / rms;
            }
            held.add(new Held(
                    Texts.of("correction.largeChange"),
                    Texts.of("correction.rmsLimited", Numbers.level(rms), Numbers.brief(MOST_DB)),
                    BandGrid.lowerEdgeHz(first),
                    BandGrid.lowerEdgeHz(last + 1)));
        }
        return next;
    }
}
