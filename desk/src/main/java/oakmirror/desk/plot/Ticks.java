package oakmirror.desk.plot;

/** Round values along an axis. Counted, not stepped through: whatever an axis is asked to show, drawing it comes to an end. */
final class Ticks {

    /** More than could be told apart; an axis that asks for more has none. */
    private static final int MOST = 500;

    private static final double ROOM_FOR_A_FIGURE = 27;
    private static final double ROUNDING = 1e-9;

    private Ticks() {}

    /** The finest of some steps at which figures beside each other still have room; the coarsest where none has. */
    static double step(double range, double pixels, double... steps) {
        for (double step : steps) {
            if (step / range * pixels >= ROOM_FOR_A_FIGURE) {
                return step;
            }
        }
        return steps[steps.length - 1];
    }

    /** The multiples of a step from a low value to a high one, both included. */
    static double[] between(double low, double high, double step) {
        double first = Math.ceil(low / step - ROUNDING);
        double count = Math.floor(high / step + ROUNDING) - first + 1;
        if (!(count >= 1 && count <= MOST)) {
            return new double[0];
        }
        double[] values = new double[(int) count];
        for (int i = 0; i < values.length; i++) {
            values[i] = (first + i) * step + 0.0; // no minus before zero
        }
        return values;
    }
}
