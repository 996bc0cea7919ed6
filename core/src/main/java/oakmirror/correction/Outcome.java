package oakmirror.correction;

import java.util.EnumMap;
import java.util.Map;
import oakmirror.compare.Corridor;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;

/**
 * Where a correction brings the mix, against the corridor of its references: everything less the corridor's middle, in bands of a third of an
 * octave, in dB for each band of the {@link BandGrid}; NaN where no reference has anything to say.
 *
 * @param lowDb lower edge of the corridor
 * @param highDb upper edge
 * @param beforeDb the mix as it is
 * @param afterDb the mix corrected, at the same loudness
 * @param zones zone by zone
 */
public record Outcome(
        double[] lowDb, double[] highDb, double[] beforeDb, double[] afterDb, Map<Zone, ZoneOutcome> zones) {

    /** The width of the bands that the gap is to be read in. */
    public static final double OCTAVES = 1.0 / 3;

    /**
     * A zone.
     *
     * @param gapBeforeDb mean gap, references less mix
     * @param gapAfterDb the same after the correction
     * @param insideBefore whether the mix lies inside the corridor
     * @param insideAfter whether the corrected mix does
     */
    public record ZoneOutcome(double gapBeforeDb, double gapAfterDb, boolean insideBefore, boolean insideAfter) {}

    /**
     * What comes of a correction.
     *
     * @param gap between mix and references, in bands of {@link #OCTAVES}
     * @param settings of the corridor
     * @param appliedDb what is applied
     * @param madeUpDb gain that keeps the mix's loudness
     */
    public static Outcome of(Gap gap, CorridorSettings settings, double[] appliedDb, double madeUpDb) {
        Corridor corridor =
                Corridor.of(gap.each().stream().map(Gap.Each::levelDb).toList(), settings);
        double[] mix = gap.mixDb();
        double[] corrected = new double[BandGrid.SIZE];
        double[] gapAfter = new double[BandGrid.SIZE];
        for (int b = 0; b < corrected.length; b++) {
            corrected[b] = mix[b] + appliedDb[b] + madeUpDb;
            gapAfter[b] = gap.gapDb()[b] - appliedDb[b] - madeUpDb;
        }
        Map<Zone, ZoneOutcome> zones = new EnumMap<>(Zone.class);
        for (Zone zone : Zone.values()) {
            zones.put(
                    zone,
                    new ZoneOutcome(
                            zone.mean(gap.gapDb(), gap.known()),
                            zone.mean(gapAfter, gap.known()),
                            corridor.holds(mix, zone),
                            corridor.holds(corrected, zone)));
        }
        double[] middle = corridor.middleDb();
        return new Outcome(
                less(corridor.lowDb(), middle),
                less(corridor.highDb(), middle),
                less(mix, middle),
                less(corrected, middle),
                Map.copyOf(zones));
    }

    private static double[] less(double[] a, double[] b) {
        double[] less = new double[a.length];
        for (int i = 0; i < less.length; i++) {
            less[i] = a[i] - b[i];
        }
        return less;
    }
}
