package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Lets nothing through outside the range. */
public final class RangeGuard implements Guard {

    /** What it says. */
    public static String reason() {
        return Texts.of("correction.outsideTheRange");
    }

    @Override
    public double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held) {
        boolean[] range = settings.range();
        double[] next = curve.clone();
        int first = -1;
        int last = -1;
        for (int b = 0; b < next.length; b++) {
            next[b] = range[b] ? curve[b] : 0;
            first = first < 0 && range[b] ? b : first;
            last = range[b] ? b : last;
        }
        String detail = Texts.of("correction.ofTo", Numbers.about(settings.lowHz()), Numbers.about(settings.highHz()));
        if (first > 0) {
            held.add(new Held(reason(), detail, BandGrid.lowerEdgeHz(0), BandGrid.lowerEdgeHz(first)));
        }
        if (last >= 0 && last < next.length - 1) {
            held.add(new Held(reason(), detail, BandGrid.lowerEdgeHz(last + 1), BandGrid.lowerEdgeHz(next.length)));
        }
        return next;
    }
}
