package oakmirror.correction;

import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;

/** Lets nothing of the gap through outside the range. */
final class RangeGuard implements Guard {

    @Override
    public String reason() {
        return "outside the range";
    }

    @Override
    public double[] passes(Gap gap, CorrectionSettings settings) {
        double[] passes = new double[BandGrid.SIZE];
        for (int b = 0; b < passes.length; b++) {
            passes[b] = settings.covers(BandGrid.centreHz(b)) ? 1 : 0;
        }
        return passes;
    }
}
