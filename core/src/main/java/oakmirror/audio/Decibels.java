package oakmirror.audio;

/** Conversions between ratios and decibels. */
public final class Decibels {

    private static final double DB_PER_NEPER = 20 / Math.log(10);

    private Decibels() {}

    /** 20·log10 of an amplitude ratio; −∞ for 0. */
    public static double ofAmplitude(double ratio) {
        return DB_PER_NEPER * Math.log(ratio);
    }

    /** 10·log10 of a power ratio; −∞ for 0. */
    public static double ofPower(double ratio) {
        return DB_PER_NEPER / 2 * Math.log(ratio);
    }

    /** The amplitude ratio of a gain. */
    public static double toAmplitude(double db) {
        return Math.exp(db / DB_PER_NEPER);
    }

    /** The power ratio of a gain. */
    public static double toPower(double db) {
        return Math.exp(2 * db / DB_PER_NEPER);
    }
}
