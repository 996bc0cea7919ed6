package oakmirror.dynamics;

/**
 * How often readings take which values: a smoothed histogram, Gaussian kernel of {@value #KERNEL_DB} dB, whose area is 1.
 *
 * @param lowDb value of the first density
 * @param density share of the readings a dB, every {@value #STEP_DB} dB from there on
 * @param count how many readings there were
 */
public record Distribution(double lowDb, double[] density, int count) {

    /** Distance of two densities in dB. */
    public static final double STEP_DB = 0.25;

    private static final double KERNEL_DB = 0.5;
    private static final double REACH_DB = 2;
    /** What lies further below the highest reading does not count: fades and pauses. */
    private static final double DEEPEST_DB = 30;

    /** The distribution of some readings moved by an offset; readings that are not finite do not count. */
    public static Distribution of(float[] readings, double offsetDb) {
        double highest = Double.NEGATIVE_INFINITY;
        double lowest = Double.POSITIVE_INFINITY;
        for (float r : readings) {
            highest = Float.isFinite(r) ? Math.max(highest, r) : highest;
        }
        int count = 0;
        for (float r : readings) {
            if (r >= highest - DEEPEST_DB && Float.isFinite(r)) {
                lowest = Math.min(lowest, r);
                count++;
            }
        }
        if (count == 0) {
            return new Distribution(0, new double[0], 0);
        }
        double low = Math.floor((lowest + offsetDb - REACH_DB) / STEP_DB) * STEP_DB;
        int size = (int) Math.ceil((highest + offsetDb + REACH_DB - low) / STEP_DB) + 1;
        double[] density = new double[size];
        double scale = 1 / (count * KERNEL_DB * Math.sqrt(2 * Math.PI));
        int reach = (int) Math.ceil(REACH_DB / STEP_DB);
        for (float r : readings) {
            if (r >= highest - DEEPEST_DB && Float.isFinite(r)) {
                double value = r + offsetDb;
                int centre = (int) Math.round((value - low) / STEP_DB);
                for (int i = Math.max(0, centre - reach); i <= Math.min(size - 1, centre + reach); i++) {
                    double away = (low + i * STEP_DB - value) / KERNEL_DB;
                    density[i] += scale * Math.exp(-0.5 * away * away);
                }
            }
        }
        return new Distribution(low, density, count);
    }

    /** Density at a value; 0 outside. */
    public double at(double db) {
        int i = (int) Math.round((db - lowDb) / STEP_DB);
        return i < 0 || i >= density.length ? 0 : density[i];
    }

    /** The greatest density. */
    public double peak() {
        double peak = 0;
        for (double d : density) {
            peak = Math.max(peak, d);
        }
        return peak;
    }
}
