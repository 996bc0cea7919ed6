package oakmirror.monitor;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.StereoProcessor;

/**
 * An impulse response that everything heard is convolved with, as one that makes good for headphones or a room: one response for both
 * sides, or one for each. Adds a delay of {@value #SHORT_PART} frames to what the response itself delays.
 *
 * <p>A long response is cut in two. Its beginning runs in parts of {@value #SHORT_PART} taps, which delay little and cost much; the rest in
 * parts of {@value #LONG_PART}, which delay by {@value #LONG_PART} frames: just what that rest lies behind the beginning (W. G. Gardner,
 * "Efficient convolution without input-output delay", J. Audio Eng. Soc. 43, 1995, in its simplest form).
 */
public final class MonitorInsert implements StereoProcessor {

    /** The longest response that is taken, in seconds. */
    public static final double LONGEST_SECONDS = 1.0;

    private static final int SHORT_PART = 256;
    private static final int LONG_PART = 4096;
    private static final int BEGINNING = LONG_PART - SHORT_PART;

    private final Side left;
    private final Side right;
    private final boolean isOneForBoth;
    private final int taps;
    private final float[] silent = new float[SHORT_PART];

    /** An insert; equal responses are run as one. */
    public MonitorInsert(double[] leftResponse, double[] rightResponse) {
        isOneForBoth = Arrays.equals(leftResponse, rightResponse);
        taps = Math.max(leftResponse.length, rightResponse.length);
        left = new Side(leftResponse);
        right = isOneForBoth ? left : new Side(rightResponse);
    }

    /** A response in its two pieces. */
    private static final class Side {
        private final FirConvolver beginning;
        private final Optional<FirConvolver> rest;
        private final float[] restLeft = new float[SHORT_PART];
        private final float[] restRight = new float[SHORT_PART];

        Side(double[] response) {
            beginning = new FirConvolver(Arrays.copyOf(response, Math.min(response.length, BEGINNING)), 0, SHORT_PART);
            rest = response.length <= BEGINNING
                    ? Optional.empty()
                    : Optional.of(
                            new FirConvolver(Arrays.copyOfRange(response, BEGINNING, response.length), 0, LONG_PART));
        }

        /** Changes at most {@value #SHORT_PART} frames. */
        void process(float[] l, int leftOffset, float[] r, int rightOffset, int count) {
            if (rest.isPresent()) {
                System.arraycopy(l, leftOffset, restLeft, 0, count);
                System.arraycopy(r, rightOffset, restRight, 0, count);
                rest.get().process(restLeft, restRight, 0, count);
            }
            beginning.process(l, leftOffset, r, rightOffset, count);
            if (rest.isPresent()) {
                for (int i = 0; i < count; i++) {
                    l[leftOffset + i] += restLeft[i];
                    r[rightOffset + i] += restRight[i];
                }
            }
        }

        void pass(float[] l, int leftOffset, float[] r, int rightOffset, int count) {
            beginning.pass(l, leftOffset, r, rightOffset, count);
            if (rest.isPresent()) {
                rest.get().pass(l, leftOffset, r, rightOffset, count);
            }
        }

        void reset() {
            beginning.reset();
            rest.ifPresent(FirConvolver::reset);
        }
    }

    @Override
    public void process(float[] l, float[] r, int offset, int count) {
        for (int done = 0; done < count; done += SHORT_PART) {
            int n = Math.min(SHORT_PART, count - done);
            int at = offset + done;
            if (isOneForBoth) {
                left.process(l, at, r, at, n);
            } else {
                Arrays.fill(silent, 0f);
                left.process(l, at, silent, 0, n);
                Arrays.fill(silent, 0f);
                right.process(r, at, silent, 0, n);
            }
        }
    }

    @Override
    public void pass(float[] l, float[] r, int offset, int count) {
        if (isOneForBoth) {
            left.pass(l, offset, r, offset, count);
            return;
        }
        Arrays.fill(silent, 0f);
        for (int done = 0; done < count; done += SHORT_PART) {
            int n = Math.min(SHORT_PART, count - done);
            left.pass(l, offset + done, silent, 0, n);
            right.pass(r, offset + done, silent, 0, n);
        }
    }

    @Override
    public int latencyFrames() {
        return SHORT_PART;
    }

    @Override
    public int memoryFrames() {
        return taps;
    }

    @Override
    public void reset() {
        left.reset();
        if (!isOneForBoth) {
            right.reset();
        }
    }
}
