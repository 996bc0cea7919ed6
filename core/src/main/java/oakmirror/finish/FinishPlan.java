package oakmirror.finish;

import java.util.Optional;
import oakmirror.dsp.Chain;
import oakmirror.dsp.Stage;
import oakmirror.limiter.Limiter;
import oakmirror.limiter.LimiterSettings;
import oakmirror.limiter.SoftClip;
import oakmirror.limiter.TakenAway;

/**
 * How a corrected mix is brought to its target.
 *
 * @param settings what was asked for
 * @param driveDb gain before the limiter, or the only gain
 * @param expectedLufs where it is expected to land; NaN where there is no loudness
 * @param standing how that stands to what was asked for
 * @param price what the limiter takes for it
 * @param loudestSaneLufs the loudest that is reached without overdoing it; NaN where there is no loudness
 */
public record FinishPlan(
        FinishSettings settings,
        double driveDb,
        double expectedLufs,
        Attainment standing,
        Price price,
        double loudestSaneLufs) {

    private static final double SILENT_DB = -200;

    /** Whether a plan attains its target. */
    public enum Attainment {
        /** The target is reached. */
        REACHED,
        /** It is reached, but the limiter takes more than is sane. */
        OVERDONE,
        /** It is not reached: without a limiter, peaks reach the ceiling first. */
        HELD_BACK,
        /** It is not reached: no drive makes it as loud under the ceiling. The loudest that can be is planned instead. */
        OUT_OF_REACH,
        /** There is no loudness to bring anywhere. */
        NO_LOUDNESS
    }

    /**
     * What the limiter takes away, about.
     *
     * @param mostDb the most at any moment
     * @param averageDb over the whole
     * @param overMuch the part of the time with more than {@link SaneLimits#MUCH_DB}
     */
    public record Price(double mostDb, double averageDb, double overMuch) {
        /** Nothing. */
        public static final Price NONE = new Price(0, 0, 0);
    }

    /** The same with what the limiter has really taken. */
    FinishPlan priced(Taken taken) {
        Price real = new Price(taken.most(), taken.average(), taken.shareOver(SaneLimits.MUCH_DB));
        return new FinishPlan(settings, driveDb, expectedLufs, standing, real, loudestSaneLufs);
    }

    FinishPlan withDrive(double db) {
        return new FinishPlan(settings, db, expectedLufs, standing, price, loudestSaneLufs);
    }

    /** By how much the target is missed, in LU; 0 when it is reached. */
    public double missedLu() {
        return switch (standing) {
            case REACHED, OVERDONE, NO_LOUDNESS -> 0;
            case HELD_BACK, OUT_OF_REACH -> settings.targetLufs() - expectedLufs;
        };
    }

    /** How much the soft clip before the limiter takes off at most, in dB; 0 without one. */
    public double clipDb() {
        return settings.limiter().map(LimiterSettings::clipDb).orElse(0.0);
    }

    /** Whether it is more than the mix bears: out of reach, or reached at too high a price. */
    public boolean isTooMuch() {
        return standing == Attainment.OVERDONE || standing == Attainment.OUT_OF_REACH;
    }

    /** Whether the level is only turned down. */
    public boolean isTurnedDown() {
        return driveDb < 0 && price.mostDb() == 0;
    }

    /** A chain with the drive, and clip and limiter at its end. */
    public Chain behind(Chain chain) {
        return behind(chain, 0);
    }

    /** The same, that much louder altogether: the ceiling goes along. */
    public Chain behind(Chain chain, double louderDb) {
        Chain driven = chain.withGainDb(chain.gainDb() + driveDb + louderDb);
        return settings.limiter()
                .map(l -> driven.withLimiter(Optional.of(stage(settings.ceilingDbtp() + louderDb, l))))
                .orElse(driven);
    }

    /** What is taken away instead of the master, at the master's level and that much louder; nothing without a limiter. */
    public Chain takenAway(Chain chain, double louderDb) {
        Chain whole = behind(chain);
        return whole.limiter()
                .map(l -> whole.withLimiter(Optional.of(new TakenAway(l, louderDb))))
                .orElse(whole.withGainDb(SILENT_DB));
    }

    private static Stage stage(double ceilingDbtp, LimiterSettings settings) {
        Limiter limiter = new Limiter(ceilingDbtp, settings);
        return settings.clipDb() == 0 ? limiter : new SoftClip(ceilingDbtp, settings.clipDb()).followedBy(limiter);
    }
}
