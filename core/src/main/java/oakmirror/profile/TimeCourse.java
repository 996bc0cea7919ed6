package oakmirror.profile;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.text.Texts;

/**
 * A loudness over time in no more than {@value #MOST} values: as it was measured where that is enough, otherwise one for every so many, which stands
 * for the mean of their power.
 *
 * @param stepSeconds time from one value to the next
 * @param lufs the values; −∞ for silence, NaN where there is none
 */
public record TimeCourse(double stepSeconds, float[] lufs) {

    /** The most values. */
    public static final int MOST = 500;

    /** Checks the shape. The array is not copied and must not be changed. */
    public TimeCourse {
        if (!(stepSeconds >= TrackMeasurement.CONTOUR_SECONDS - 1e-9 && stepSeconds <= 86_400) || lufs.length > MOST) {
            throw new IllegalArgumentException(Texts.of("invalid.course", MOST));
        }
    }

    /** Of values that lie {@link TrackMeasurement#CONTOUR_SECONDS} apart. */
    static TimeCourse of(float[] lufs) {
        int each = Math.max(1, (lufs.length + MOST - 1) / MOST);
        float[] kept = new float[(lufs.length + each - 1) / each];
        for (int i = 0; i < kept.length; i++) {
            kept[i] = each == 1 ? lufs[i] : mean(lufs, i * each, Math.min(lufs.length, (i + 1) * each));
        }
        return new TimeCourse(each * TrackMeasurement.CONTOUR_SECONDS, kept);
    }

    private static float mean(float[] lufs, int from, int to) {
        double sum = 0;
        int count = 0;
        for (int i = from; i < to; i++) {
            if (!Float.isNaN(lufs[i])) {
                sum += Decibels.toPower(lufs[i]);
                count++;
            }
        }
        return count == 0 ? Float.NaN : (float) Decibels.ofPower(sum / count);
    }

    /** The same so many dB louder. */
    TimeCourse raised(double db) {
        float[] louder = lufs.clone();
        for (int i = 0; i < louder.length; i++) {
            louder[i] += (float) db;
        }
        return new TimeCourse(stepSeconds, louder);
    }

    /** Back at {@link TrackMeasurement#CONTOUR_SECONDS}, each value standing for the time it was taken over. */
    float[] spread() {
        int each = (int) Math.max(1, Math.round(stepSeconds / TrackMeasurement.CONTOUR_SECONDS));
        float[] all = new float[lufs.length * each];
        for (int i = 0; i < all.length; i++) {
            all[i] = lufs[i / each];
        }
        return all;
    }

    /** Two equal courses hold equal values. */
    @Override
    public boolean equals(Object other) {
        return other instanceof TimeCourse t && stepSeconds == t.stepSeconds && Arrays.equals(lufs, t.lufs);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(lufs);
    }

    @Override
    public String toString() {
        return "TimeCourse[" + lufs.length + " values, every " + stepSeconds + " s]";
    }
}
