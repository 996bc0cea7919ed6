package oakmirror.zones;

import java.util.Map;
import java.util.TreeMap;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;

/**
 * A gain on the side of a zone, and what comes of it: what becomes wider or narrower, how alike the sides are then, and what is lost in mono.
 *
 * @param zone which
 * @param gainDb by how much side over mid changes in the zone
 * @param before width of the zone as it is
 * @param after width with it
 */
public record WidthMove(Zone zone, double gainDb, Width before, Width after) {

    /** No zone becomes wider or narrower by more than this, in dB. */
    public static final double MOST_DB = 6;

    /** Raised no further than to this, in dB: sides as strong as the middle are as wide as unlike sides get. */
    private static final double WIDEST_DB = -1;

    private static final int ROUNDS = 8;
    private static final double MOST_ASKED_DB = 9;

    /** How far a zone may be made wider or narrower by what is wanted: nothing wider below 120 Hz, and never so wide that mono suffers. */
    public static double allowedDb(StereoSpectrum mix, Zone zone, double wantedDb) {
        double own = Width.of(mix, zone).sideToMidDb();
        double most = zone.highHz() <= SideShape.MONO_BELOW_HZ ? 0 : Math.max(0, WIDEST_DB - own);
        return Math.max(-MOST_DB, Math.min(Math.min(MOST_DB, most), wantedDb));
    }

    /**
     * The shape of the side that makes zones wider or narrower by what is wanted: as gains pass into each other about the ends of zones, they are asked for again with
     * what is missing until side over mid of each zone comes out so.
     *
     * @param mix spectrum of the mix
     * @param wantedDb by how much side over mid of zones is to change
     * @param shelfDb of the shelf on the side
     */
    public static SideShape shape(StereoSpectrum mix, Map<Zone, Double> wantedDb, double shelfDb, int sampleRate) {
        Map<Zone, Double> asked = new TreeMap<>(wantedDb);
        for (int i = 0; i < ROUNDS; i++) {
            double[] curve = SideShape.curve(asked);
            wantedDb.forEach((zone, db) -> {
                double got = Width.of(mix.withSide(curve), zone).sideToMidDb()
                        - Width.of(mix, zone).sideToMidDb();
                double next = asked.get(zone) + (Double.isFinite(got) ? db - got : 0);
                asked.put(zone, Math.max(-MOST_ASKED_DB, Math.min(MOST_ASKED_DB, next)));
            });
        }
        return SideShape.of(asked, shelfDb, sampleRate);
    }

    /** What a change of the side makes of a zone. */
    public static WidthMove of(StereoSpectrum mix, Zone zone, double[] sideDb) {
        Width before = Width.of(mix, zone);
        Width after = Width.of(mix.withSide(sideDb), zone);
        return new WidthMove(zone, after.sideToMidDb() - before.sideToMidDb(), before, after);
    }

    /** By how much a fold-down to mono loses more than before, in dB of the power of both sides; below 0 where it loses less. */
    public double monoLossDb() {
        return before.foldDownDb() - after.foldDownDb();
    }
}
