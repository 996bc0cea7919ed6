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
        double[] counts = new double[curve.length];
        double[] counted = new double[curve.length];
        for (int b = 0; b < curve.length; b++) {
            counts[b] = known[b] ? 1 : 0;
            counted[b] = known[b] ? curve[b] : 0;
        }
        double[] sum = convolved(counted, kernel);
        double[] weight = convolved(counts, kernel);
        for (int b = 0; b < sum.length; b++) {
            sum[b] = weight[b] > 0 ? sum[b] / weight[b] : 0;
        }
        return sum;
    }

    /** Band by band in the inner loop, which the compiler turns into vectors. */
    private static double[] convolved(double[] values, double[] kernel) {
        int reach = kernel.length - 1;
        double[] padded = new double[values.length + 2 * reach];
        System.arraycopy(values, 0, padded, reach, values.length);
        double[] sum = new double[values.length];
        for (int b = 0; b < sum.length; b++) {
            sum[b] = kernel[0] * values[b];
        }
        for (int d = 1; d <= reach; d++) {
            add(sum, kernel[d], padded, reach - d);
            add(sum, kernel[d], padded, reach + d);
        }
        return sum;
    }

    private static void add(double[] sum, double factor, double[] values, int from) {
        for (int b = 0; b < sum.length; b++) {
            sum[b] += factor * values[from + b];
        }
    }

    /** Which part of the kernel lies on bands that count: 1 in the middle of a range, one half at its ends. */
    public static double[] support(boolean[] known, double octaves) {
        double[] kernel = kernel(octaves);
        double whole = 2 * Arrays.stream(kernel).sum() - kernel[0];
        double[] counts = new double[known.length];
        for (int b = 0; b < counts.length; b++) {
            counts[b] = known[b] ? 1 : 0;
        }
        double[] support = convolved(counts, kernel);
        for (int b = 0; b < support.length; b++) {
            support[b] /= whole;
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
