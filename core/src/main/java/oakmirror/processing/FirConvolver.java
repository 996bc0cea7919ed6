package oakmirror.processing;

import java.util.Arrays;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Convolution with a long impulse response by uniformly partitioned overlap-save: the response is cut into parts of
 * {@value #PART} taps whose transforms are kept; each block of {@value #PART} new frames is transformed once, multiplied with
 * every part against the block as many blocks old, and the sum is transformed back. Left and right share one complex transform,
 * as the response is real. Latency: one block, and what the response itself delays.
 */
public final class FirConvolver implements StereoProcessor {

    private static final int PART = 1024;
    private static final int SIZE = 2 * PART;

    private final FloatFFT_1D fft = new FloatFFT_1D(SIZE);
    private final float[][] parts;
    private final float[][] history;
    private final float[] input = new float[2 * SIZE];
    private final float[] output = new float[2 * SIZE];
    private final int taps;
    private final int responseLatency;
    private int newest;
    private int filled;

    /**
     * A convolver.
     *
     * @param response the impulse response, the same for both sides
     * @param responseLatency where in it the undelayed sound lies, half its length for linear phase
     */
    public FirConvolver(double[] response, int responseLatency) {
        this.taps = response.length;
        this.responseLatency = responseLatency;
        int count = (taps + PART - 1) / PART;
        parts = new float[count][2 * SIZE];
        history = new float[count][2 * SIZE];
        for (int p = 0; p < count; p++) {
            for (int i = 0; i < PART && p * PART + i < taps; i++) {
                parts[p][2 * i] = (float) response[p * PART + i];
            }
            fft.complexForward(parts[p]);
        }
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        int done = 0;
        while (done < count) {
            int n = Math.min(count - done, PART - filled);
            for (int i = 0; i < n; i++) {
                int at = offset + done + i;
                int in = 2 * (PART + filled + i);
                input[in] = left[at];
                input[in + 1] = right[at];
                left[at] = output[in];
                right[at] = output[in + 1];
            }
            filled += n;
            done += n;
            if (filled == PART) {
                block();
                filled = 0;
            }
        }
    }

    private void block() {
        newest = newest == 0 ? history.length - 1 : newest - 1;
        float[] fresh = history[newest];
        System.arraycopy(input, 0, fresh, 0, 2 * SIZE);
        System.arraycopy(input, 2 * PART, input, 0, 2 * PART);
        fft.complexForward(fresh);
        Arrays.fill(output, 0f);
        for (int p = 0; p < parts.length; p++) {
            multiplyAdd(parts[p], history[(newest + p) % history.length], output);
        }
        fft.complexInverse(output, true);
    }

    private static void multiplyAdd(float[] a, float[] b, float[] sum) {
        for (int i = 0; i < sum.length; i += 2) {
            float re = a[i] * b[i] - a[i + 1] * b[i + 1];
            float im = a[i] * b[i + 1] + a[i + 1] * b[i];
            sum[i] += re;
            sum[i + 1] += im;
        }
    }

    @Override
    public int latencyFrames() {
        return PART + responseLatency;
    }

    @Override
    public int memoryFrames() {
        return taps;
    }

    @Override
    public void reset() {
        for (float[] h : history) {
            Arrays.fill(h, 0f);
        }
        Arrays.fill(input, 0f);
        Arrays.fill(output, 0f);
        filled = 0;
    }
}
