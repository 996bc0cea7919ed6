package oakmirror.habits;

import java.util.Arrays;
import oakmirror.text.Texts;

/**
 * How the mix differs from its references in the readings of an {@link Aspect}.
 *
 * @param overDb the mix's reading less theirs in dB; NaN where it is not known
 * @param contentDb2 variance in dB² of such a difference though neither is at fault, because they are other music; above 0 where the reading is known
 */
public record Readings(double[] overDb, double[] contentDb2) {

    private static final double MOST_DB2 = 1e4;
    private static final double LEAST_DB2 = 0.01;

    /** Checks the shapes. The arrays are not copied and must not be changed. */
    public Readings {
        boolean isSound = overDb.length == contentDb2.length;
        for (int i = 0; isSound && i < overDb.length; i++) {
            isSound = Double.isNaN(overDb[i]) || Double.isFinite(overDb[i]) && contentDb2[i] > 0;
        }
        if (!isSound) {
            throw new IllegalArgumentException(Texts.of("invalid.readings"));
        }
    }

    /** As many as an aspect has, none of them known. */
    public static Readings unknown(Aspect aspect) {
        double[] none = new double[aspect.size()];
        Arrays.fill(none, Double.NaN);
        return new Readings(none, new double[aspect.size()]);
    }

    /** With a reading set, its variance held to what can be reckoned with. */
    void set(int index, double over, double content) {
        boolean isKnown = Double.isFinite(over) && content < Double.POSITIVE_INFINITY;
        overDb[index] = isKnown ? over : Double.NaN;
        contentDb2[index] = isKnown ? Math.max(LEAST_DB2, Math.min(MOST_DB2, content)) : 0;
    }

    /** Whether a reading is known. */
    public boolean isKnown(int index) {
        return !Double.isNaN(overDb[index]);
    }

    /** The same on a mix that is changed by so many dB. */
    Readings changed(double[] db) {
        double[] after = overDb.clone();
        for (int i = 0; i < after.length; i++) {
            after[i] += db[i];
        }
        return new Readings(after, contentDb2);
    }

    /** The same moved so that the mean of some readings is 0, as far as they are known: what is only louder or softer is no leaning. */
    Readings centred(boolean[] anchors) {
        double sum = 0;
        int count = 0;
        for (int i = 0; i < overDb.length; i++) {
            if (anchors[i] && isKnown(i)) {
                sum += overDb[i];
                count++;
            }
        }
        double[] less = new double[overDb.length];
        Arrays.fill(less, count == 0 ? 0 : 0 - sum / count);
        return changed(less);
    }

    void check(Aspect aspect) {
        boolean isFar = Arrays.stream(overDb).anyMatch(d -> Math.abs(d) > aspect.mostDb());
        if (overDb.length != aspect.size() || isFar) {
            throw new IllegalArgumentException(Texts.of("invalid.readings"));
        }
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Readings r
                && Arrays.equals(overDb, r.overDb)
                && Arrays.equals(contentDb2, r.contentDb2);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(overDb);
    }

    @Override
    public String toString() {
        return "Readings" + Arrays.toString(overDb);
    }
}
