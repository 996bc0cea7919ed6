package oakmirror.correction;

import oakmirror.spectrum.BandGrid;

/**
 * Smooths a curve in dB with a kernel of constant width in octaves: a Gaussian over log frequency whose width at half height is the
 * resolution. Bands that are not known do not count; the kernel is scaled by what is left of it, also at the ends.
 */
final class OctaveSmoothing {

    /** Width of a Gaussian at half height over its standard deviation: 2·√(2·ln 2). */
    private static final double WIDTH_PER_SIGMA = 2 * Math.sqrt(2 * Math.log(2));

    private OctaveSmoothing() {}

    static double[] smooth(double[] curve, boolean[] known, double octaves) {
        double sigma = octaves * BandGrid.BANDS_PER_OCTAVE / WIDTH_PER_SIGMA;
        int reach = (int) Math.ceil(3.5 * sigma);
        double[] kernel = new double[reach + 1];
        for (int d = 0; d <= reach; d++) {
            kernel[d] = Math.exp(-0.5 * d * d / (sigma * sigma));
        }
        double[] smooth = new double[curve.length];
        for (int b = 0; b < curve.length; b++) {
            double sum = 0;
            double weight = 0;
            for (int o = Math.max(0, b - reach); o <= Math.min(curve.length - 1, b + reach); o++) {
                if (known[o]) {
                    double k = kernel[Math.abs(o - b)];
                    sum += k * curve[o];
                    weight += k;
                }
            }
            smooth[b] = weight > 0 ? sum / weight : 0;
        }
        return smooth;
    }
}
