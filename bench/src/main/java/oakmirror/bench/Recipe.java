package oakmirror.bench;

import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * The plain recipe that corrections by evidence are measured against: the gap smoothed to 1.5 octaves × S / (S + N), N from the roughness of the gap and
 * the spread of the references; one recording before and after treatment, which has hardly any roughness, is followed as it is.
 */
final class Recipe {

    private static final double OCTAVES = 1.5;
    private static final double FAULT_DB2 = 2;
    private static final double CONTENT_PER_ROUGHNESS = 0.9;
    private static final double SAME_DB = 0.35;
    private static final double SAME_SHARPNESS = 4;
    private static final int FROM = BandGrid.bandOf(40);
    private static final int TO = BandGrid.bandOf(14000);

    private Recipe() {}

    /** The curve it proposes. */
    static double[] curve(Gap gap) {
        boolean[] known = gap.known();
        double[] g = gap.gapDb();
        double[] half = OctaveSmoothing.smooth(g, known, 0.5);
        double squares = 0;
        for (int b = FROM; b <= TO; b++) {
            squares += (g[b] - half[b]) * (g[b] - half[b]) / (TO - FROM + 1);
        }
        double rough = Math.sqrt(squares);
        double same = 1 / (1 + Math.pow(rough / SAME_DB, SAME_SHARPNESS));
        double[] content = content(gap, Math.pow(CONTENT_PER_ROUGHNESS * rough, 2));
        double[] fine = OctaveSmoothing.smooth(g, known, 1.0 / 12);
        double[] broad = OctaveSmoothing.smooth(g, known, OCTAVES);
        double[] curve = new double[g.length];
        for (int b = 0; b < curve.length; b++) {
            curve[b] = same * fine[b] + (1 - same) * broad[b] * FAULT_DB2 / (FAULT_DB2 + content[b]);
        }
        return curve;
    }

    /** N for each band: with three references or more pooled with their spread, and half of its shape. */
    private static double[] content(Gap gap, double byRoughness) {
        int k = gap.each().size();
        double[] content = new double[BandGrid.SIZE];
        java.util.Arrays.fill(content, byRoughness);
        if (k < 3) {
            return content;
        }
        List<double[]> curves = gap.each().stream()
                .map(e -> OctaveSmoothing.smooth(e.gapDb(), e.known(), OCTAVES))
                .toList();
        double[] spread = new double[BandGrid.SIZE];
        for (int b = 0; b < spread.length; b++) {
            int band = b;
            double mean = curves.stream().mapToDouble(c -> c[band]).average().orElse(0);
            double sum = curves.stream()
                    .mapToDouble(c -> Math.pow(c[band] - mean, 2))
                    .sum();
            spread[b] = sum / (k - 1) * (1 + 1.0 / k);
        }
        spread = OctaveSmoothing.smooth(spread, gap.known(), OCTAVES);
        double spreadMean =
                java.util.Arrays.stream(spread, FROM, TO + 1).average().orElse(0);
        double pooled = (2 * byRoughness + 3 * (k - 1) * spreadMean) / (2 + 3 * (k - 1));
        for (int b = 0; b < content.length; b++) {
            content[b] = pooled * (0.5 + 0.5 * spread[b] / Math.max(1e-9, spreadMean));
        }
        return content;
    }
}
