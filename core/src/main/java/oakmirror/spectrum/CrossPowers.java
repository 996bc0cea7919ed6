package oakmirror.spectrum;

/**
 * Mean powers of several stereo signals in the bands of the {@link BandGrid}, and what every two of them have in common: enough to know the
 * spectrum of any sum of them. Works on blocks that are handed in, Hann-windowed; powers are scaled and folded into bands as in
 * {@link SpectrumAnalyser}.
 *
 * <p>With Xᵢ the transform of signal i, both sides, the common power of i and j is the mean of Re(Xᵢ·Xⱼ*) over time and over left and right; of i
 * with itself it is its power. A sum with gains gᵢ has the power Σᵢ Σⱼ gᵢ gⱼ Pᵢⱼ.
 */
public final class CrossPowers {

    private final int signals;
    private final int size;
    private final int lines;
    private final BandFold fold;
    private final RowTransform transform;
    private final float[] window;
    private final float scale;
    private final float[] real;
    private final float[] imaginary;
    /** Left and right, real and imaginary, of each signal. */
    private final float[][][] spectra;

    private final float[] product;
    private final double[][][] sums;
    private int blocks;

    /** For so many signals of a rate. */
    public CrossPowers(int sampleRate, int signals) {
        this.signals = signals;
        size = SpectrumAnalyser.blockSize(sampleRate);
        lines = size / 2 + 1;
        fold = new BandFold(size, sampleRate);
        transform = new RowTransform(size);
        window = new float[size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            sum += (double) window[i] * window[i];
        }
        // One-sided power, of which left and right are averaged, of spectra that are twice the sides'.
        scale = (float) (1 / (4 * sum * size));
        real = new float[size];
        imaginary = new float[size];
        spectra = new float[signals][4][lines];
        product = new float[lines];
        sums = new double[signals][signals][BandGrid.SIZE];
    }

    /** Frames in a block. */
    public int size() {
        return size;
    }

    /** Takes one signal's part of the next block; {@link #next} takes all parts together. */
    public void put(int signal, float[] left, float[] right) {
        for (int i = 0; i < size; i++) {
            real[i] = window[i] * left[i];
            imaginary[i] = window[i] * right[i];
        }
        transform.transform(real, imaginary);
        float[][] s = spectra[signal];
        for (int k = 0; k < lines; k++) {
            int mirror = (size - k) % size;
            s[0][k] = real[k] + real[mirror];
            s[1][k] = imaginary[k] - imaginary[mirror];
            s[2][k] = imaginary[k] + imaginary[mirror];
            s[3][k] = real[mirror] - real[k];
        }
    }

    /** Adds the block whose parts were put in. */
    public void next() {
        for (int i = 0; i < signals; i++) {
            for (int j = 0; j <= i; j++) {
                float[][] a = spectra[i];
                float[][] b = spectra[j];
                for (int k = 0; k < lines; k++) {
                    product[k] =
                            scale * (a[0][k] * b[0][k] + a[1][k] * b[1][k] + a[2][k] * b[2][k] + a[3][k] * b[3][k]);
                }
                product[0] /= 2; // no mirror image
                product[lines - 1] /= 2;
                fold.add(sums[i][j], product);
            }
        }
        blocks++;
    }

    /** How many bands from the bottom lie wholly below the Nyquist frequency. */
    public int usableBands() {
        return fold.usableBands();
    }

    /** Mean common powers of signals i and j in each band, as [i][j][band]; 0 where no block was taken. */
    public double[][][] mean() {
        double[][][] mean = new double[signals][signals][BandGrid.SIZE];
        for (int i = 0; i < signals; i++) {
            for (int j = 0; j < signals; j++) {
                for (int b = 0; b < BandGrid.SIZE; b++) {
                    mean[i][j][b] = sums[Math.max(i, j)][Math.min(i, j)][b] / Math.max(1, blocks);
                }
            }
        }
        return mean;
    }
}
