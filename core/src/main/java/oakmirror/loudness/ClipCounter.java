package oakmirror.loudness;

/**
 * Counts where one channel is clipped: three or more samples in a row at full scale or above on the same side (common practice, no source), or two
 * that are alike: the top of a wave is flat only where it was cut off. A limiter's ceiling below full scale is not seen.
 */
public final class ClipCounter {

    /** Full scale of 16 bits, less what is lost in a change of rate. */
    private static final float FULL = 0.99993f;

    private static final int LEAST = 3;

    private int run;
    private boolean positive;
    private boolean countedFlat;
    private float last;
    private long count;

    /** A counter for one channel. */
    public ClipCounter() {}

    /** Takes the next samples. */
    public void add(float[] samples, int length) {
        for (int i = 0; i < length; i++) {
            float x = samples[i];
            if (x < FULL && x > -FULL) {
                run = 0;
            } else {
                boolean sameSide = run > 0 && positive == x > 0;
                run = sameSide ? run + 1 : 1;
                positive = x > 0;
                boolean flat = run == 2 && x == last;
                countedFlat = flat || run > 1 && countedFlat;
                count += flat || run == LEAST && !countedFlat ? 1 : 0;
            }
            last = x;
        }
    }

    /** How often it was clipped so far. */
    public long count() {
        return count;
    }
}
