package oakmirror.monitor;

import oakmirror.dsp.StereoProcessor;

/**
 * A place in the monitor path for a processor that can be changed, put in and taken out while sound goes through: goes over from the old to
 * the new in {@link MonitorMixer#FADE_SECONDS}. A processor that comes in first hears the recent past, so that it comes in as if it had
 * always been there. A change that comes during another waits for its end. For the audio thread alone; allocates nothing.
 */
final class Changeover {

    private final float[] pastLeft;
    private final float[] pastRight;
    private final float[] otherLeft;
    private final float[] otherRight;
    private final float[] chunkLeft;
    private final float[] chunkRight;
    private final double fadeStep;
    private int pastEnd;
    /** What is in place, or coming in; null for nothing. */
    private StereoProcessor current;
    /** What is going out during a fade; null for nothing. */
    private StereoProcessor leaving;

    private double fade = 1;

    Changeover(int maxBlock, int sampleRate) {
        int past = sampleRate / 2;
        pastLeft = new float[past];
        pastRight = new float[past];
        otherLeft = new float[maxBlock];
        otherRight = new float[maxBlock];
        chunkLeft = new float[maxBlock];
        chunkRight = new float[maxBlock];
        fadeStep = 1 / (MonitorMixer.FADE_SECONDS * sampleRate);
    }

    /** Sends the next frames through, on the way to the processor that is wanted (null for none). At most a block of frames. */
    void process(StereoProcessor wanted, float[] left, float[] right, int count) {
        if (wanted != current && fade >= 1) {
            leaving = current;
            current = wanted;
            fade = 0;
            if (current != null) {
                warmUp();
            }
        }
        remember(left, right, count);
        if (fade >= 1) {
            if (current != null) {
                current.process(left, right, 0, count);
            }
            return;
        }
        System.arraycopy(left, 0, otherLeft, 0, count);
        System.arraycopy(right, 0, otherRight, 0, count);
        if (current != null) {
            current.process(left, right, 0, count);
        }
        if (leaving != null) {
            leaving.process(otherLeft, otherRight, 0, count);
        }
        for (int i = 0; i < count; i++) {
            fade = Math.min(1, fade + fadeStep);
            float in = (float) fade;
            left[i] = in * left[i] + (1 - in) * otherLeft[i];
            right[i] = in * right[i] + (1 - in) * otherRight[i];
        }
        if (fade >= 1) {
            leaving = null;
        }
    }

    private void remember(float[] left, float[] right, int count) {
        for (int done = 0; done < count; ) {
            int n = Math.min(count - done, pastLeft.length - pastEnd);
            System.arraycopy(left, done, pastLeft, pastEnd, n);
            System.arraycopy(right, done, pastRight, pastEnd, n);
            pastEnd = (pastEnd + n) % pastLeft.length;
            done += n;
        }
    }

    private void warmUp() {
        current.reset();
        int wanted = Math.min(pastLeft.length, current.memoryFrames() + current.latencyFrames());
        int at = (pastEnd - wanted + pastLeft.length) % pastLeft.length;
        for (int done = 0; done < wanted; ) {
            int n = Math.min(Math.min(chunkLeft.length, wanted - done), pastLeft.length - at);
            System.arraycopy(pastLeft, at, chunkLeft, 0, n);
            System.arraycopy(pastRight, at, chunkRight, 0, n);
            current.process(chunkLeft, chunkRight, 0, n);
            at = (at + n) % pastLeft.length;
            done += n;
        }
    }
}
