package oakmirror.text;

import java.text.Format;
import java.text.MessageFormat;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.ResourceBundle.Control;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What a user reads, by key, in the user's language. A key is the name of an area, a point, and the name of a text within it. The texts of an
 * area are the resource bundle {@code oakmirror/text/AREA.properties}, in English; another language is one more set of files
 * ({@code AREA_de.properties}). A text with values is a pattern of {@link MessageFormat}; one without is taken as it is.
 *
 * <p>Values come in as they should be read. Only a plural needs a number: <code>{0,choice,0#no files|1#one file|1&lt;{0} files}</code>.
 */
public final class Texts {

    private static final String FOLDER = "oakmirror.text.";
    private static final Control FILES = Control.getNoFallbackControl(Control.FORMAT_PROPERTIES);

    private static final Map<String, MessageFormat> PATTERNS = new ConcurrentHashMap<>();
    private static volatile Locale language = Locale.ENGLISH;

    private Texts() {}

    /** Chooses the language of what is read from now on; what was given out before stays as it is. */
    public static void speak(Locale chosen) {
        language = chosen;
    }

    /** A text; its key where there is none, so that a gap is seen and breaks nothing. */
    public static String of(String key, Object... values) {
        int point = key.indexOf('.');
        String name = key.substring(point + 1);
        ResourceBundle area;
        String text;
        try {
            area = ResourceBundle.getBundle(FOLDER + key.substring(0, point), language, FILES);
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
