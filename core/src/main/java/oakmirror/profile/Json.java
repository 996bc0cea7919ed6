package oakmirror.profile;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import oakmirror.text.Texts;

/** Figures as JSON: rounded to what is kept of them, and read within bounds. */
final class Json {

    private static final MathContext POWER_DIGITS = new MathContext(9);
    private static final MathContext DIGITS = new MathContext(7);
    private static final double HUNDREDTHS = 100;
    private static final int MOST_VALUES = 2000;
    static final double MOST = 1e12;

    private Json() {}

    static double part(JsonNode node) {
        return Math.max(0, Math.min(1, number(node)));
    }

    static ArrayNode powers(double[] values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode(values.length);
        for (double v : values) {
            array.add(rounded(v, POWER_DIGITS));
        }
        return array;
    }

    static ArrayNode numbers(double... values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode(values.length);
        for (double v : values) {
            array.add(value(v));
        }
        return array;
    }

    /** Readings over time and distributions: to the hundredth. */
    static ArrayNode numbers(float[] values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode(values.length);
        for (float v : values) {
            array.add(value(Float.isFinite(v) ? Math.round(v * HUNDREDTHS) / HUNDREDTHS : v));
        }
        return array;
    }

    static JsonNode value(double v) {
        if (v == Double.NEGATIVE_INFINITY) {
            return JsonNodeFactory.instance.textNode("-inf");
        }
        return Double.isFinite(v)
                ? JsonNodeFactory.instance.numberNode(rounded(v, DIGITS))
                : JsonNodeFactory.instance.nullNode();
    }

    static double rounded(double v, MathContext digits) {
        return new BigDecimal(v).round(digits).doubleValue();
    }

    static double real(JsonNode node) {
        if (node.isNull() || node.isMissingNode()) {
            return Double.NaN;
        }
        return node.asText().equals("-inf") ? Double.NEGATIVE_INFINITY : number(node);
    }

    static double number(JsonNode node, String field) {
        JsonNode value = node.path(field);
        if (!value.isNumber()) {
            throw new IllegalArgumentException(Texts.of("invalid.notNumber", field));
        }
        return number(value);
    }

    static double number(JsonNode node) {
        double value = node.isNumber() ? node.asDouble() : Double.NaN;
        if (!(Math.abs(value) <= MOST)) {
            throw new IllegalArgumentException(Texts.of("invalid.notFinite"));
        }
        return value;
    }

    static String text(JsonNode node, String field) {
        if (!node.path(field).isTextual()) {
            throw new IllegalArgumentException(Texts.of("invalid.missing", field));
        }
        return node.path(field).asText();
    }

    private static void requireList(JsonNode node) {
        if (!node.isArray() && !node.isMissingNode() && !node.isNull()) {
            throw new IllegalArgumentException(Texts.of("invalid.notList"));
        }
    }

    static float[] floats(JsonNode node) {
        requireList(node);
        if (node.size() > MOST_VALUES) {
            throw new IllegalArgumentException(Texts.of("invalid.listSize", node.size()));
        }
        float[] values = new float[node.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = (float) real(node.get(i));
        }
        return values;
    }

    static <T> List<T> list(JsonNode node, int most, Function<JsonNode, T> each) {
        requireList(node);
        if (node.size() > most) {
            throw new IllegalArgumentException(Texts.of("invalid.listMost", most));
        }
        List<T> all = new ArrayList<>();
        node.forEach(n -> all.add(each.apply(n)));
        return all;
    }
}
