package oakmirror.dynamics;

import java.util.Arrays;

/** Quantiles of readings, linear between the neighbouring ones; readings that are not finite do not count. */
public final class Quantiles {

    private Quantiles() {}

    /** The value that a part of the readings (0 to 1) lie below; NaN of none. */
    public static double of(double[] values, double part) {
        double[] sorted =
                Arrays.stream(values).filter(Double::isFinite).sorted().toArray();
        if (sorted.length == 0) {
            return Double.NaN;
        }
        double at = part * (sorted.length - 1);
        int low = (int) Math.floor(at);
        int high = Math.min(sorted.length - 1, low + 1);
        return sorted[low] + (at - low) * (sorted[high] - sorted[low]);
    }
}
