package oakmirror.rhythm;

/** Lays beats and bars of about a known tempo through onsets. */
final class BeatFitter {

    private static final double STEP = Onsets.STEP;

    private final Onsets onsets;
    private final double[] novelty;

    BeatFitter(Onsets onsets) {
        this.onsets = onsets;
        this.novelty = onsets.novelty;
    }

    /** Beats of about a period, in values of the onsets: their period and the place of one, refined over ever more of the track. */
    double[] beats(double roughPeriod) {
        double period = roughPeriod;
        double phase = onsets.phase(period);
        for (double seconds = 8; ; seconds *= 2) {
            double[] line = regression(period, phase, seconds);
            period = line[0];
            phase = line[1];
            if (seconds > novelty.length * STEP) {
                return line;
            }
        }
    }

    /** Moves the beats within so many seconds of the middle to the onsets near them, and lays a line through them by their weight. */
    private double[] regression(double period, double phase, double seconds) {
        double middle = novelty.length / 2.0;
        double from = Math.max(0, middle - seconds / 2 / STEP);
        double to = Math.min(novelty.length - 1, middle + seconds / 2 / STEP);
        int reach = (int) Math.max(2, Math.round(0.12 * period));
        double sw = 0;
        double sk = 0;
        double st = 0;
        double skk = 0;
        double skt = 0;
        double zero = Math.round((middle - phase) / period); // counted from the middle, for the sums to stay exact
        for (double k = Math.ceil((from - phase) / period); phase + k * period <= to; k++) {
            int centre = (int) Math.round(phase + k * period);
            double weight = 0;
            double moment = 0;
            for (int i = Math.max(0, centre - reach); i <= Math.min(novelty.length - 1, centre + reach); i++) {
                double near = 1 - Math.abs(i - centre) / (reach + 1.0);
                double w = novelty[i] * novelty[i] * near;
                weight += w;
                moment += w * i;
            }
            if (weight > 0) {
                double t = moment / weight;
                double w = Math.sqrt(weight);
                double n = k - zero;
                sw += w;
                sk += w * n;
                st += w * t;
                skk += w * n * n;
                skt += w * n * t;
            }
        }
        double determinant = sw * skk - sk * sk;
        if (sw <= 0 || determinant <= 1e-9 * sw * skk) {
            return new double[] {period, phase};
        }
        double slope = (sw * skt - sk * st) / determinant;
        if (Math.abs(slope / period - 1) > 0.02) {
            return new double[] {period, phase};
        }
        double intercept = (st - slope * sk) / sw;
        return new double[] {slope, intercept - zero * slope};
    }
}
