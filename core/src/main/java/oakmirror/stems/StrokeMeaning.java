package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.Strokes;
import oakmirror.correction.Strokes.Range;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

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
            return Texts.of("stems.turnLowsMidsOr");
        }
        String said = range.label() + " " + Numbers.gainDb(db) + ": ";
        return said
                + (powers.isPresent() && powers.get().stems() > 0
                        ? byStem(range, db, powers.get(), names)
                        : byRange(range, db));
    }

    private static String byRange(Range range, double db) {
        String more = Texts.of(db > 0 ? "stems.more" : "stems.less");
        return switch (range) {
            case LOW -> Texts.of("stems.theMixWantsBelow", more, Numbers.about(range.highHz()));
            case MID ->
                Texts.of("stems.theMixWantsBetween", more, Numbers.about(range.lowHz()), Numbers.about(range.highHz()));
            case HIGH -> Texts.of("stems.theMixWantsAbove", more, Numbers.about(range.lowHz()));
        };
    }

    private static String byStem(Range range, double db, StemPowers powers, List<String> names) {
        int loudest = 0;
        for (int s = 1; s < powers.stems(); s++) {
            loudest = own(powers, s, range) > own(powers, loudest, range) ? s : loudest;
        }
        double needed = gainFor(powers, loudest, range, db);
        return Math.abs(needed) >= MOST_DB
                ? Texts.of("stems.itAloneCannotDo", names.get(loudest))
                : Texts.of("stems.onItAloneWould", names.get(loudest), Numbers.gainDb(needed));
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
