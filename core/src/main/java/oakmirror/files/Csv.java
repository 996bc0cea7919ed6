package oakmirror.files;

import java.util.List;
import java.util.Locale;
import java.util.StringJoiner;
import java.util.regex.Pattern;

/**
 * A table of comma-separated values (RFC 4180, with plain line feeds): a point as decimal sign whatever the system's habit, texts in quotes where
 * they need them, nothing for numbers that are not defined.
 */
public final class Csv {

    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d+(\\.\\d+)?");

    private final StringBuilder text = new StringBuilder();

    /** A table with a line of titles. */
    public Csv(List<?> titles) {
        row(titles);
    }

    /** Adds a line; numbers with three decimals. */
    public Csv row(Object... cells) {
        return row(List.of(cells));
    }

    /** Adds a line; numbers with three decimals. */
    public Csv row(List<?> cells) {
        StringJoiner line = new StringJoiner(",", "", "\n");
        cells.forEach(cell -> line.add(written(cell)));
        text.append(line);
        return this;
    }

    /** A number with so many decimals, as a cell. */
    public static String number(double value, int decimals) {
        return Double.isFinite(value) ? String.format(Locale.ROOT, "%." + decimals + "f", value) : "";
    }

    private static String written(Object cell) {
        if (cell instanceof Double || cell instanceof Float) {
            return number(((Number) cell).doubleValue(), 3);
        }
        String plain = guarded(cell.toString());
        boolean safe = plain.chars().noneMatch(c -> c == ',' || c == '"' || c == '\n' || c == '\r');
        return safe ? plain : '"' + plain.replace("\"", "\"\"") + '"';
    }

    /** Spreadsheets take a text that begins with one of these for a formula; an apostrophe makes it a text, as is usual (OWASP, "CSV Injection"). */
    private static String guarded(String text) {
        boolean isFormula = !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0;
        return isFormula && !NUMBER.matcher(text).matches() ? "'" + text : text;
    }

    /** The whole table. */
    @Override
    public String toString() {
        return text.toString();
    }
}
