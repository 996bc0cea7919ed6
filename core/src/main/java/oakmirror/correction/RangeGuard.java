package oakmirror.correction;

import oakmirror.spectrum.BandGrid;

/**
 * Keeps a correction inside its range: all of it within, fading to nothing over a third of an octave outside, by half a cosine over
 * log frequency.
 */
final class RangeGuard implements Guard {

    private static final double FADE_OCTAVES = 1.0 / 3;

    @Override
    public String reason() {
        return "outside the range";
    }

    @Override
    public double[] passes(Gap gap, CorrectionSettings settings) {
        double[] passes = new double[BandGrid.SIZE];
        for (int b = 0; b < passes.length; b++) {
            double hz = BandGrid.centreHz(b);
            double outside = Math.max(log2(settings.lowHz() / hz), log2(hz / settings.highHz()));
            double part = Math.max(0, Math.min(1, outside / FADE_OCTAVES));
            passes[b] = 0.5 + 0.5 * Math.cos(Math.PI * part);
        }
        return passes;
    }

    private static double log2(double x) {
        return Math.log(x) / Math.log(2);
    }
}
