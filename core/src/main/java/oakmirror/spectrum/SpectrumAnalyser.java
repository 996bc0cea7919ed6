package oakmirror.spectrum;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Averaged spectrum of a stereo stream by Welch's method (P. D. Welch, IEEE Trans. Audio Electroacoust. AU-15, 1967): Hann-windowed
 * blocks of 16384 samples at 48 kHz, the power of two nearest to that length in time at other rates, half overlapping, their powers
 * averaged.
 *
 * <p>Left and right go through one complex transform, z = left + i·right, for which |Z(k)|² + |Z(N−k)|² = 2·(|L(k)|² + |R(k)|²).
 *
 * <p>Powers are folded into the bands of the {@link BandGrid} by exact integration: a bin's power is spread evenly over its width
 * and split where a band's edge cuts it, so that the bands conserve power.
 *
 * <p>Gating: blocks below −70 dBFS are left out, and then those more than 20 dB below the mean of the rest, so that silence, gaps
 * and fades do not count. As the mean is only known at the end, blocks are summed in classes of half a decibel of their level.
 * A stream shorter than one block is analysed as one block, padded with silence.
 */
public final class SpectrumAnalyser {

    private static final double SECONDS_PER_BLOCK = 16384.0 / 48000;
    private static final double ABSOLUTE_GATE_DB = -70;
    private static final double RELATIVE_GATE_DB = -20;
    private static final double CLASS_DB = 0.5;
    private static final int CLASSES = 180;

    private final int sampleRate;
    private final int size;
    private final float[] window;
    private final double windowPower;
    private final BandFold fold;
    private final FloatFFT_1D fft;
    private final float[] left;
    private final float[] right;
    private final float[] work;
    private final double[] binPower;
    private final double[][] classBands = new double[CLASSES][];
    private final int[] classCount = new int[CLASSES];
    private final double[] classPower = new double[CLASSES];
    private int filled;
    private boolean anyBlock;
    private boolean anySample;

    /** An analyser for one stream. */
    public SpectrumAnalyser(int sampleRate) {
        this.sampleRate = sampleRate;
        this.size = blockSize(sampleRate);
        this.window = new float[size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            sum += (double) window[i] * window[i];
        }
        this.windowPower = sum;
        this.fold = new BandFold(size, sampleRate);
        this.fft = new FloatFFT_1D(size);
        this.left = new float[size];
        this.right = new float[size];
        this.work = new float[2 * size];
        this.binPower = new double[size / 2 + 1];
    }

    /** Samples in a block at a rate. */
    public static int blockSize(int sampleRate) {
        return 1 << (int) Math.round(Math.log(SECONDS_PER_BLOCK * sampleRate) / Math.log(2));
    }

    /** Takes the next frames. */
    public void add(float[] l, float[] r, int count) {
        int done = 0;
        anySample |= count > 0;
        while (done < count) {
            int part = Math.min(count - done, size - filled);
            System.arraycopy(l, done, left, filled, part);
            System.arraycopy(r, done, right, filled, part);
            filled += part;
            done += part;
            if (filled == size) {
                analyse();
                System.arraycopy(left, size / 2, left, 0, size / 2);
                System.arraycopy(right, size / 2, right, 0, size / 2);
                filled = size / 2;
            }
        }
    }

    private void analyse() {
        anyBlock = true;
        double energy = 0;
        for (int i = 0; i < size; i++) {
            energy += (double) left[i] * left[i] + (double) right[i] * right[i];
            work[2 * i] = window[i] * left[i];
            work[2 * i + 1] = window[i] * right[i];
        }
        double power = energy / (2 * size);
        int level = (int) Math.floor((Decibels.ofPower(power) - ABSOLUTE_GATE_DB) / CLASS_DB);
        if (power <= 0 || level < 0) {
            return;
        }
        level = Math.min(level, CLASSES - 1);
        fft.complexForward(work);
        // One-sided power of each bin, left and right averaged: (|L|²+|R|²)/2, doubled for the negative frequencies.
        double scale = 1 / (2 * windowPower * size);
        for (int k = 0; k <= size / 2; k++) {
            int mirror = k == 0 ? 0 : size - k;
            double both = square(k) + square(mirror);
            binPower[k] = both * scale * (k == 0 || k == size / 2 ? 0.5 : 1);
        }
        if (classBands[level] == null) {
            classBands[level] = new double[BandGrid.SIZE];
        }
        fold.addTo(classBands[level], binPower);
        classCount[level]++;
        classPower[level] += power;
    }

    private double square(int bin) {
        double re = work[2 * bin];
        double im = work[2 * bin + 1];
        return re * re + im * im;
    }

    /** The spectrum of all that was taken. Ends the stream. */
    public BandSpectrum finish() {
        if (!anyBlock && anySample) {
            Arrays.fill(left, filled, size, 0f);
            Arrays.fill(right, filled, size, 0f);
            analyse();
        }
        int first = gateClass();
        double[] bands = new double[BandGrid.SIZE];
        int blocks = 0;
        for (int c = first; c < CLASSES; c++) {
            if (classCount[c] > 0) {
                blocks += classCount[c];
                for (int b = 0; b < bands.length; b++) {
                    bands[b] += classBands[c][b];
                }
            }
        }
        if (blocks == 0) {
            return new BandSpectrum(bands, fold.usableBands(), 0);
        }
        for (int b = 0; b < bands.length; b++) {
            bands[b] /= blocks;
        }
        return new BandSpectrum(bands, fold.usableBands(), (blocks + 1) * (size / 2.0) / sampleRate);
    }

    private int gateClass() {
        double power = 0;
        int count = 0;
        for (int c = 0; c < CLASSES; c++) {
            power += classPower[c];
            count += classCount[c];
        }
        if (count == 0) {
            return 0;
        }
        double gateDb = Decibels.ofPower(power / count) + RELATIVE_GATE_DB;
        return Math.max(0, (int) Math.floor((gateDb - ABSOLUTE_GATE_DB) / CLASS_DB));
    }
}
