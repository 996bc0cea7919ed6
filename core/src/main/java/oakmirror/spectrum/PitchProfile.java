package oakmirror.spectrum;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.audio.Sums;

/**
 * An averaged spectrum by fine steps of pitch, less its balance: what a recording keeps through equalisers, limiters and codecs, and what moves along when it is
 * played faster or slower.
 *
 * @param values dB over the mean around, from {@value #LOW_HZ} to {@value #HIGH_HZ} Hz by steps of a thousandth; empty where it is not known
 */
public record PitchProfile(float[] values) {

    private static final double LOW_HZ = 300;
    private static final double HIGH_HZ = 6000;
    private static final double STEP = 0.001;
    private static final int SIZE = (int) (Math.log(HIGH_HZ / LOW_HZ) / STEP);

    /** What is wider than so many steps is balance. */
    private static final int AROUND = 150;

    private static final double MOST_DB = 15;
    /** The largest difference of speed that is looked for: less than a semitone, which is another key. */
    private static final int FURTHEST = 58;

    /** Nothing is known. */
    public static PitchProfile none() {
        return new PitchProfile(new float[0]);
    }

    /** That of a spectrum; unknown where it does not go up so far. */
    public static PitchProfile of(LineSpectrum lines) {
        if (lines.blocks() == 0 || lines.frequencyHz(lines.power().length - 1.0) < HIGH_HZ) {
            return none();
        }
        double floor = 1e-13 * Arrays.stream(lines.power()).max().orElse(0) + 1e-30;
        double lineHz = lines.frequencyHz(1);
        double[] db = new double[SIZE];
        for (int i = 0; i < SIZE; i++) {
            double at = LOW_HZ * Math.exp(i * STEP) / lineHz;
            int k = (int) at;
            double below = Decibels.ofPower(lines.power()[k] + floor);
            double above = Decibels.ofPower(lines.power()[k + 1] + floor);
            db[i] = below + (at - k) * (above - below);
        }
        double[] around = Sums.movingMean(db, AROUND / 2);
        float[] values = new float[SIZE];
        for (int i = 0; i < SIZE; i++) {
            values[i] = (float) Math.max(-MOST_DB, Math.min(MOST_DB, db[i] - around[i]));
        }
        return new PitchProfile(values);
    }

    /**
     * How this stands to another.
     *
     * @param speed how many times as fast this is as the other, where they are most alike
     * @param likeness correlation there, up to 1
     * @param asIs correlation at the same speed
     */
    public record Standing(double speed, double likeness, double asIs) {}

    /** How it stands to another; alike in nothing where one is not known. */
    public Standing to(PitchProfile other) {
        if (values.length != SIZE || other.values.length != SIZE) {
            return new Standing(1, 0, 0);
        }
        double[] likeness = new double[2 * FURTHEST + 1];
        int best = FURTHEST;
        for (int s = -FURTHEST; s <= FURTHEST; s++) {
            likeness[s + FURTHEST] = likeness(other, s);
            best = likeness[s + FURTHEST] > likeness[best] ? s + FURTHEST : best;
        }
        double shift = best - FURTHEST;
        if (best > 0 && best < 2 * FURTHEST) { // the vertex of a parabola through the three highest
            double curve = likeness[best - 1] - 2 * likeness[best] + likeness[best + 1];
            shift += curve == 0 ? 0 : (likeness[best - 1] - likeness[best + 1]) / 2 / curve;
        }
        return new Standing(Math.exp(shift * STEP), likeness[best], likeness[FURTHEST]);
    }

    private double likeness(PitchProfile other, int shift) {
        double product = 0;
        double own = 0;
        double others = 0;
        for (int i = Math.max(0, shift); i < SIZE + Math.min(0, shift); i++) {
            double a = values[i];
            double b = other.values[i - shift];
            product += a * b;
            own += a * a;
            others += b * b;
        }
        return product / Math.sqrt(own * others + 1e-12);
    }
}
