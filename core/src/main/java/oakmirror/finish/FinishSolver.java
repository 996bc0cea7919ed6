package oakmirror.finish;

import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.finish.FinishPlan.Price;
import oakmirror.limiter.LimiterSettings;
import org.hipparchus.analysis.UnivariateFunction;
import org.hipparchus.analysis.solvers.BrentSolver;

/**
 * The drive that brings a corrected mix to a loudness under a ceiling. How loud it gets grows with the drive, less and less; where it meets the target is found on the thinned mix
 * by R. P. Brent's method between a drive that is too low and one that is too high. What full passes over the samples have shown of the difference between the thinned mix and the
 * real one is taken into account.
 */
final class FinishSolver {

    /** Room for the rounding of a file and for meters that interpolate a little differently, where nothing limits. */
    private static final double MARGIN_DB = 0.02;

    private static final double MOST_DRIVE_DB = 40;
    private static final double EXACT_DB = 0.002;
    private static final int MOST_LOOKS = 40;

    private final MixEnvelope mix;
    private final double lufs;
    private final double dbtp;
    private final FinishSettings settings;
    /** How much louder it comes out than the thinned mix says. */
    private final double offsetLu;

    /**
     * A solver.
     *
     * @param lufs of the corrected mix
     * @param dbtp of the corrected mix
     */
    FinishSolver(MixEnvelope mix, double lufs, double dbtp, FinishSettings settings, double offsetLu) {
        this.mix = mix;
        this.lufs = lufs;
        this.dbtp = dbtp;
        this.settings = settings;
        this.offsetLu = offsetLu;
    }

    FinishPlan solve() {
        double untouched = settings.ceilingDbtp() - MARGIN_DB - dbtp; // the most without a limiter
        if (!Double.isFinite(lufs)) {
            return plan(Math.min(0, untouched), Double.NaN, Attainment.NO_LOUDNESS, Price.NONE, Double.NaN);
        }
        double wanted = settings.targetLufs() - lufs;
        if (settings.limiter().isEmpty()) {
            double drive = Math.min(wanted, untouched);
            Attainment standing = wanted > untouched ? Attainment.HELD_BACK : Attainment.REACHED;
            return plan(drive, lufs + drive, standing, Price.NONE, lufs + untouched);
        }
        double clean = untouched - settings.limiter().get().clipDb();
        double sane = loudestSane(clean);
        double saneLufs = sane == clean ? lufs + clean : loudness(sane);
        if (wanted <= clean) {
            return plan(wanted, settings.targetLufs(), Attainment.REACHED, Price.NONE, saneLufs);
        }
        if (loudness(MOST_DRIVE_DB + clean) < settings.targetLufs()) {
            return plan(sane, saneLufs, Attainment.OUT_OF_REACH, price(sane), saneLufs);
        }
        double drive = root(d -> loudness(d) - settings.targetLufs(), Math.min(clean, wanted), MOST_DRIVE_DB + clean);
        Attainment standing = drive > sane + 0.1 ? Attainment.OVERDONE : Attainment.REACHED;
        return plan(drive, settings.targetLufs(), standing, price(drive), saneLufs);
    }

    private FinishPlan plan(double drive, double expected, Attainment standing, Price price, double saneLufs) {
        return new FinishPlan(settings, drive, expected, standing, price, saneLufs);
    }

    private MixEnvelope.Driven driven(double driveDb) {
        LimiterSettings limiter = settings.limiter().orElseThrow();
        return mix.driven(driveDb, settings.ceilingDbtp(), limiter);
    }

    private double loudness(double driveDb) {
        return driven(driveDb).integratedLufs() + offsetLu;
    }

    /** The highest drive that keeps within {@link SaneLimits}; at least the one that needs no limiter. */
    private double loudestSane(double clean) {
        UnivariateFunction beyond = d -> {
            MixEnvelope.Driven driven = driven(d);
            double crushed = driven.integratedLufs() + offsetLu - settings.ceilingDbtp() + SaneLimits.LEAST_PLR_DB;
            double much = driven.quantileDb(1 - SaneLimits.MOST_OF_THE_TIME) - SaneLimits.MUCH_DB;
            return Math.max(crushed, much);
        };
        return beyond.value(clean) >= 0 ? clean : root(beyond, clean, clean + MOST_DRIVE_DB);
    }

    private static double root(UnivariateFunction f, double low, double high) {
        if (f.value(low) >= 0) {
            return low;
        }
        return f.value(high) <= 0 ? high : new BrentSolver(EXACT_DB).solve(MOST_LOOKS, f, low, high);
    }

    private Price price(double driveDb) {
        MixEnvelope.Driven driven = driven(driveDb);
        double average = 0;
        for (float db : driven.reductionDb()) {
            average += db / driven.reductionDb().length;
        }
        return new Price(driven.quantileDb(1), average, driven.shareOver(SaneLimits.MUCH_DB));
    }
}
