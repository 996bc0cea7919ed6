package oakmirror.correction;

import oakmirror.evidence.Evidence;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;

/** Lets nothing of the gap through outside the range. */
final class RangeGuard implements Guard {

    @Override
    public Hold hold(Evidence evidence, CorrectionSettings settings) {
        double[] passes = new double[BandGrid.SIZE];
        for (int b = 0; b < passes.length; b++) {
            passes[b] = settings.covers(BandGrid.centreHz(b)) ? 1 : 0;
        }
        return new Hold(
                "outside the range",
                "of " + Readings.about(settings.lowHz()) + " to " + Readings.about(settings.highHz()),
                passes);
    }
}
