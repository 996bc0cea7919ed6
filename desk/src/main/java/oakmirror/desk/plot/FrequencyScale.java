package oakmirror.desk.plot;

import java.util.stream.DoubleStream;

/** Where frequencies lie across a plot: logarithmic, 20 Hz to 20 kHz or a part of it, with margins for labels. */
final class FrequencyScale {

    static final double LEFT = 42;
    static final double RIGHT = 14;
    static final double LOW_HZ = 20;
    static final double HIGH_HZ = 20000;
    private static final double[] TICKS = {20, 50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000};
    private static final double FINE_TICKS_BELOW = 12;

    private final double width;
    private final double low;
    private final double ratio;

    FrequencyScale(double paneWidth) {
        this(paneWidth, LOW_HZ, HIGH_HZ);
    }

    FrequencyScale(double paneWidth, double lowHz, double highHz) {
        width = Math.max(1, paneWidth - LEFT - RIGHT);
        low = lowHz;
        ratio = highHz / lowHz;
    }

    double x(double hz) {
        return LEFT + width * Math.log(hz / low) / Math.log(ratio);
    }

    double hz(double x) {
        return low * Math.pow(ratio, (x - LEFT) / width);
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

    /** Frequencies to mark: 1, 2, 5 and so on, every digit where little is in view. */
    double[] ticks() {
        DoubleStream all = ratio > FINE_TICKS_BELOW
                ? DoubleStream.of(TICKS)
                : DoubleStream.of(10, 100, 1000, 10000)
                        .flatMap(decade ->
                                DoubleStream.iterate(1, d -> d < 10, d -> d + 1).map(d -> d * decade));
        return all.filter(hz -> hz >= low * 0.9999 && hz <= low * ratio * 1.0001)
                .toArray();
    }

    static String label(double hz) {
        return hz >= 1000 ? Math.round(hz / 1000) + " k" : String.valueOf(Math.round(hz));
    }
}
