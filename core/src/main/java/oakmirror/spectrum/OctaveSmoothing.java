package oakmirror.spectrum;

import java.util.Arrays;

/**
 * Smooths a curve in dB with a kernel of constant width in octaves: a Gaussian over log frequency whose width at half height is the
 * resolution. Bands that are not known do not count; the kernel is scaled by what is left of it, also at the ends.
 */
public final class OctaveSmoothing {

    /** Width of a Gaussian at half height over its standard deviation: 2·√(2·ln 2). */
    private static final double WIDTH_PER_SIGMA = 2 * Math.sqrt(2 * Math.log(2));

    private OctaveSmoothing() {}

    /**
     * Smooths a curve.
     *
     * @param curve one value for each band of the {@link BandGrid}
     * @param known which of them count
     * @param octaves width of the kernel at half its height
     * @return one value a band; 0 where no band that counts lies near
     */
    public static double[] smooth(double[] curve, boolean[] known, double octaves) {
        double[] kernel = kernel(octaves);
        double[] smooth = new double[curve.length];
        for (int b = 0; b < curve.length; b++) {
            double sum = 0;
            double weight = 0;
            for (int o = Math.max(0, b - kernel.length + 1);
                    o <= Math.min(curve.length - 1, b + kernel.length - 1);
                    o++) {
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

    /** Which part of the kernel lies on bands that count: 1 in the middle of a range, one half at its ends. */
    public static double[] support(boolean[] known, double octaves) {
        double[] kernel = kernel(octaves);
        double whole = 2 * Arrays.stream(kernel).sum() - kernel[0];
        double[] support = new double[known.length];
        for (int b = 0; b < known.length; b++) {
            for (int o = Math.max(0, b - kernel.length + 1);
                    o <= Math.min(known.length - 1, b + kernel.length - 1);
                    o++) {
                support[b] += known[o] ? kernel[Math.abs(o - b)] / whole : 0;
            }
        }
        return support;
    }

    /** One side of the kernel, from its middle on. */
    private static double[] kernel(double octaves) {
        double sigma = octaves * BandGrid.BANDS_PER_OCTAVE / WIDTH_PER_SIGMA;
        double[] kernel = new double[(int) Math.ceil(3.5 * sigma) + 1];
        for (int d = 0; d < kernel.length; d++) {
            kernel[d] = Math.exp(-0.5 * d * d / (sigma * sigma));
        }
        return kernel;
    }
}
