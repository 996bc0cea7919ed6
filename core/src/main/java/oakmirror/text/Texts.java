package oakmirror.text;

import java.text.DecimalFormatSymbols;
import java.text.Format;
import java.text.MessageFormat;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.ResourceBundle.Control;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What a user reads, by key, in the user's language. A key is the name of an area, a point, and the name of a text within it. The texts of an
 * area are the resource bundle {@code oakmirror/text/AREA.properties}, in English; another language is one more set of files
 * ({@code AREA_de.properties}) and a line in {@code languages.properties}. A text with values is a pattern of {@link MessageFormat}; one without is taken as it is.
 *
 * <p>Values come in as they should be read. Only a plural needs a number: <code>{0,choice,0#no files|1#one file|1&lt;{0} files}</code>.
 */
public final class Texts {

    private static final String FOLDER = "oakmirror.text.";
    private static final Control FILES = Control.getNoFallbackControl(Control.FORMAT_PROPERTIES);

    private static final Map<String, MessageFormat> PATTERNS = new ConcurrentHashMap<>();
    private static final ThreadLocal<Boolean> POINT = ThreadLocal.withInitial(() -> false);
    private static volatile Locale language = Locale.ENGLISH;
    private static volatile char decimalSign = '.';

    private Texts() {}

    /** All texts of an area in the language that is spoken, for who looks them up in another way. */
    public static ResourceBundle area(String name) {
        return ResourceBundle.getBundle(FOLDER + name, language, FILES);
    }

    /** Names of the languages there are texts in, each in itself, by their tags. */
    public static Map<String, String> languages() {
        ResourceBundle names = ResourceBundle.getBundle(FOLDER + "languages", Locale.ROOT, FILES);
        Map<String, String> all = new TreeMap<>();
        names.keySet().forEach(tag -> all.put(tag, names.getString(tag)));
        return all;
    }

    /**
     * Chooses the language of what is read from now on, and with it the decimal sign; what was given out before stays as it is.
     *
     * @param chosen of a language without texts it is English
     */
    public static void speak(Locale chosen) {
        ResourceBundle first = ResourceBundle.getBundle(FOLDER + "counts", chosen, FILES);
        language = first.getLocale().equals(Locale.ROOT) ? Locale.ENGLISH : chosen;
        decimalSign = DecimalFormatSymbols.getInstance(language).getDecimalSeparator();
    }

    /** The same with a point in numbers, for what programs read: commands. */
    public static void speakWithPoint(Locale chosen) {
        speak(chosen);
        decimalSign = '.';
    }

    /** The language that is spoken. */
    public static Locale spoken() {
        return language;
    }

    /** Makes something for a file: numbers in it have a point in every language. */
    public static <T, E extends Exception> T forFile(Made<T, E> made) throws E {
        boolean before = POINT.get();
        POINT.set(true);
        try {
            return made.make();
        } finally {
            POINT.set(before);
        }
    }

    /** A name as it stands within a sentence: with a small first letter, in languages that write nouns so; initials stay as they are. */
    public static String inside(String name) {
        boolean isWord = name.length() > 1 && Character.isLowerCase(name.charAt(1));
        boolean isSmall = isWord && of("numbers.namesInside").equals("small");
        return isSmall ? Character.toLowerCase(name.charAt(0)) + name.substring(1) : name;
    }

    /** A day and an hour as they are written in the language. */
    public static String moment(LocalDateTime when) {
        return when.format(DateTimeFormatter.ofPattern(of("numbers.moment"), language));
    }

    /** A day as it is written in the language. */
    public static String date(LocalDateTime when) {
        return when.format(DateTimeFormatter.ofPattern(of("numbers.day"), language));
    }

    /** What is made for a file. */
    @FunctionalInterface
    public interface Made<T, E extends Exception> {
        T make() throws E;
    }

    /** A number with so many decimals, a true minus sign and the decimal sign of the language; nought has no sign. */
    public static String number(double value, int decimals) {
        String text = String.format(Locale.ROOT, "%." + decimals + "f", Math.abs(value));
        boolean negative = value < 0 && !text.matches("[0.]+");
        return (negative ? "−" : "") + (POINT.get() ? text : text.replace('.', decimalSign));
    }

    /** A text; its key where there is none, so that a gap is seen and breaks nothing. */
    public static String of(String key, Object... values) {
        int point = key.indexOf('.');
        if (point < 1) {
            return key;
        }
        String name = key.substring(point + 1);
        ResourceBundle area;
        String text;
        try {
            area = area(key.substring(0, point));
            text = area.getString(name);
        } catch (MissingResourceException e) {
            return key;
        }
        if (values.length == 0) {
            return text;
        }
        Locale spoken = area.getLocale(); // English where the language has no such area
        MessageFormat pattern = PATTERNS.computeIfAbsent(spoken + " " + key, k -> new MessageFormat(text, spoken));
        synchronized (pattern) { // a format is not made for two threads
            return pattern.format(read(pattern, values));
        }
    }

    /** A number is grouped and rounded only where its pattern says how. */
    private static Object[] read(MessageFormat pattern, Object[] values) {
        Format[] formats = pattern.getFormatsByArgumentIndex();
        Object[] read = new Object[values.length];
        for (int i = 0; i < values.length; i++) {
            boolean isFormatted = i < formats.length && formats[i] != null;
            read[i] = isFormatted ? values[i] : String.valueOf(values[i]);
        }
        return read;
    }
}
