package oakmirror.spectrum;

import org.jtransforms.fft.FloatFFT_1D;

/**
 * The power lines of one Hann-windowed stereo block.
 *
 * <p>Both sides go through one complex transform, z = left + i·right. With a = Z(k) and b = Z(N−k) the sides come apart as L = (a + b̄)/2 and
 * R = (a − b̄)/(2i), so that their powers and the cross power L·R* are sums and products of the parts of a and b. Lines are scaled to
 * one-sided power: those of a steady sine add up to its mean square.
 */
final class StereoTransform {

    final double[] left;
    final double[] right;
    final double[] crossReal;
    final double[] crossImaginary;

    private final int size;
    private final float[] window;
    private final float[] work;
    private final FloatFFT_1D fft;
    private final double scale;

    StereoTransform(int size) {
        this.size = size;
        window = new float[size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            sum += (double) window[i] * window[i];
        }
        scale = 1 / (2 * sum * size);
        work = new float[2 * size];
        fft = new FloatFFT_1D(size);
        int lines = size / 2 + 1;
        left = new double[lines];
        right = new double[lines];
        crossReal = new double[lines];
        crossImaginary = new double[lines];
    }

    int size() {
        return size;
    }

    /** Transforms the block at the start of two arrays into the four arrays of lines. */
    void transform(float[] l, float[] r) {
        for (int i = 0; i < size; i++) {
            work[2 * i] = window[i] * l[i];
            work[2 * i + 1] = window[i] * r[i];
        }
        fft.complexForward(work);
        split(0, 0, scale / 2);
        for (int k = 1; k < size / 2; k++) {
            split(k, size - k, scale);
        }
        split(size / 2, size / 2, scale / 2);
    }

    private void split(int k, int mirror, double factor) {
        double ar = work[2 * k];
        double ai = work[2 * k + 1];
        double br = work[2 * mirror];
        double bi = work[2 * mirror + 1];
        double sumReal = ar + br;
        double differenceReal = ar - br;
        double sumImaginary = ai + bi;
        double differenceImaginary = ai - bi;
        left[k] = (sumReal * sumReal + differenceImaginary * differenceImaginary) * factor;
        right[k] = (sumImaginary * sumImaginary + differenceReal * differenceReal) * factor;
        crossReal[k] = (sumReal * sumImaginary - differenceImaginary * differenceReal) * factor;
        crossImaginary[k] = (differenceImaginary * sumImaginary + sumReal * differenceReal) * factor;
    }
}
