package oakmirror.dsp;

import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * What is done to the dynamics of a zone. What lies above a threshold comes out by {@link #slope} dB louder for each dB it lies above it: a compressor
 * where that is below 0, an upward expander where it is above. The level is the power of both sides together, smoothed; the knee is {@value #KNEE_DB} dB wide.
 *
 * @param zone which
 * @param thresholdDb level from which on it works, in dB relative to full scale
 * @param slope gain in dB for each dB above it, −1 to 1: 1/ratio − 1
 * @param makeUpDb gain on all of the zone, which keeps its power
 */
public record ZoneDynamicsBand(Zone zone, double thresholdDb, double slope, double makeUpDb) {

    /** It never changes the level by more than this, in dB. */
    public static final double MOST_DB = 6;

    private static final double KNEE_DB = 6;
    private static final double PERIODS_OF_ATTACK = 0.5;
    private static final double FASTEST_ATTACK_SECONDS = 0.00025;
    private static final double PERIODS_OF_RELEASE = 4;
    private static final double FASTEST_RELEASE_SECONDS = 0.02;

    /** Checks the ranges. */
    public ZoneDynamicsBand {
        if (!(Math.abs(slope) <= 1)) {
            throw new IllegalArgumentException(Texts.of("invalid.slope"));
        }
        if (!Double.isFinite(thresholdDb) || !(Math.abs(makeUpDb) <= 2 * MOST_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.threshold"));
        }
    }

    /** How long it takes to act: half a period of the lowest frequency of the zone, but not less than a quarter of a millisecond. It looks ahead by as much. */
    public double attackSeconds() {
        return attackSeconds(zone);
    }

    /** The same of any zone. */
    public static double attackSeconds(Zone zone) {
        return Math.max(FASTEST_ATTACK_SECONDS, PERIODS_OF_ATTACK / zone.lowHz());
    }

    /** How long it takes to let go: four periods, but not less than 20 ms. */
    public double releaseSeconds() {
        return releaseSeconds(zone);
    }

    /** The same of any zone. */
    public static double releaseSeconds(Zone zone) {
        return Math.max(FASTEST_RELEASE_SECONDS, PERIODS_OF_RELEASE / zone.lowHz());
    }

    /** Gain at a level, in dB, with what makes up for it. */
    public double gainDb(double levelDb) {
        return gainDb(levelDb - thresholdDb, slope) + makeUpDb;
    }

    /** Gain of a slope so many dB above its threshold, in dB. */
    public static double gainDb(double overDb, double slope) {
        double over = overDb <= -KNEE_DB / 2
                ? 0
                : overDb >= KNEE_DB / 2 ? overDb : (overDb + KNEE_DB / 2) * (overDb + KNEE_DB / 2) / (2 * KNEE_DB);
        return Math.max(-MOST_DB, Math.min(MOST_DB, slope * over));
    }

    /** The highest gain it ever has, in dB. */
    public double mostGainDb() {
        return makeUpDb + (slope > 0 ? MOST_DB : 0);
    }

    /** Whether it changes nothing. */
    public boolean isNone() {
        return slope == 0 && makeUpDb == 0;
    }
}
