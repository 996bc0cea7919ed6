package oakmirror.zones;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import oakmirror.correction.BandFitter;
import oakmirror.correction.EqBand;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;

/**
 * What is done to the side alone beside its tone: gains of zones, which make them wider or narrower, and a high shelf. The gains pass into each other over half an
 * octave about the ends of zones. Nothing is made wider below {@value #MONO_BELOW_HZ} Hz: what widens above comes in over the octave from there on.
 *
 * @param curveDb gain for each band of the {@link BandGrid}
 * @param bands bells and shelves that realise it
 */
public record SideShape(double[] curveDb, List<EqBand> bands) {

    /** Lower, everything stays as near the middle as it is. */
    public static final double MONO_BELOW_HZ = 120;

    /** Where the shelf has half its gain. */
    public static final double SHELF_HZ = 8000;

    /** How far the shelf goes. */
    public static final double MOST_SHELF_DB = 4;

    /** Nothing is done. */
    public static final SideShape NONE = new SideShape(new double[BandGrid.SIZE], List.of());

    private static final double SHELF_Q = 0.6;
    private static final double HALF_SLOPE_OCTAVES = 0.25;
    private static final int MOST_BANDS = 8;
    private static final double TOLERANCE_DB = 0.1;
    private static final double UNHEARD_DB = 0.02;
    private static final int ROUNDS = 12;

    /** Copies the list. */
    public SideShape {
        bands = List.copyOf(bands);
    }

    /**
     * The shape of some gains.
     *
     * @param gainsDb of zones; those that are not there stay
     * @param shelfDb of the shelf
     * @param sampleRate the rate the bands are for
     */
    public static SideShape of(Map<Zone, Double> gainsDb, double shelfDb, int sampleRate) {
        double[] curve = curve(gainsDb);
        boolean flat = Arrays.stream(curve).allMatch(db -> db == 0);
        List<EqBand> bands = new ArrayList<>(flat ? List.of() : fitted(curve, sampleRate));
        if (shelfDb != 0 && SHELF_HZ < sampleRate / 2.0) {
            EqBand shelf = new EqBand(EqBand.Type.HIGH_SHELF, SHELF_HZ, shelfDb, SHELF_Q);
            AnalogueSection section = shelf.section();
            for (int b = 0; b < curve.length; b++) {
                curve[b] += section.gainDb(BandGrid.centreHz(b));
            }
            bands.add(shelf);
        }
        return new SideShape(curve, bands);
    }

    /** The gains of zones, passing into each other, for each band of the {@link BandGrid}. */
    static double[] curve(Map<Zone, Double> gainsDb) {
        double[] curve = new double[BandGrid.SIZE];
        gainsDb.forEach((zone, db) -> {
            for (int b = 0; b < curve.length; b++) {
                curve[b] += db * share(zone, BandGrid.centreHz(b), db > 0);
            }
        });
        return curve;
    }

    /**
     * How much of a zone's gain counts at a frequency, 0 to 1. The shares of neighbours add up to 1, but where rising gains keep off the low end.
     */
    private static double share(Zone zone, double hz, boolean wider) {
        if (wider && zone.highHz() <= MONO_BELOW_HZ) {
            return 0;
        }
        boolean keepsOff = wider && zone.lowHz() <= MONO_BELOW_HZ;
        double low = zone == Zone.SUB
                ? 1
                : keepsOff
                        ? rise(hz, MONO_BELOW_HZ * Math.sqrt(2), 2 * HALF_SLOPE_OCTAVES)
                        : rise(hz, zone.lowHz(), HALF_SLOPE_OCTAVES);
        return zone == Zone.AIR ? low : low - rise(hz, zone.highHz(), HALF_SLOPE_OCTAVES);
    }

    /** From 0 to 1 about a frequency, over so many octaves to either side. */
    private static double rise(double hz, double middle, double octaves) {
        double x = Math.log(hz / middle) / Math.log(2) / octaves;
        return x <= -1 ? 0 : x >= 1 ? 1 : 0.5 + 0.5 * Math.sin(Math.PI / 2 * x);
    }

    /** Bands for a curve; what they raise below the low end in spite of it is asked to be lower, until they do not. */
    private static List<EqBand> fitted(double[] curve, int sampleRate) {
        BandFitter fitter = new BandFitter(MOST_BANDS, TOLERANCE_DB, BandGrid.centreHz(0), 20000, sampleRate);
        double[] asked = curve.clone();
        List<EqBand> bands = fitter.fit(asked);
        for (int i = 0; i < ROUNDS && excess(bands, curve, asked) > UNHEARD_DB; i++) {
            bands = fitter.fit(asked);
        }
        return bands;
    }

    /** By how much bands widen the low end at most; what is asked of them there is lowered by as much. */
    private static double excess(List<EqBand> bands, double[] curve, double[] asked) {
        double[] got = EqBand.responseDb(bands, BandGrid.centresHz());
        double worst = 0;
        for (int b = 0; b < curve.length && BandGrid.centreHz(b) <= MONO_BELOW_HZ; b++) {
            double over = got[b] - Math.max(0, curve[b]);
            worst = Math.max(worst, over);
            asked[b] -= Math.max(0, over);
        }
        return worst;
    }

    /** Whether nothing is done. */
    public boolean isNone() {
        return bands.isEmpty();
    }

    /** What is applied, in dB for each band of the {@link BandGrid}: the bands for minimum phase, the curve itself for linear phase. */
    public double[] appliedDb(Phase phase) {
        return phase == Phase.MINIMUM ? EqBand.responseDb(bands, BandGrid.centresHz()) : curveDb.clone();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SideShape s && Arrays.equals(curveDb, s.curveDb) && bands.equals(s.bands);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(curveDb);
    }

    @Override
    public String toString() {
        return "SideShape" + bands;
    }
}
