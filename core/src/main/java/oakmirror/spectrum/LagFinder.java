package oakmirror.spectrum;

import java.util.Arrays;

/**
 * By how much one signal lags another: where their cross correlation, summed over blocks, is highest. Lags of up to half a transform of 2^17 samples
 * either way are seen, 1.4 s at 48 kHz.
 */
public final class LagFinder {

    private static final int SIZE = 1 << 17;

    private final RowTransform transform = new RowTransform(SIZE);
    private final float[] real = new float[SIZE];
    private final float[] imaginary = new float[SIZE];
    private final float[] crossReal = new float[SIZE];
    private final float[] crossImaginary = new float[SIZE];

    /** Samples in a block. */
    public int blockSize() {
        return SIZE / 2;
    }

    /** Takes the next block of both, of {@link #blockSize} samples or, at the end, fewer. */
    public void add(float[] late, float[] early, int count) {
        Arrays.fill(real, 0f);
        Arrays.fill(imaginary, 0f);
        System.arraycopy(late, 0, real, 0, count);
        System.arraycopy(early, 0, imaginary, 0, count);
        transform.transform(real, imaginary);
        for (int k = 0; k < SIZE; k++) {
            int mirror = (SIZE - k) % SIZE;
            float ar = real[k] + real[mirror];
            float ai = imaginary[k] - imaginary[mirror];
            float br = imaginary[k] + imaginary[mirror];
            float bi = real[mirror] - real[k];
            crossReal[k] += ar * br + ai * bi;
            crossImaginary[k] += ai * br - ar * bi;
        }
    }

    /** The lag in samples, above 0 where the first comes later. Ends the measurement. */
    public int lag() {
        transform.transform(crossImaginary, crossReal); // with the parts changed over it goes backwards
        int best = 0;
        for (int i = 1; i < SIZE; i++) {
            best = crossReal[i] > crossReal[best] ? i : best;
        }
        return best <= SIZE / 2 ? best : best - SIZE;
    }
}
