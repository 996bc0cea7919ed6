package oakmirror.dsp;

import oakmirror.filter.Kaiser;

/**
 * Cuts a range out of a signal without moving phases: the linear-phase low-pass of its upper end less that of its lower end, both windowed sincs about one
 * middle (Kaiser, 60 dB down), half the amplitude at the ends; slopes reach 0.35 times an end to either
 * side of it, up to 120 Hz a fifth, from 6 kHz on a sixth. What two neighbours have of a common end adds
 * up to 1 whatever the frequency, so ranges that are put together again leave no trace of having been cut.
 */
public final class Crossover {

    /** For 60 dB: 0.1102·(60 − 8.7). */
    private static final double BETA = 5.653;
    /** How far a slope reaches to either side at most, in units of its end. */
    static final double HALF_SLOPE = 0.35;

    /** Up to here, slopes are steeper: what is measured of the lowest zone does not reach further into its neighbour. */
    private static final double LOW_HZ = 120;

    private static final double LOW_HALF_SLOPE = 0.2;
    /** From here on slopes are steeper, as the ranges up there are narrower. */
    private static final double HIGH_HZ = 6000;

    private static final double HIGH_HALF_SLOPE = 0.175;
    /** Kaiser's formula for the taps of a slope as wide as the rate. */
    private static final double TAPS_PER_SLOPE = (60 - 8) / (2.285 * 2 * Math.PI);

    private Crossover() {}

    /** How many taps a low-pass at a frequency reaches to either side of its middle. */
    public static int reach(double hz, double sampleRate) {
        double half = hz <= LOW_HZ ? LOW_HALF_SLOPE : hz >= HIGH_HZ ? HIGH_HALF_SLOPE : HALF_SLOPE;
        return (int) Math.ceil(TAPS_PER_SLOPE * sampleRate / (2 * half * hz) / 2);
    }

    /**
     * The response that cuts a range out.
     *
     * @param lowHz lower end; 0 for none
     * @param highHz upper end; infinite for none
     * @param reach how many taps come before and after the middle one; at least those of both ends
     */
    public static double[] range(double lowHz, double highHz, double sampleRate, int reach) {
        double[] taps = new double[2 * reach + 1];
        if (Double.isInfinite(highHz)) {
            taps[reach] = 1;
        } else {
            addLowPass(taps, highHz, sampleRate, 1);
        }
        if (lowHz > 0) {
            addLowPass(taps, lowHz, sampleRate, -1);
        }
        return taps;
    }

    private static void addLowPass(double[] taps, double hz, double sampleRate, double factor) {
        int reach = reach(hz, sampleRate);
        int middle = taps.length / 2;
        double[] low = new double[2 * reach + 1];
        double sum = 0;
        for (int k = -reach; k <= reach; k++) {
            double part = hz / sampleRate;
            double sinc = k == 0 ? 2 * part : Math.sin(2 * Math.PI * part * k) / (Math.PI * k);
            low[k + reach] = sinc * Kaiser.window(BETA, k / (reach + 1.0));
            sum += low[k + reach];
        }
        for (int k = 0; k < low.length; k++) {
            taps[middle - reach + k] += factor * low[k] / sum;
        }
    }
}
