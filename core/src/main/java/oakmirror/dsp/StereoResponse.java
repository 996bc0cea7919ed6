package oakmirror.dsp;

import java.util.Arrays;

/**
 * What becomes of an impulse on either side: four impulse responses, as of two loudspeakers at two ears. They are taken as they are, and not to be changed.
 *
 * @param ll from left to left
 * @param lr from left to right
 * @param rl from right to left
 * @param rr from right to right
 */
public record StereoResponse(double[] ll, double[] lr, double[] rl, double[] rr) {

    private static final double[] NOTHING = {};

    /** The same for both sides, each on its own. */
    public static StereoResponse alike(double[] response) {
        return new StereoResponse(response, NOTHING, NOTHING, response);
    }

    /** One for each side, each on its own. */
    public static StereoResponse each(double[] left, double[] right) {
        return new StereoResponse(left, NOTHING, NOTHING, right);
    }

    /** Length of the longest. */
    public int taps() {
        return Math.max(Math.max(ll.length, lr.length), Math.max(rl.length, rr.length));
    }

    /** So much of all four, from one tap to before another. */
    StereoResponse part(int from, int to) {
        return new StereoResponse(part(ll, from, to), part(lr, from, to), part(rl, from, to), part(rr, from, to));
    }

    private static double[] part(double[] taps, int from, int to) {
        return from >= taps.length ? NOTHING : Arrays.copyOfRange(taps, from, Math.min(to, taps.length));
    }

    /** Whether it is the same for both sides and leaves each on its own. */
    boolean isAlike() {
        return Arrays.equals(ll, rr) && isNothing(lr) && isNothing(rl);
    }

    private static boolean isNothing(double[] taps) {
        return Arrays.stream(taps).allMatch(t -> t == 0);
    }

    static double at(double[] taps, int index) {
        return index < taps.length ? taps[index] : 0;
    }
}
