package oakmirror.dsp;

import java.util.Arrays;
import oakmirror.audio.Fft;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Convolution with a long impulse response by uniformly partitioned overlap-save: the response is cut into parts
 * (of {@value #USUAL_PART} taps where nothing else is said) whose transforms are kept; each block of as many new frames is transformed once, multiplied with
 * every part against the block as many blocks old, and the sum is transformed back. Left and right share one complex transform,
 * as the response is real. Latency: one block, and what the response itself delays.
 *
 * <p>Where left and right have responses of their own, G and H, the transform Z of left + i·right becomes (G + H)/2·Z(k) + (G − H)/2·Z*(N − k):
 * each side comes out through its own. That takes twice the multiplications.
 */
public final class FirConvolver implements StereoProcessor {

    private static final int USUAL_PART = 1024;
    private static final int USUAL_RATE = 44100;

    private final int part;
    private final FloatFFT_1D fft;
    /** Transforms of the response's parts, which never change: of the mean of both sides' where these differ. */
    private final float[][] parts;

    /** Of half the difference of the sides' responses; none where they are the same. */
    private final float[][] differing;

    private final float[][] history;
    /** What is kept, mirrored; only where the sides' responses differ. */
    private final float[][] mirrored;

    private final float[] input;
    private final float[] output;
    private final int taps;
    private final int responseLatency;
    private int newest;
    private int filled;
    /** Whether what follows from the history has not been worked out: only the past was wanted so far. */
    private boolean isOutputDue;

    /**
     * A convolver.
     *
     * @param response the impulse response, the same for both sides
     * @param responseLatency where in it the undelayed sound lies, half its length for linear phase
     */
    public FirConvolver(double[] response, int responseLatency) {
        this(response, responseLatency, USUAL_PART);
    }

    /** The usual length of a part at a rate: about as long in time at any, as many short parts of a long response cost much. */
    static int part(int sampleRate) {
        return Math.max(USUAL_PART, Integer.highestOneBit(USUAL_PART * sampleRate / USUAL_RATE));
    }

    /** A convolver with parts of another length, a power of two: shorter ones delay less and cost more. */
    public FirConvolver(double[] response, int responseLatency, int part) {
        this(response, response, responseLatency, part);
    }

    /** A convolver with a response for each side and parts of another length, a power of two. */
    public FirConvolver(double[] leftResponse, double[] rightResponse, int responseLatency, int part) {
        this.part = part;
        this.fft = Fft.of(2 * part);
        this.input = new float[4 * part];
        this.output = new float[4 * part];
        this.taps = Math.max(leftResponse.length, rightResponse.length);
        this.responseLatency = responseLatency;
        double[] left = Arrays.copyOf(leftResponse, taps);
        double[] right = Arrays.copyOf(rightResponse, taps);
        int count = (taps + part - 1) / part;
        boolean differ = !Arrays.equals(left, right);
        parts = new float[count][4 * part];
        differing = new float[differ ? count : 0][4 * part];
        history = new float[count][4 * part];
        mirrored = new float[differ ? count : 0][4 * part];
        for (int p = 0; p < count; p++) {
            for (int i = 0; i < part && p * part + i < taps; i++) {
                double l = left[p * part + i];
                double r = right[p * part + i];
                parts[p][2 * i] = (float) ((l + r) / 2);
                if (differ) {
                    differing[p][2 * i] = (float) ((l - r) / 2);
                }
            }
            fft.complexForward(parts[p]);
            if (differ) {
                fft.complexForward(differing[p]);
            }
        }
    }

    /** One with a past of its own that shares everything else with another. */
    private FirConvolver(FirConvolver other) {
        this.part = other.part;
        this.fft = Fft.of(2 * part);
        this.input = new float[4 * part];
        this.output = new float[4 * part];
        this.taps = other.taps;
        this.responseLatency = other.responseLatency;
        this.parts = other.parts;
        this.differing = other.differing;
        this.history = new float[parts.length][4 * part];
        this.mirrored = new float[differing.length][4 * part];
    }

    /** A fresh convolver with the same response, whose transforms are shared. */
    public FirConvolver another() {
        return new FirConvolver(this);
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        process(left, offset, right, offset, count);
    }

    /** Transforms what goes by, which is a small part of the work, and leaves all multiplying to the next {@link #process}. */
    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        pass(left, offset, right, offset, count);
    }

    @Override
    public void settle() {
        if (isOutputDue) {
            convolve();
        }
    }

    /** The same for two sides that lie at different places of their arrays, which stay as they are. */
    public void pass(float[] left, int leftOffset, float[] right, int rightOffset, int count) {
        int done = 0;
        while (done < count) {
            int n = Math.min(count - done, part - filled);
            for (int i = 0; i < n; i++) {
                int in = 2 * (part + filled + i);
                input[in] = left[leftOffset + done + i];
                input[in + 1] = right[rightOffset + done + i];
            }
            filled += n;
            done += n;
            if (filled == part) {
                keep();
                isOutputDue = true;
                filled = 0;
            }
        }
    }

    /** Changes the next frames of two sides that lie at different places of their arrays. */
    public void process(float[] left, int leftOffset, float[] right, int rightOffset, int count) {
        settle();
        int done = 0;
        while (done < count) {
            int n = Math.min(count - done, part - filled);
            for (int i = 0; i < n; i++) {
                int l = leftOffset + done + i;
                int r = rightOffset + done + i;
                int in = 2 * (part + filled + i);
                input[in] = left[l];
                input[in + 1] = right[r];
                left[l] = output[in];
                right[r] = output[in + 1];
            }
            filled += n;
            done += n;
            if (filled == part) {
                keep();
                convolve();
                filled = 0;
            }
        }
    }

    /** Keeps the block that is full. */
    private void keep() {
        newest = newest == 0 ? history.length - 1 : newest - 1;
        float[] fresh = history[newest];
        System.arraycopy(input, 0, fresh, 0, 4 * part);
        System.arraycopy(input, 2 * part, input, 0, 2 * part);
        fft.complexForward(fresh);
        if (mirrored.length > 0) {
            mirror(fresh, mirrored[newest]);
        }
    }

    /** Z*(N − k). */
    private static void mirror(float[] z, float[] mirrored) {
        int size = z.length;
        for (int i = 0; i < size; i += 2) {
            int from = i == 0 ? 0 : size - i;
            mirrored[i] = z[from];
            mirrored[i + 1] = -z[from + 1];
        }
    }

    /** Works out what goes out while the next block comes in. */
    private void convolve() {
        isOutputDue = false;
        Arrays.fill(output, 0f);
        for (int p = 0; p < parts.length; p++) {
            int then = (newest + p) % history.length;
            multiplyAdd(parts[p], history[then], output);
            if (mirrored.length > 0) {
                multiplyAdd(differing[p], mirrored[then], output);
            }
        }
        fft.complexInverse(output, true);
    }

    /** Adds the product of two transforms, real and imaginary parts in turn, to a third. */
    static void multiplyAdd(float[] a, float[] b, float[] sum) {
        for (int i = 0; i < sum.length; i += 2) {
            float re = a[i] * b[i] - a[i + 1] * b[i + 1];
            float im = a[i] * b[i + 1] + a[i + 1] * b[i];
            sum[i] += re;
            sum[i + 1] += im;
        }
    }

    @Override
    public int latencyFrames() {
        return part + responseLatency;
    }

    @Override
    public int memoryFrames() {
        return taps;
    }

    @Override
    public void reset() {
        clear(history);
        clear(mirrored);
        Arrays.fill(input, 0f);
        Arrays.fill(output, 0f);
        isOutputDue = false;
        filled = 0;
    }

    private static void clear(float[][] blocks) {
        for (float[] block : blocks) {
            Arrays.fill(block, 0f);
        }
    }
}
