package oakmirror.hits;

import java.util.Arrays;
import oakmirror.spectrum.Zone;

/**
 * How much of a sound's energy is struck, second by second and zone by zone.
 *
 * @param struck energy of what is struck: one row a zone, one value a second
 * @param whole energy of all, in the same unit
 */
public record StruckShare(float[][] struck, float[][] whole) {

    /** Seconds that a value stands for. */
    public static final double STEP_SECONDS = 1;

    /** The farthest that hits and tones can be told to lie apart, in dB. */
    public static final double MOST_DB = 20;

    /** What holds less of a zone's energy than this below the loudest zone says nothing, in dB. Common practice, no source. */
    private static final double NOTHING_THERE_DB = -70;

    /** Of no sound. */
    static StruckShare ofSteps(int steps) {
        int zones = Zone.values().length;
        return new StruckShare(new float[zones][steps], new float[zones][steps]);
    }

    /** The share of a zone's energy that is struck, from 0 to 1; NaN where there is next to nothing in it. */
    public double of(Zone zone) {
        return of(zone, 0, whole[0].length);
    }

    /** The same within a range, by the steps that begin in it. */
    public double of(Zone zone, double startSeconds, double endSeconds) {
        int steps = whole[0].length;
        int from = (int) Math.max(0, Math.min(steps, Math.ceil(startSeconds / STEP_SECONDS)));
        int to = (int) Math.max(from, Math.min(steps, Math.ceil(endSeconds / STEP_SECONDS)));
        return of(zone, from, to);
    }

    /**
     * How far the energy of what is struck lies above that of what sustains, in dB, within a range; at most {@link #MOST_DB} either way, beyond which taking apart
     * cannot tell. NaN where there is next to nothing.
     */
    public double hitsOverTonesDb(Zone zone, double startSeconds, double endSeconds) {
        double share = of(zone, startSeconds, endSeconds);
        return Double.isNaN(share)
                ? share
                : Math.max(-MOST_DB, Math.min(MOST_DB, 10 * Math.log10(share / (1 - share))));
    }

    private double of(Zone zone, int from, int to) {
        double loudest =
                Arrays.stream(whole).mapToDouble(z -> sum(z, from, to)).max().orElse(0);
        double all = sum(whole[zone.ordinal()], from, to);
        return all > loudest * Math.pow(10, NOTHING_THERE_DB / 10)
                ? sum(struck[zone.ordinal()], from, to) / all
                : Double.NaN;
    }

    private static double sum(float[] values, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += values[i];
        }
        return sum;
    }
}
