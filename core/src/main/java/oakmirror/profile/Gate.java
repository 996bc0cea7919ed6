package oakmirror.profile;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import oakmirror.audio.Decibels;

/**
 * Lets through what is music of what comes in: moments of a tenth of a second that lie within {@value #DEEPEST_DB} dB of the loudest three seconds so far,
 * at whatever level all of it is, and above {@value #FLOOR_DBFS} dBFS. A pause shorter than {@value #PAUSE_SECONDS} s belongs to the music and is let through with
 * what follows it; after a longer one, what follows is another song. For one thread.
 */
public final class Gate {

    static final double DEEPEST_DB = 50;
    static final double FLOOR_DBFS = -80;
    static final double PAUSE_SECONDS = 1.2;

    private static final double MOMENT_SECONDS = 0.1;
    private static final int LOUDEST_MOMENTS = 30;

    /** Takes what is let through. */
    public interface Taker {
        /** The next frames; the arrays are the taker's own. */
        void music(float[] left, float[] right, int frames);

        /** A pause so long that what comes next is another song. */
        void songEnds();
    }

    private final Taker taker;
    private final float[] left;
    private final float[] right;
    private final int longestPause;
    private final Deque<float[][]> pause = new ArrayDeque<>();
    private final double[] recent = new double[LOUDEST_MOMENTS];
    private int filled;
    private int moments;
    private double loudest;
    private boolean inMusic;

    /** A gate for a rate. */
    public Gate(int sampleRate, Taker taker) {
        this.taker = taker;
        left = new float[(int) Math.round(MOMENT_SECONDS * sampleRate)];
        right = new float[left.length];
        longestPause = (int) Math.round(PAUSE_SECONDS / MOMENT_SECONDS);
    }

    /** Takes the next frames that come in. */
    public void add(float[] l, float[] r, int frames) {
        for (int done = 0; done < frames; ) {
            int part = Math.min(frames - done, left.length - filled);
            System.arraycopy(l, done, left, filled, part);
            System.arraycopy(r, done, right, filled, part);
            filled += part;
            done += part;
            if (filled == left.length) {
                moment();
                filled = 0;
            }
        }
    }

    private void moment() {
        double power = 0;
        for (int i = 0; i < left.length; i++) {
            power += 0.5 * ((double) left[i] * left[i] + (double) right[i] * right[i]);
        }
        power /= left.length;
        recent[moments++ % recent.length] = power;
        loudest = Math.max(loudest, Arrays.stream(recent).average().orElse(0));
        double least = Math.max(Decibels.toPower(FLOOR_DBFS), loudest * Decibels.toPower(-DEEPEST_DB));
        float[][] copy = {left.clone(), right.clone()};
        if (power >= least) {
            inMusic = true;
            for (float[][] before : pause) {
                taker.music(before[0], before[1], before[0].length);
            }
            pause.clear();
            taker.music(copy[0], copy[1], copy[0].length);
        } else if (inMusic) {
            pause.add(copy);
            if (pause.size() > longestPause) {
                pause.clear();
                inMusic = false;
                loudest = 0;
                Arrays.fill(recent, 0);
                taker.songEnds();
            }
        }
    }
}
