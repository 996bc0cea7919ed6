package oakmirror.compare;

import java.util.Arrays;
import oakmirror.dynamics.Quantiles;

/** The span that references leave for one reading, in the reading's own unit; NaN where none has a figure. */
public record Span(double low, double high) {

    /** What of many readings is left out at either end. */
    private static final double LEFT_OUT = 0.1;

    /** The span of nothing. */
    public static final Span UNKNOWN = new Span(Double.NaN, Double.NaN);

    /**
     * The span of some readings; those that are not finite do not count.
     *
     * @param values one for each reference
     * @param kind from what the edges are taken
     * @param tolerance half of the least width; narrower spans grow evenly about their middle
     */
    public static Span of(double[] values, CorridorSettings.Kind kind, double tolerance) {
        double[] known = Arrays.stream(values).filter(Double::isFinite).toArray();
        if (known.length == 0) {
            return UNKNOWN;
        }
        double low = known[0];
        double high = known[0];
        double mean = 0;
        for (double v : known) {
            low = Math.min(low, v);
            high = Math.max(high, v);
            mean += v / known.length;
        }
        if (kind == CorridorSettings.Kind.SPREAD) {
            double squares = 0;
            for (double v : known) {
                squares += (v - mean) * (v - mean);
            }
            double spread = known.length < 2 ? 0 : Math.sqrt(squares / (known.length - 1));
            low = mean - spread;
            high = mean + spread;
        }
        if (kind == CorridorSettings.Kind.USUAL && known.length >= CorridorSettings.MANY) {
            low = Quantiles.of(known, LEFT_OUT);
            high = Quantiles.of(known, 1 - LEFT_OUT);
        }
        double middle = (low + high) / 2;
        double half = Math.max(tolerance, (high - low) / 2);
        return new Span(middle - half, middle + half);
    }

    /** Its middle. */
    public double middle() {
        return (low + high) / 2;
    }

    /** How far a reading lies above (+) or below (−) the span; 0 inside it and where there is no figure. */
    public double outside(double value) {
        return value > high ? value - high : value < low ? value - low : 0;
    }

    /** Whether there is a span. */
    public boolean isKnown() {
        return !Double.isNaN(low);
    }
}
