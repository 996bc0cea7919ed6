package oakmirror.compare;

import java.util.List;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;

/**
 * The span that references leave for the mix at every frequency, in dB for each band of the {@link BandGrid}. Where no reference has a figure
 * both edges are NaN.
 */
public record Corridor(double[] lowDb, double[] highDb) {

    private static final double INSIDE_DB = 0.5;

    /**
     * The corridor of some curves.
     *
     * @param curves levels of the references at one loudness; NaN where one has none, as above the edge of a lossy file
     * @param settings from what the edges are taken, and the least width
     */
    public static Corridor of(List<double[]> curves, CorridorSettings settings) {
        double[] low = new double[BandGrid.SIZE];
        double[] high = new double[BandGrid.SIZE];
        double[] values = new double[curves.size()];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            for (int c = 0; c < values.length; c++) {
                values[c] = curves.get(c)[b];
            }
            Span span = Span.of(values, settings.kind(), settings.toleranceDb());
            low[b] = span.low();
            high[b] = span.high();
        }
        return new Corridor(low, high);
    }

    /** What it leaves in one band. */
    public Span at(int band) {
        return new Span(lowDb[band], highDb[band]);
    }

    /** Its middle in every band. */
    public double[] middleDb() {
        double[] middle = new double[BandGrid.SIZE];
        for (int b = 0; b < middle.length; b++) {
            middle[b] = (lowDb[b] + highDb[b]) / 2;
        }
        return middle;
    }

    /**
     * Whether a curve stays inside in a zone: outside by no more than {@value #INSIDE_DB} dB on average, above and below counting alike.
     */
    public boolean holds(double[] levelsDb, Zone zone) {
        double[] outside = new double[levelsDb.length];
        for (int b = 0; b < outside.length; b++) {
            outside[b] = Math.abs(at(b).outside(levelsDb[b]));
        }
        return zone.mean(outside) <= INSIDE_DB;
    }

    /** Whether it says anything. */
    public boolean isKnown() {
        for (double db : lowDb) {
            if (!Double.isNaN(db)) {
                return true;
            }
        }
        return false;
    }
}
