package oakmirror.correction;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * What a mix has been corrected by already. Masters carry it with them, so that evidence is weighed on the mix as it was: a gap of which the supported
 * part has been closed is not asked to close by that part again.
 *
 * @param curveDb what was applied, for each band of the {@link BandGrid}
 * @param madeUpDb the gain that kept the loudness
 */
public record AppliedCorrection(double[] curveDb, double madeUpDb) {

    private static final String HEAD = "oak-mirror-correction 1";
    private static final double MOST_DB = 60;

    /** Checks the curve. */
    public AppliedCorrection {
        if (curveDb.length != BandGrid.SIZE) {
            throw new IllegalArgumentException(Texts.of("invalid.correctionBands"));
        }
    }

    /**
     * What a mix that is corrected has been corrected by then, for its master to carry.
     *
     * @param curveDb what is applied
     * @param louderLu by how much that makes it louder
     * @param before what it had been corrected by
     */
    public static AppliedCorrection of(double[] curveDb, double louderLu, Optional<AppliedCorrection> before) {
        AppliedCorrection now = new AppliedCorrection(curveDb, -louderLu);
        return before.map(b -> b.then(now)).orElse(now);
    }

    /** What is applied after this has been. */
    public AppliedCorrection then(AppliedCorrection next) {
        double[] sum = curveDb.clone();
        for (int b = 0; b < sum.length; b++) {
            sum[b] += next.curveDb[b];
        }
        return new AppliedCorrection(sum, madeUpDb + next.madeUpDb);
    }

    /** By how much each band of the mix is higher than it was, both at one loudness. */
    double[] matchedDb() {
        return Arrays.stream(curveDb).map(d -> d + madeUpDb).toArray();
    }

    /** In text, to be kept in a file. */
    public String text() {
        return HEAD + "\n" + number(madeUpDb) + "\n"
                + Arrays.stream(curveDb).mapToObj(AppliedCorrection::number).collect(Collectors.joining(" ")) + "\n";
    }

    private static String number(double db) {
        return String.format(Locale.ROOT, "%.3f", db);
    }

    /** From that text; none where it is anything else. */
    public static Optional<AppliedCorrection> parse(String text) {
        String[] lines = text.split("\n");
        if (lines.length < 3 || !lines[0].equals(HEAD)) {
            return Optional.empty();
        }
        try {
            double[] curve = Arrays.stream(lines[2].split(" "))
                    .mapToDouble(Double::parseDouble)
                    .toArray();
            double madeUp = Double.parseDouble(lines[1]);
            boolean sane = Math.abs(madeUp) < MOST_DB && Arrays.stream(curve).allMatch(d -> Math.abs(d) < MOST_DB);
            return sane && curve.length == BandGrid.SIZE
                    ? Optional.of(new AppliedCorrection(curve, madeUp))
                    : Optional.empty();
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof AppliedCorrection a && Arrays.equals(curveDb, a.curveDb) && madeUpDb == a.madeUpDb;
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(curveDb);
    }

    @Override
    public String toString() {
        return text();
    }
}
