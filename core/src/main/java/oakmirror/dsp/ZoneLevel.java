package oakmirror.dsp;

import oakmirror.spectrum.Zone;

/**
 * The level of a zone as its compressor or expander hears it: power of both sides together, smoothed with one time constant while it rises and another while
 * it falls; so it lies between power and peak, a steady tone reads 1.7 dB over its power. Looked at every {@value #TICK} frames.
 */
public final class ZoneLevel {

    /** Frames from one look to the next. */
    public static final int TICK = 8;

    private static final double SILENCE = 1e-15;

    private final double rise;
    private final double fall;
    private double power;

    /** The level of a zone at a rate, from silence on. */
    public ZoneLevel(Zone zone, int sampleRate) {
        // Twice the time constant is six sevenths of the way.
        rise = 1 - Math.exp(-2 / (ZoneDynamicsBand.attackSeconds(zone) * sampleRate));
        fall = 1 - Math.exp(-1 / (ZoneDynamicsBand.releaseSeconds(zone) * sampleRate));
    }

    /** Takes a frame. */
    public void add(float left, float right) {
        double now = 0.5 * ((double) left * left + (double) right * right);
        power += (now > power ? rise : fall) * (now - power);
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
    }
}
