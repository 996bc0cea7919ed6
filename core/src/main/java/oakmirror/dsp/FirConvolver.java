package oakmirror.dsp;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Fft;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Convolution with a long impulse response by uniformly partitioned overlap-save: the response is cut into parts
 * (of {@value #USUAL_PART} taps where nothing else is said) whose transforms are kept; each block of as many new frames is transformed once, multiplied with
 * every part against the block as many blocks old, and the sum is transformed back. Latency: one block, and what the response itself delays.
 *
 * <p>All parts but the first need only what has come in before, so that their products are summed up while the next block comes in, and no block
 * of the caller's has to wait for all of them.
 */
public final class FirConvolver implements StereoProcessor {

    private static final int USUAL_PART = 1024;
    private static final int USUAL_RATE = 44100;

    private final int part;
    private final FloatFFT_1D fft;
    private final int taps;
    private final int responseLatency;
    /** What goes from a side to a side: transforms of the response's parts, which never change. */
    private final List<Path> paths;

    private final Side left;
    private final Side right;
    private final int count;
    private int newest;
    private int filled;
    /** How many parts after the first have been summed up for the block that comes in. */
    private int summed;
    /** Whether what follows from the history has not been worked out: only the past was wanted so far. */
    private boolean isOutputDue;

    /** A transform with real and imaginary parts apart, so that the compiler makes vector instructions of what is done with it. */
    private record Values(float[] re, float[] im) {
        Values(int size) {
            this(new float[size], new float[size]);
        }

        void clear() {
            Arrays.fill(re, 0f);
            Arrays.fill(im, 0f);
        }
    }

    /** Transforms of the parts of one of the four responses. */
    private record Path(boolean fromLeft, boolean toLeft, Values[] parts) {}

    /** What comes in and goes out on a side. */
    private final class Side {
        private final float[] input = new float[2 * part];
        private final float[] output = new float[part];
        private final float[] work = new float[2 * part];
        private final Values[] history = new Values[count];
        private final Values sum = new Values(part + 1);

        Side() {
            for (int p = 0; p < count; p++) {
                history[p] = new Values(part + 1);
            }
        }

        void keep() {
            System.arraycopy(input, 0, work, 0, 2 * part);
            System.arraycopy(input, part, input, 0, part);
            transform(work, history[newest]);
        }

        /** From the sum, of which nothing is left. */
        void workOutOutput() {
            for (int k = 0; k < part; k++) {
                work[2 * k] = sum.re[k];
                work[2 * k + 1] = sum.im[k];
            }
            work[1] = sum.re[part];
            fft.realInverse(work, true);
            System.arraycopy(work, part, output, 0, part);
            sum.clear();
        }

        void reset() {
            Arrays.fill(input, 0f);
            Arrays.fill(output, 0f);
            sum.clear();
            for (Values block : history) {
                block.clear();
            }
        }
    }

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
        this(StereoResponse.alike(response), responseLatency, part);
    }

    /** A convolver with a response for each side and parts of another length, a power of two. */
    public FirConvolver(double[] leftResponse, double[] rightResponse, int responseLatency, int part) {
        this(StereoResponse.each(leftResponse, rightResponse), responseLatency, part);
    }

    /** A convolver of which either side may reach the other, and parts of another length, a power of two. */
    public FirConvolver(StereoResponse response, int responseLatency, int part) {
        this.part = part;
        this.fft = Fft.of(2 * part);
        this.taps = response.taps();
        this.responseLatency = responseLatency;
        this.count = Math.max(1, (taps + part - 1) / part);
        Path ll = path(true, true, response.ll());
        List<Path> all = new ArrayList<>();
        all.add(ll);
        all.add(response.isAlike() ? new Path(false, false, ll.parts()) : path(false, false, response.rr()));
        all.add(path(true, false, response.lr()));
        all.add(path(false, true, response.rl()));
        this.paths = all.stream().filter(p -> p.parts().length > 0).toList();
        this.left = new Side();
        this.right = new Side();
    }

    /** One with a past of its own that shares everything else with another. */
    private FirConvolver(FirConvolver other) {
        this.part = other.part;
        this.fft = Fft.of(2 * part);
        this.taps = other.taps;
        this.responseLatency = other.responseLatency;
        this.count = other.count;
        this.paths = other.paths;
        this.left = new Side();
        this.right = new Side();
    }

    /** A fresh convolver with the same response, whose transforms are shared. */
    public FirConvolver another() {
        return new FirConvolver(this);
    }

    private Path path(boolean fromLeft, boolean toLeft, double[] response) {
        Values[] parts = new Values[(response.length + part - 1) / part];
        for (int p = 0; p < parts.length; p++) {
            float[] work = new float[2 * part];
            for (int i = 0; i < part && p * part + i < response.length; i++) {
                work[i] = (float) response[p * part + i];
            }
            parts[p] = new Values(part + 1);
            transform(work, parts[p]);
        }
        return new Path(fromLeft, toLeft, parts);
    }

    /** A transform by the library, whose packed form is taken apart. */
    private void transform(float[] work, Values to) {
        fft.realForward(work);
        for (int k = 0; k < part; k++) {
            to.re[k] = work[2 * k];
            to.im[k] = work[2 * k + 1];
        }
        to.im[0] = 0;
        to.re[part] = work[1];
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
            isOutputDue = false;
            for (int p = 1; p < count; p++) {
                add(p, newest + p);
            }
            add(0, newest); // last, as always, so that rounding is the same
            workOutOutput();
        }
    }

    /** The same for two sides that lie at different places of their arrays, which stay as they are. */
    public void pass(float[] l, int leftOffset, float[] r, int rightOffset, int frames) {
        forgetSums();
        int done = 0;
        while (done < frames) {
            int n = Math.min(frames - done, part - filled);
            System.arraycopy(l, leftOffset + done, left.input, part + filled, n);
            System.arraycopy(r, rightOffset + done, right.input, part + filled, n);
            filled += n;
            done += n;
            if (filled == part) {
                keep();
                isOutputDue = true;
            }
        }
    }

    private void forgetSums() {
        if (summed > 0) {
            summed = 0;
            left.sum.clear();
            right.sum.clear();
        }
    }

    /** Changes the next frames of two sides that lie at different places of their arrays. */
    public void process(float[] l, int leftOffset, float[] r, int rightOffset, int frames) {
        settle();
        int done = 0;
        while (done < frames) {
            int n = Math.min(frames - done, part - filled);
            System.arraycopy(l, leftOffset + done, left.input, part + filled, n);
            System.arraycopy(r, rightOffset + done, right.input, part + filled, n);
            System.arraycopy(left.output, filled, l, leftOffset + done, n);
            System.arraycopy(right.output, filled, r, rightOffset + done, n);
            filled += n;
            done += n;
            sumUp((int) ((long) (count - 1) * filled / part));
            if (filled == part) {
                keep();
                add(0, newest);
                workOutOutput();
            }
        }
    }

    /** Keeps the block that is full. */
    private void keep() {
        newest = newest == 0 ? count - 1 : newest - 1;
        left.keep();
        right.keep();
        filled = 0;
    }

    /** Brings the sum for the block that comes in up to so many parts after the first. */
    private void sumUp(int parts) {
        while (summed < parts) {
            summed++;
            add(summed, newest + summed - 1);
        }
    }

    private void workOutOutput() {
        summed = 0;
        left.workOutOutput();
        right.workOutOutput();
    }

    /** Adds what a part makes of a block of the past. */
    private void add(int p, int block) {
        int then = block % count;
        for (int i = 0; i < paths.size(); i++) {
            Path path = paths.get(i);
            if (p < path.parts().length) {
                Values from = path.fromLeft() ? left.history[then] : right.history[then];
                Values to = path.toLeft() ? left.sum : right.sum;
                Values with = path.parts()[p];
                multiplyAdd(to.re, to.im, with.re, with.im, from.re, from.im, part + 1);
            }
        }
    }

    private static void multiplyAdd(
            float[] sumRe, float[] sumIm, float[] aRe, float[] aIm, float[] bRe, float[] bIm, int count) {
        for (int i = 0; i < count; i++) {
            sumRe[i] += aRe[i] * bRe[i] - aIm[i] * bIm[i];
            sumIm[i] += aRe[i] * bIm[i] + aIm[i] * bRe[i];
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
        left.reset();
        right.reset();
        summed = 0;
        isOutputDue = false;
        filled = 0;
    }
}
