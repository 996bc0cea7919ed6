package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.Strokes;
import oakmirror.correction.Strokes.Range;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;

/** What broad strokes that sound right say about the mix, in one sentence: which stem or range to change. */
public final class StrokeMeaning {

    private static final double MOST_DB = 6;
    private static final double SMALLEST_DB = 0.05;
    private static final int HALVINGS = 40;

    private StrokeMeaning() {}

    /**
     * The sentence about the largest of the strokes.
     *
     * @param powers the mix with its stems, where they are known
     * @param names their names
     */
    public static String sentence(Strokes strokes, Optional<StemPowers> powers, List<String> names) {
        Range range = Arrays.stream(Range.values())
                .max((a, b) -> Double.compare(Math.abs(strokes.gainDb(a)), Math.abs(strokes.gainDb(b))))
                .orElseThrow();
        double db = strokes.gainDb(range);
        if (Math.abs(db) < SMALLEST_DB) {
            return "Turn lows, mids or highs up or down until it sounds right; then this says what it means for the mix.";
        }
        String said = range.label() + " " + Readings.gainDb(db) + ": ";
        return said
                + (powers.isPresent() && powers.get().stems() > 0
                        ? byStem(range, db, powers.get(), names)
                        : byRange(range, db));
    }

    private static String byRange(Range range, double db) {
        String more = db > 0 ? "more" : "less";
        return switch (range) {
            case LOW ->
                "the mix wants " + more + " below " + Readings.about(range.highHz()) + ", most often bass or kick.";
            case MID ->
                "the mix wants " + more + " between " + Readings.about(range.lowHz()) + " and "
                        + Readings.about(range.highHz()) + ", most often voices, guitars or keys.";
            case HIGH ->
                "the mix wants " + more + " above " + Readings.about(range.lowHz())
                        + ", most often cymbals and the edge of voices and strings.";
        };
    }

    private static String byStem(Range range, double db, StemPowers powers, List<String> names) {
        int loudest = 0;
        for (int s = 1; s < powers.stems(); s++) {
            loudest = own(powers, s, range) > own(powers, loudest, range) ? s : loudest;
        }
        String lead = names.get(loudest) + " is the loudest stem there; ";
        double needed = gainFor(powers, loudest, range, db);
        return Math.abs(needed) >= MOST_DB
                ? lead + "it alone cannot do as much, so it is the mix as a whole."
                : lead + Readings.gainDb(needed) + " on it alone would do as much.";
    }

    private static double own(StemPowers powers, int stem, Range range) {
        double sum = 0;
        for (int b = BandGrid.bandOf(range.lowHz()); b <= BandGrid.bandOf(range.highHz()); b++) {
            sum += powers.power()[stem + 1][stem + 1][b];
        }
        return sum;
    }

    /** The gain of one stem that changes a range by so much in the mean, found by halving; ±{@value #MOST_DB} dB where none does. */
    private static double gainFor(StemPowers powers, int stem, Range range, double db) {
        double low = -MOST_DB;
        double high = MOST_DB;
        if (change(powers, stem, range, low) > db || change(powers, stem, range, high) < db) {
            return db > 0 ? high : low;
        }
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (low + high) / 2;
            if (change(powers, stem, range, middle) < db) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return Math.round(10 * low) / 10.0;
    }

    private static double change(StemPowers powers, int stem, Range range, double gainDb) {
        double[] gains = new double[powers.stems()];
        gains[stem] = gainDb;
        double[] change = powers.changeDb(gains);
        double louder = powers.loudnessChangeLu(gains);
        int from = BandGrid.bandOf(range.lowHz());
        int to = BandGrid.bandOf(range.highHz());
        double sum = 0;
        for (int b = from; b <= to; b++) {
            sum += change[b] + louder;
        }
        return sum / (to - from + 1);
    }
}
