package oakmirror.dynamics;

/**
 * A Butterworth filter of fourth order, high- or low-pass, for two channels: two second-order sections by the bilinear transform with the
 * corner frequency kept, each in direct form I. The numerators are 1, ±2, 1 and the gain is applied at the end. Both channels and both
 * sections run in one loop, so that no sum has to wait for the one before.
 */
final class SteepFilter {

    /** Q of the two sections: 1/(2·cos(π/8)) and 1/(2·cos(3π/8)). */
    private static final double[] Q = {1 / (2 * Math.cos(Math.PI / 8)), 1 / (2 * Math.cos(3 * Math.PI / 8))};

    private final double twice;
    private final double a1;
    private final double a2;
    private final double c1;
    private final double c2;
    private final double gain;
    /** For each channel: two inputs, two outputs of the first section, two of the second. */
    private final double[] state = new double[12];

    private SteepFilter(double cornerHz, double sampleRate, boolean high) {
        double k = Math.tan(Math.PI * cornerHz / sampleRate);
        double[][] poles = new double[2][2];
        double product = 1;
        for (int s = 0; s < 2; s++) {
            double norm = 1 / (1 + k / Q[s] + k * k);
            poles[s][0] = 2 * (k * k - 1) * norm;
            poles[s][1] = (1 - k / Q[s] + k * k) * norm;
            product *= (high ? 1 : k * k) * norm;
        }
        twice = high ? -2 : 2;
        a1 = poles[0][0];
        a2 = poles[0][1];
        c1 = poles[1][0];
        c2 = poles[1][1];
        gain = product;
    }

    static SteepFilter highPass(double cornerHz, double sampleRate) {
        return new SteepFilter(cornerHz, sampleRate, true);
    }

    static SteepFilter lowPass(double cornerHz, double sampleRate) {
        return new SteepFilter(cornerHz, sampleRate, false);
    }

    /** Filters both channels from one pair of arrays to another, which may be the same. */
    void process(float[][] in, float[][] out, int count) {
        float[] inLeft = in[0];
        float[] inRight = in[1];
        float[] outLeft = out[0];
        float[] outRight = out[1];
        double x1 = state[0];
        double x2 = state[1];
        double y1 = state[2];
        double y2 = state[3];
        double z1 = state[4];
        double z2 = state[5];
        double u1 = state[6];
        double u2 = state[7];
        double v1 = state[8];
        double v2 = state[9];
        double w1 = state[10];
        double w2 = state[11];
        for (int i = 0; i < count; i++) {
            double x = inLeft[i];
            double u = inRight[i];
            double y = (x + twice * x1 + x2 - a2 * y2) - a1 * y1;
            double v = (u + twice * u1 + u2 - a2 * v2) - a1 * v1;
            double z = (y + twice * y1 + y2 - c2 * z2) - c1 * z1;
            double w = (v + twice * v1 + v2 - c2 * w2) - c1 * w1;
            outLeft[i] = (float) (gain * z);
            outRight[i] = (float) (gain * w);
            x2 = x1;
            x1 = x;
            u2 = u1;
            u1 = u;
            y2 = y1;
            y1 = y;
            v2 = v1;
            v1 = v;
            z2 = z1;
            z1 = z;
            w2 = w1;
            w1 = w;
        }
        keep(0, x1, x2, y1, y2, z1, z2);
        keep(6, u1, u2, v1, v2, w1, w2);
    }

    private void keep(int at, double... values) {
        for (int i = 0; i < values.length; i++) {
            state[at + i] = Math.abs(values[i]) < 1e-30 ? 0 : values[i]; // no denormals in long silences
        }
    }
}
