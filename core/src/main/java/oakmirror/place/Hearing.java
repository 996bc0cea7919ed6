package oakmirror.place;

/**
 * The softest that is heard in quiet: the threshold of hearing in a free field, of ISO 226:2003 at third octaves, from memory. The edition of 2023 was not at hand; it is said
 * to differ by less than a decibel.
 */
final class Hearing {

    private static final double LOWEST_HZ = 20;
    /** From 20 Hz to 12.5 kHz. */
    private static final double[] THRESHOLD_DB = {
        78.5, 68.7, 59.5, 51.1, 44.0, 37.5, 31.5, 26.5, 22.1, 17.9, 14.4, 11.4, 8.6, 6.2, 4.4, 3.0, 2.2, 2.4, 3.5, 1.7,
        -1.3, -4.2, -6.0, -5.4, -1.5, 6.0, 12.6, 13.9, 12.3
    };

    private Hearing() {}

    /** Sound pressure level in dB; straight between third octaves, held outside. */
    static double thresholdDb(double hz) {
        double at = Math.max(0, Math.min(THRESHOLD_DB.length - 1.0, 10 * Math.log10(hz / LOWEST_HZ)));
        int low = (int) Math.min(THRESHOLD_DB.length - 2, Math.floor(at));
        double part = at - low;
        return THRESHOLD_DB[low] * (1 - part) + THRESHOLD_DB[low + 1] * part;
    }
}
