package oakmirror.monitor;

import oakmirror.dsp.StereoProcessor;

/**
 * A place in the monitor path for a processor that can be changed, put in and taken out while sound goes through: goes over from the old to
 * the new in {@link MonitorMixer#FADE_SECONDS}. A processor that comes in first hears the recent past, so that it comes in as if it had
 * always been there. A processor with a long past goes through it over several blocks, while
 * the old one stays. A change that comes during another waits for its end. For the audio thread alone; allocates nothing.
 */
final class Changeover {

    /** How far back the past is kept: what a filter with its corner at 5 Hz remembers. */
    private static final double PAST_SECONDS = 1.6;

    private final float[] pastLeft;
    private final float[] pastRight;
    private final float[] otherLeft;
    private final float[] otherRight;
    private final float[] chunkLeft;
    private final float[] chunkRight;
    private final double fadeStep;
    private int pastEnd;
    /** What is in place, or fading in; null for nothing. */
    private StereoProcessor current;
    /** What is fading out; null for nothing. */
    private StereoProcessor leaving;
    /** What goes through the past before it can fade in; null for nothing. */
    private StereoProcessor coming;
    /** How much of the past it has still to go through. */
    private int behind;

    private double fade = 1;

    Changeover(int maxBlock, int sampleRate) {
        int past = (int) (PAST_SECONDS * sampleRate);
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
        change(wanted);
        remember(left, right, count);
        if (coming != null) {
            behind += count;
        }
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

    /** Brings what is wanted nearer to being in place. */
    private void change(StereoProcessor wanted) {
        if (wanted == current) {
            coming = null;
            return;
        }
        if (fade < 1) {
            return;
        }
        if (wanted != coming) {
            coming = wanted;
            behind = 0;
            if (wanted != null) {
                wanted.reset();
                behind = Math.min(pastLeft.length - chunkLeft.length, wanted.memoryFrames() + wanted.latencyFrames());
            }
        }
        catchUp();
        if (behind == 0) {
            leaving = current;
            current = wanted;
            coming = null;
            fade = 0;
        }
    }

    /** Goes through as much of the past as there is time for in a block. */
    private void catchUp() {
        int at = (pastEnd - behind + pastLeft.length) % pastLeft.length;
        for (int room = coming == null ? 0 : coming.catchUpFrames(); behind > 0 && room > 0; ) {
            int n = Math.min(Math.min(chunkLeft.length, behind), pastLeft.length - at);
            System.arraycopy(pastLeft, at, chunkLeft, 0, n);
            System.arraycopy(pastRight, at, chunkRight, 0, n);
            coming.pass(chunkLeft, chunkRight, 0, n);
            at = (at + n) % pastLeft.length;
            behind -= n;
            room -= n;
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
}
