package oakmirror.place;

import java.util.List;
import oakmirror.text.Texts;

/** What figures of a place may be: a file may come from anybody. */
final class Bounds {

    private Bounds() {}

    static void check(String field, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(Texts.of("invalid.placeFigure", field, figure(least), figure(most)));
        }
    }

    private static String figure(double value) {
        return Texts.number(value, value == Math.rint(value) ? 0 : 2);
    }

    /** A list of so many figures. */
    static List<Double> list(String field, List<Double> values, int count, double least, double most) {
        if (values == null || values.size() != count) {
            throw new IllegalArgumentException(Texts.of("invalid.placeFigures", field, count));
        }
        for (Double value : values) {
            check(field, value == null ? Double.NaN : value, least, most);
        }
        return List.copyOf(values);
    }

    static String text(String field, String text, int most) {
        if (text == null || text.isBlank() || text.length() > most) {
            throw new IllegalArgumentException(Texts.of("invalid.placeText", field, most));
        }
        return text;
    }
}
