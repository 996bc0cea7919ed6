package oakmirror.audio;

/** Sums over samples. */
public final class Sums {

    private Sums() {}

    /** The mean of each value and so many to either side, as far as there are any. */
    public static double[] movingMean(double[] values, int half) {
        double[] sums = new double[values.length + 1];
        for (int i = 0; i < values.length; i++) {
            sums[i + 1] = sums[i] + values[i];
        }
        double[] mean = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            int from = Math.max(0, i - half);
            int to = Math.min(values.length, i + half + 1);
            mean[i] = (sums[to] - sums[from]) / (to - from);
        }
        return mean;
    }

    /** Sum of the products of the values of two arrays between two places, in four sums side by side so that none has to wait for the one before. */
    public static double products(float[] x, float[] y, int from, int to) {
        double a = 0;
        double b = 0;
        double c = 0;
        double d = 0;
        int i = from;
        for (; i + 3 < to; i += 4) {
            a += (double) x[i] * y[i];
            b += (double) x[i + 1] * y[i + 1];
            c += (double) x[i + 2] * y[i + 2];
            d += (double) x[i + 3] * y[i + 3];
        }
        for (; i < to; i++) {
            a += (double) x[i] * y[i];
        }
        return a + b + c + d;
    }
}
