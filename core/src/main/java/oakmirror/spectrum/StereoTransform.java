package oakmirror.spectrum;

/**
 * The power lines of one Hann-windowed stereo block, scaled to one-sided power: those of a steady sine add up to its mean square.
 *
 * <p>Both sides go through one complex transform, z = left + i·right. With a = Z(k) and b = Z(N−k) the sides come apart as L = (a + b̄)/2 and
 * R = (a − b̄)/(2i), so that their powers and the cross power L·R* are sums and products of the parts of a and b.
 */
final class StereoTransform {

    final float[] left;
    final float[] right;
    final float[] crossReal;
    final float[] crossImaginary;

    private final int size;
    private final float[] window;
    private final float[] real;
    private final float[] imaginary;
    private final float[] mirroredReal;
    private final float[] mirroredImaginary;
    private final RowTransform transform;
    private final float scale;

    StereoTransform(int size) {
        this.size = size;
        window = new float[size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            sum += (double) window[i] * window[i];
        }
        scale = (float) (1 / (2 * sum * size));
        real = new float[size];
        imaginary = new float[size];
        transform = new RowTransform(size);
        int lines = size / 2 + 1;
        mirroredReal = new float[lines];
        mirroredImaginary = new float[lines];
        left = new float[lines];
        right = new float[lines];
        crossReal = new float[lines];
        crossImaginary = new float[lines];
    }

    int size() {
        return size;
    }

    /** Transforms the block at the start of two arrays into the four arrays of lines. */
    void transform(float[] l, float[] r) {
        weigh(l, window, real);
        weigh(r, window, imaginary);
        transform.transform(real, imaginary);
        mirroredReal[0] = real[0];
        mirroredImaginary[0] = imaginary[0];
        for (int k = 1; k <= size / 2; k++) {
            mirroredReal[k] = real[size - k];
            mirroredImaginary[k] = imaginary[size - k];
        }
        powers(left, real, mirroredReal, imaginary, mirroredImaginary, scale);
        powers(right, imaginary, mirroredImaginary, mirroredReal, real, scale);
        cross(crossReal, real, mirroredReal, imaginary, mirroredImaginary, scale);
        crossImaginary(crossImaginary, real, mirroredReal, imaginary, mirroredImaginary, scale);
        for (float[] lines : new float[][] {left, right, crossReal, crossImaginary}) {
            lines[0] /= 2; // no mirror image
            lines[size / 2] /= 2;
        }
    }

    private static void weigh(float[] samples, float[] window, float[] out) {
        for (int i = 0; i < out.length; i++) {
            out[i] = window[i] * samples[i];
        }
    }

    /** (a + b)² + (c − d)². */
    private static void powers(float[] out, float[] a, float[] b, float[] c, float[] d, float scale) {
        for (int k = 0; k < out.length; k++) {
            float x = a[k] + b[k];
            float y = c[k] - d[k];
            out[k] = (x * x + y * y) * scale;
        }
    }

    private static void cross(float[] out, float[] ar, float[] br, float[] ai, float[] bi, float scale) {
        for (int k = 0; k < out.length; k++) {
            out[k] = ((ar[k] + br[k]) * (ai[k] + bi[k]) - (ai[k] - bi[k]) * (ar[k] - br[k])) * scale;
        }
    }

    private static void crossImaginary(float[] out, float[] ar, float[] br, float[] ai, float[] bi, float scale) {
        for (int k = 0; k < out.length; k++) {
            out[k] = ((ai[k] - bi[k]) * (ai[k] + bi[k]) + (ar[k] + br[k]) * (ar[k] - br[k])) * scale;
        }
    }
}
