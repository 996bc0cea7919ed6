package oakmirror.media.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is typed to find profiles by: words, and among them conditions on figures, as {@code lufs>-11}, {@code bpm=110..125}, {@code rating>=4}. A word that
 * only looks like a condition is a word.
 *
 * @param words the words
 * @param conditions what entries must fulfil
 */
public record Wanted(String words, List<Predicate<Entry>> conditions) {

    private static final Pattern CONDITION =
            Pattern.compile("([a-z]+)(>=|<=|>|<|=)([-−]?\\d+(?:[.,]\\d+)?)(?:\\.\\.([-−]?\\d+(?:[.,]\\d+)?))?");
    private static final Map<String, ToDoubleFunction<Entry>> FIGURES = Map.of(
            "lufs", Entry::lufs,
            "range", Entry::rangeLu,
            "plr", Entry::plrDb,
            "width", Entry::widthDb,
            "bpm", Entry::bpm,
            "length", Entry::seconds,
            "edge", Entry::edgeHz,
            "rating", e -> e.about().rating(),
            "colour", e -> e.about().colour());
    /** Figures are shown with one decimal. */
    private static final double SHOWN_ALIKE = 0.05;

    /** Copies the list. */
    public Wanted {
        conditions = List.copyOf(conditions);
    }

    /** Reads what was typed. */
    public static Wanted of(String typed) {
        List<String> words = new ArrayList<>();
        List<Predicate<Entry>> conditions = new ArrayList<>();
        for (String part : typed.strip().split("\\s+")) {
            Matcher m = CONDITION.matcher(part.toLowerCase(Locale.ROOT));
            if (m.matches() && FIGURES.containsKey(m.group(1))) {
                conditions.add(condition(FIGURES.get(m.group(1)), m));
            } else {
                words.add(part);
            }
        }
        return new Wanted(String.join(" ", words), conditions);
    }

    private static Predicate<Entry> condition(ToDoubleFunction<Entry> figure, Matcher m) {
        double value = number(m.group(3));
        double low;
        double high;
        if (m.group(4) != null) {
            low = value;
            high = number(m.group(4));
        } else {
            low = m.group(2).startsWith("<") ? Double.NEGATIVE_INFINITY : value;
            high = m.group(2).startsWith(">") ? Double.POSITIVE_INFINITY : value;
        }
        boolean strict = m.group(2).length() == 1 && !m.group(2).equals("=");
        return e -> {
            double is = figure.applyAsDouble(e);
            return strict
                    ? is > low && is < high // of which one end is open
                    : is >= low - SHOWN_ALIKE && is <= high + SHOWN_ALIKE;
        };
    }

    private static double number(String text) {
        return Double.parseDouble(text.replace('−', '-').replace(',', '.'));
    }

    /** Whether an entry fulfils all conditions. */
    public boolean holds(Entry entry) {
        return conditions.stream().allMatch(c -> c.test(entry));
    }
}
