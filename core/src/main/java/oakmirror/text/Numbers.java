package oakmirror.text;

import java.util.Locale;

/** Numbers as they are written on screen: with units, a true minus sign, one decimal for decibels. */
public final class Numbers {

    private static final String UNDEFINED = "–";

    private Numbers() {}

    /** A level or loudness without its unit, as −17.8; a dash where it is not defined. */
    public static String level(double value) {
        return fixed(value, 1);
    }

    /** A figure with so many decimals; a dash where it is not defined. */
    public static String fixed(double value, int decimals) {
        return Double.isFinite(value) ? Texts.number(value, decimals) : UNDEFINED;
    }

    /** A figure with one decimal, or none where it would be nought: 2.5, 3. */
    public static String brief(double value) {
        return fixed(value, Math.abs(value - Math.rint(value)) < 0.05 ? 0 : 1);
    }

    /** A gain without its unit, always with a sign, as +2.5. */
    public static String gain(double db) {
        String text = level(db);
        return Double.isFinite(db) && !text.startsWith("−") && !text.matches("0.0") ? "+" + text : text;
    }

    /** A gain with its unit. */
    public static String gainDb(double db) {
        return gain(db) + " dB";
    }

    /** Two levels as a span, as 6.2 to 9.7; one where they are written alike. */
    public static String span(double low, double high) {
        String first = level(low);
        String last = level(high);
        return first.equals(last) ? first : Texts.of("numbers.span", first, last);
    }

    /** A frequency, as 82.4 Hz or 1.20 kHz. */
    public static String frequency(double hz) {
        if (hz >= 1000) {
            return fixed(hz / 1000, hz >= 10000 ? 1 : 2) + " kHz";
        }
        return fixed(hz, hz >= 100 ? 0 : 1) + " Hz";
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
            return fixed(hz / 1000, hz >= 9950 ? 0 : 1);
        }
        return String.valueOf(hz >= 100 ? Math.round(hz / 10) * 10 : Math.round(hz));
    }

    /** A figure with two decimals and a sign, as a correlation: +0.82. */
    public static String signed(double value) {
        return (value < 0 || !Double.isFinite(value) ? "" : "+") + fixed(value, 2);
    }

    /** A short time, as 1.3 ms. */
    public static String milliseconds(double seconds) {
        return fixed(seconds * 1000, seconds < 0.001 ? 2 : 1) + " ms";
    }

    /** A length, as 3.2 s. */
    public static String seconds(double seconds) {
        return fixed(seconds, 1) + " s";
    }

    /** A moment, as 1:16. */
    public static String time(double seconds) {
        long whole = Math.max(0, Math.round(Math.floor(seconds)));
        return String.format(Locale.ROOT, "%d:%02d", whole / 60, whole % 60);
    }

    /** A moment to the tenth of a second, as 1:16.4. */
    public static String fineTime(double seconds) {
        double s = Math.max(0, Math.floor(seconds * 10) / 10);
        int minutes = (int) (s / 60);
        String rest = Texts.number(s - 60 * minutes, 1);
        return minutes + ":" + (rest.length() < 4 ? "0" : "") + rest;
    }

    /** A sample rate, as 44.1 kHz. */
    public static String rate(int hz) {
        int decimals = hz % 1000 == 0 ? 0 : hz % 100 == 0 ? 1 : hz % 10 == 0 ? 2 : 3;
        return fixed(hz / 1000.0, decimals) + " kHz";
    }

    /** A width in octaves, as ⅓ octave. */
    public static String octaves(double octaves) {
        if (octaves > 0.95) {
            return Texts.of("numbers.octave");
        }
        return Texts.of("numbers.ofAnOctave", Math.round(1 / octaves));
    }
}
