package oakmirror.desk.plot;

/** Where frequencies lie across a plot: 20 Hz to 20 kHz, logarithmic, with margins for labels. */
final class FrequencyScale {

    static final double LEFT = 42;
    static final double RIGHT = 14;
    static final double LOW_HZ = 20;
    static final double HIGH_HZ = 20000;
    static final double[] TICKS = {20, 50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000};

    private final double width;

    FrequencyScale(double paneWidth) {
        width = Math.max(1, paneWidth - LEFT - RIGHT);
    }

    double x(double hz) {
        return LEFT + width * Math.log(hz / LOW_HZ) / Math.log(HIGH_HZ / LOW_HZ);
    }

    double hz(double x) {
        return LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, (x - LEFT) / width);
    }

    double left() {
        return LEFT;
    }

    double right() {
        return LEFT + width;
    }

    boolean holds(double x) {
        return x >= left() && x <= right();
    }

    static String label(double hz) {
        return hz >= 1000 ? Math.round(hz / 1000) + " k" : String.valueOf(Math.round(hz));
    }
}
