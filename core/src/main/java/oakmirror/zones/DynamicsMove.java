package oakmirror.zones;

import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.spectrum.Zone;

/**
 * A compressor or upward expander of a zone, found so that the crest factor of the zone moves by what is wanted.
 *
 * @param band what is done
 * @param wantedDb by how much the crest factor that half of the time is not reached should change
 * @param before crest factors of the zone as it is
 * @param after crest factors with it
 */
public record DynamicsMove(ZoneDynamicsBand band, double wantedDb, ZoneDynamics before, ZoneDynamics after) {

    private static final double STEEPEST_DOWN = -0.75;
    private static final double STEEPEST_UP = 1;
    private static final int HALVINGS = 12;
    private static final double NEAR_DB = 0.1;

    /** 2 : 1, or 1 : 1.5. */
    private static final double GENTLE = 0.5;

    /** How far below the highest levels it begins, in dB: no deeper than it has to. */
    private static final double[] DEPTHS_DB = {4, 6, 9, 12, 18, 24};

    /**
     * Finds it. It begins below the highest level that a window of 3 s usually has, no further than needed to stay gentle, so that what stands out is lowered or raised
     * and the rest stays; the slope, between −3/4 (4 : 1) and 1 (1 : 2), is found by halving; what the zone's power changes by is made up for.
     *
     * @param sound what the zone sounds like
     * @param wantedDb by how much its crest factor should change
     */
    static DynamicsMove find(ZoneSound sound, double wantedDb) {
        double top = sound.middlePeakLevelDb();
        ZoneDynamics before = sound.crest(0, 0);
        DynamicsMove best = new DynamicsMove(new ZoneDynamicsBand(sound.zone(), -60, 0, 0), wantedDb, before, before);
        if (!before.isKnown() || !Double.isFinite(top) || wantedDb == 0) {
            return best;
        }
        for (double depth : DEPTHS_DB) {
            DynamicsMove move = from(sound, top - depth, wantedDb, before);
            boolean gentler =
                    Math.abs(move.band().slope()) < Math.abs(best.band().slope());
            if (best.isReached() ? move.isReached() && gentler : move.missedDb() < best.missedDb()) {
                best = move;
            }
            if (best.isReached() && Math.abs(best.band().slope()) <= GENTLE) {
                break;
            }
        }
        return best;
    }

    private static DynamicsMove from(ZoneSound sound, double threshold, double wantedDb, ZoneDynamics before) {
        double low = wantedDb < 0 ? STEEPEST_DOWN : 0;
        double high = wantedDb < 0 ? 0 : STEEPEST_UP;
        double wanted = before.middleDb() + wantedDb;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (low + high) / 2;
            if (sound.crest(threshold, middle).middleDb() < wanted) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double slope = (low + high) / 2;
        return new DynamicsMove(
                new ZoneDynamicsBand(sound.zone(), threshold, slope, 0 - sound.powerChangeDb(threshold, slope)),
                wantedDb,
                before,
                sound.crest(threshold, slope));
    }

    /** Which zone. */
    public Zone zone() {
        return band.zone();
    }

    /** By how much the crest factor changes, in dB. */
    public double changeDb() {
        return before.isKnown() ? after.middleDb() - before.middleDb() : 0;
    }

    /** How far it comes out beside what is wanted, in dB. */
    double missedDb() {
        return Math.abs(changeDb() - wantedDb);
    }

    /** Whether it gets where it should; it never works harder than it may. */
    public boolean isReached() {
        return missedDb() < NEAR_DB + 0.1 * Math.abs(wantedDb);
    }

    /** Whether it compresses; otherwise it expands. */
    public boolean isCompressor() {
        return band.slope() < 0;
    }

    /** Its ratio, input over output above the threshold: over 1 for a compressor, below for an expander. */
    public double ratio() {
        return 1 / (1 + band.slope());
    }
}
