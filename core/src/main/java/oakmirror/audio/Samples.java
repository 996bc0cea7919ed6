package oakmirror.audio;

/** What samples from a file may be. */
public final class Samples {

    /** Beyond this, +80 dBFS, a sample is taken for damage: no programme is louder, and filters would leave the range of numbers. */
    public static final float LARGEST = 1e4f;

    /** Below this, −400 dBFS, a sample counts as silence: arithmetic with numbers that small is forty times slower. */
    public static final float SMALLEST = 1e-20f;

    private Samples() {}

    /** Whether a sample cannot be meant: no number, infinite, or beyond {@link #LARGEST}. */
    public static boolean isDamaged(float x) {
        return !(Math.abs(x) <= LARGEST);
    }

    /** A sample that is not damaged, as it is used. */
    public static float audible(float x) {
        return Math.abs(x) < SMALLEST ? 0 : x;
    }
}
