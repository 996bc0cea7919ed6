package oakmirror.monitor;

import java.util.Arrays;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.StereoProcessor;

/**
 * An impulse response that everything heard is convolved with, as one that makes good for headphones or a room: one response for both
 * sides, or one for each. Adds a delay of {@value #PART} frames to what the response itself delays.
 */
public final class MonitorInsert implements StereoProcessor {

    /** The longest response that is taken, in seconds. */
    public static final double LONGEST_SECONDS = 1.0;

    private static final int PART = 256;

    private final FirConvolver left;
    private final FirConvolver right;
    private final boolean isOneForBoth;
    private final int taps;
    private final float[] silent = new float[PART];

    /** An insert; equal responses are run as one. */
    public MonitorInsert(double[] leftResponse, double[] rightResponse) {
        isOneForBoth = Arrays.equals(leftResponse, rightResponse);
        taps = Math.max(leftResponse.length, rightResponse.length);
        left = new FirConvolver(leftResponse, 0, PART);
        right = isOneForBoth ? left : new FirConvolver(rightResponse, 0, PART);
    }

    @Override
    public void process(float[] l, float[] r, int offset, int count) {
        if (isOneForBoth) {
            left.process(l, r, offset, count);
            return;
        }
        for (int done = 0; done < count; done += PART) {
            int n = Math.min(PART, count - done);
            Arrays.fill(silent, 0f);
            left.process(l, offset + done, silent, 0, n);
            Arrays.fill(silent, 0f);
            right.process(r, offset + done, silent, 0, n);
        }
    }

    @Override
    public int latencyFrames() {
        return PART;
    }

    @Override
    public int memoryFrames() {
        return taps;
    }

    @Override
    public void reset() {
        left.reset();
        right.reset();
    }
}
