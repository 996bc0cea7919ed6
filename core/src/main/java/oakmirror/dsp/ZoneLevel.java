package oakmirror.dsp;

import oakmirror.spectrum.Zone;

/**
 * The level of a zone as its compressor or expander hears it: power of both sides together, smoothed with one time constant while it rises and another while
 * it falls; so it lies between power and peak, a steady tone reads up to 1.7 dB over its power. It goes on by groups of frames, 42 µs long, of which it takes the mean.
 */
public final class ZoneLevel {

    private static final double SILENCE = 1e-15;
    private static final int GROUPS_A_SECOND = 24_000;

    private final int group;
    private final double rise;
    private final double fall;
    private double power;
    private double sum;
    private int frames;

    /** The level of a zone at a rate, from silence on. */
    public ZoneLevel(Zone zone, int sampleRate) {
        group = group(sampleRate);
        double seconds = (double) group / sampleRate;
        // Three time constants are nineteen twentieths of the way.
        rise = 1 - Math.exp(-3 * seconds / ZoneDynamicsBand.attackSeconds(zone));
        fall = 1 - Math.exp(-seconds / ZoneDynamicsBand.releaseSeconds(zone));
    }

    /** Frames in a group at a rate. */
    public static int group(int sampleRate) {
        return Math.max(1, Math.round((float) sampleRate / GROUPS_A_SECOND));
    }

    /** Frames from one look at the level to the next: two groups. */
    public static int tick(int sampleRate) {
        return 2 * group(sampleRate);
    }

    /** How many frames are still taken until a group is full. */
    int room() {
        return group - frames;
    }

    /** Takes frames that lie one after the other, no more than {@link #room}. */
    public void add(float[] left, float[] right, int from, int count) {
        double more = 0;
        for (int i = from; i < from + count; i++) {
            more += left[i] * left[i] + right[i] * right[i];
        }
        sum += more;
        frames += count;
        if (frames == group) {
            double now = sum / (2 * group);
            power += (now > power ? rise : fall) * (now - power);
            sum = 0;
            frames = 0;
        }
    }

    /** The level in dB relative to full scale; −150 in silence. */
    public double db() {
        if (!(power < 1e12)) {
            power = 0; // damaged samples must not stay
        }
        return 10 * Math.log10(Math.max(SILENCE, power));
    }

    /** Forgets the past. */
    public void reset() {
        power = 0;
        sum = 0;
        frames = 0;
    }
}
