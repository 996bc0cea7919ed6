package oakmirror.readings;

import java.util.Locale;
import oakmirror.text.Texts;

/** Numbers as they are written on screen: with units, a true minus sign, one decimal for decibels. */
public final class Readings {

    private static final String UNDEFINED = "–";

    private Readings() {}

    /** A level or loudness without its unit, as −17.8; a dash where it is not defined. */
    public static String level(double value) {
        if (!Double.isFinite(value)) {
            return UNDEFINED;
        }
        String text = String.format(Locale.ROOT, "%.1f", value);
        return text.equals("-0.0") ? "0.0" : text.replace('-', '−');
    }

    /** A gain without its unit, always with a sign, as +2.5. */
    public static String gain(double db) {
        String text = level(db);
        return Double.isFinite(db) && !text.startsWith("−") && !text.equals("0.0") ? "+" + text : text;
    }

    /** A gain with its unit. */
    public static String gainDb(double db) {
        return gain(db) + " dB";
    }

    /** Two levels as a span, as 6.2 to 9.7; one where they are written alike. */
    public static String span(double low, double high) {
        String first = level(low);
        String last = level(high);
        return first.equals(last) ? first : first + " to " + last;
    }

    /** A frequency, as 82.4 Hz or 1.20 kHz. */
    public static String frequency(double hz) {
        if (hz >= 1000) {
            return String.format(
                    Locale.ROOT, hz >= 10000 ? Texts.of("readings.1fKhz") : Texts.of("readings.2fKhz"), hz / 1000);
        }
        return String.format(Locale.ROOT, hz >= 100 ? Texts.of("readings.0fHz") : Texts.of("readings.1fHz"), hz);
    }

    /** A frequency rounded for words: two figures, as 110 Hz or 6.2 kHz, and whole kilohertz from 10 on. */
    public static String about(double hz) {
        return rounded(hz) + unit(hz);
    }

    /** A range of frequencies rounded for words, as 110–180 Hz or 800 Hz–2.0 kHz. */
    public static String range(double lowHz, double highHz) {
        String first = unit(lowHz).equals(unit(highHz)) ? rounded(lowHz) : about(lowHz);
        return first + "–" + about(highHz);
    }

    private static String unit(double hz) {
        return hz >= 995 ? " kHz" : " Hz";
    }

    private static String rounded(double hz) {
        if (hz >= 995) {
            return String.format(Locale.ROOT, hz >= 9950 ? "%.0f" : "%.1f", hz / 1000);
        }
        return String.valueOf(hz >= 100 ? Math.round(hz / 10) * 10 : Math.round(hz));
    }

    /** A figure with two decimals and a sign, as a correlation: +0.82. */
    public static String signed(double value) {
        String text = String.format(Locale.ROOT, "%+.2f", value).replace('-', '−');
        return Double.isFinite(value) ? text : UNDEFINED;
    }

    /** A short time, as 1.3 ms. */
    public static String milliseconds(double seconds) {
        return String.format(
                Locale.ROOT, seconds < 0.001 ? Texts.of("readings.2fMs") : Texts.of("readings.1fMs"), seconds * 1000);
    }

    /** A moment, as 1:16. */
    public static String time(double seconds) {
        long whole = Math.max(0, Math.round(Math.floor(seconds)));
        return String.format(Locale.ROOT, "%d:%02d", whole / 60, whole % 60);
    }

    /** A moment to the tenth of a second, as 1:16.4. */
    public static String fineTime(double seconds) {
        double s = Math.max(0, Math.floor(seconds * 10) / 10);
        return String.format(Locale.ROOT, "%d:%04.1f", (int) (s / 60), s % 60);
    }

    /** A sample rate, as 44.1 kHz. */
    public static String rate(int hz) {
        String text = String.format(Locale.ROOT, "%.3f", hz / 1000.0).replaceAll("\\.?0+$", "");
        return text + " kHz";
    }

    /** A width in octaves, as ⅓ octave. */
    public static String octaves(double octaves) {
        if (octaves > 0.95) {
            return Texts.of("readings.1Octave");
        }
        return Texts.of("readings.1Octave2", Math.round(1 / octaves));
    }
}
