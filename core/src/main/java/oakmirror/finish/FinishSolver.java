package oakmirror.finish;

import java.util.HashMap;
import java.util.Map;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.finish.FinishPlan.Price;
import oakmirror.limiter.LimiterSettings;
import org.hipparchus.analysis.UnivariateFunction;
import org.hipparchus.analysis.solvers.BrentSolver;

/**
 * The drive that brings a corrected mix to a loudness under a ceiling. How loud it gets grows with the drive, less and less; where it meets the target is found on the thinned mix
 * by R. P. Brent's method between a drive that is too low and one that is too high. A target that no drive meets gets the loudest that can be, so that asking for more never gives
 * less.
 */
final class FinishSolver {

    /** So much below the most that can be is as good, and costs much less drive. */
    static final double NEAR_LU = 0.1;

    /** Room for the rounding of a file and for meters that interpolate a little differently, where nothing limits. */
    private static final double MARGIN_DB = 0.02;

    private static final double MOST_DRIVE_DB = 40;

    /** Drives are tried so far apart for the loudest that can be: with more, what is soft can come up that loudness has left out before, and lowers it. */
    private static final double LOUDEST_STEP_DB = 2;

    /** So much more than is sane is overdone. */
    private static final double OVER_DB = 0.1;

    private static final double NEAR_DRIVE_DB = 0.5;
    private static final double FIRST_STEP_DB = 1;
    private static final double EXACT_DB = 0.002;
    private static final int MOST_LOOKS = 40;

    private final MixEnvelope mix;
    private final double lufs;
    private final FinishSettings settings;
    private final double untouched;
    /** The most drive that needs no limiter. */
    private final double clean;

    /** Loudness by drive: the same ones are asked for again and again. */
    private final Map<Double, Double> known = new HashMap<>();

    private MixEnvelope.Driven last;
    private double lastDrive;

    /**
     * A solver.
     *
     * @param lufs of the corrected mix
     * @param dbtp of the corrected mix
     */
    FinishSolver(MixEnvelope mix, double lufs, double dbtp, FinishSettings settings) {
        this.mix = mix;
        this.lufs = lufs;
        this.settings = settings;
        untouched = settings.ceilingDbtp() - MARGIN_DB - dbtp;
        clean = untouched - settings.limiter().map(LimiterSettings::clipDb).orElse(0.0);
    }

    /** What it takes, by the thinned mix alone. */
    FinishPlan solve() {
        if (!Double.isFinite(lufs)) {
            return plan(Math.min(0, untouched), Double.NaN, Attainment.NO_LOUDNESS, Price.NONE, Double.NaN);
        }
        double wanted = wantedDrive(settings.targetLufs());
        if (settings.limiter().isEmpty()) {
            double drive = Math.min(wanted, untouched);
            Attainment standing = wanted > untouched ? Attainment.HELD_BACK : Attainment.REACHED;
            return plan(drive, lufs + drive, standing, Price.NONE, lufs + untouched);
        }
        double goal = settings.targetLufs();
        if (loudness(clean + MOST_DRIVE_DB) >= goal) {
            return planned(driveTo(goal, clean + MOST_DRIVE_DB, 0), goal, 0);
        }
        double most = loudestDrive();
        goal = Math.min(goal, loudness(most) - NEAR_LU);
        return planned(driveTo(goal, most, 0), goal, 0);
    }

    /** How its target would stand in a plan with a limiter, for much less looking. */
    Attainment standing() {
        double goal = settings.targetLufs();
        double most = clean + MOST_DRIVE_DB;
        if (loudness(most) < goal) {
            return Attainment.OUT_OF_REACH;
        }
        double drive = driveTo(goal, most, 0) - OVER_DB;
        return drive > clean && beyondSane(drive, 0) > 0 ? Attainment.OVERDONE : Attainment.REACHED;
    }

    /** The drive that would do if nothing had to be limited: it is never too much. */
    double wantedDrive(double goal) {
        return goal - lufs;
    }

    /** The drive with which the thinned mix is loudest. */
    double loudestDrive() {
        double best = clean;
        double loudest = loudness(clean);
        for (double d = clean + LOUDEST_STEP_DB; d <= clean + MOST_DRIVE_DB; d += LOUDEST_STEP_DB) {
            double here = loudness(d);
            if (here > loudest) {
                loudest = here;
                best = d;
            }
        }
        return best;
    }

    /** The drive with which the thinned mix, that much louder, has a loudness, but no more than the most. */
    double driveTo(double goal, double most, double louder) {
        double wanted = wantedDrive(goal);
        if (wanted <= clean) {
            return wanted;
        }
        UnivariateFunction over = d -> loudness(d) + louder - goal;
        // What is limited is hardly louder than the same without, so that the drive is hardly lower.
        double near = Math.max(clean, wanted - Math.max(0, louder) - NEAR_DRIVE_DB);
        return root(over, over.value(near) < 0 ? near : clean, most);
    }

    /** How loud the thinned mix is with a drive. */
    double loudness(double driveDb) {
        if (driveDb <= clean) {
            return lufs + driveDb;
        }
        Double before = known.get(driveDb);
        return before == null ? driven(driveDb).integratedLufs() : before;
    }

    /**
     * The plan with a drive.
     *
     * @param expected where it lands; less than the target where that is out of reach
     * @param louder by how much it comes out louder than the thinned mix says
     */
    FinishPlan planned(double drive, double expected, double louder) {
        double sane = louder == 0 ? mix.loudestSane(settings, () -> loudestSane(0)) : loudestSane(louder);
        Attainment standing = expected < settings.targetLufs()
                ? Attainment.OUT_OF_REACH
                : drive > sane + OVER_DB ? Attainment.OVERDONE : Attainment.REACHED;
        Price price = drive <= clean ? Price.NONE : price(drive);
        return plan(drive, expected, standing, price, loudness(sane) + (sane <= clean ? 0 : louder));
    }

    private FinishPlan plan(double drive, double expected, Attainment standing, Price price, double saneLufs) {
        return new FinishPlan(settings, drive, expected, standing, price, saneLufs);
    }

    private MixEnvelope.Driven driven(double driveDb) {
        if (last == null || lastDrive != driveDb) {
            last = mix.driven(
                    driveDb, settings.ceilingDbtp(), settings.limiter().orElseThrow());
            lastDrive = driveDb;
            known.put(driveDb, last.integratedLufs());
        }
        return last;
    }

    /** The highest drive that keeps within {@link SaneLimits}; at least the one that needs no limiter. */
    private double loudestSane(double louder) {
        return root(d -> beyondSane(d, louder), clean, clean + MOST_DRIVE_DB);
    }

    /** How far beyond what is sane a drive is, in dB; below 0 where it is sane. */
    private double beyondSane(double driveDb, double louder) {
        MixEnvelope.Driven driven = driven(driveDb);
        double crushed = driven.integratedLufs() + louder - settings.ceilingDbtp() + SaneLimits.LEAST_PLR_DB;
        double much = driven.quantileDb(1 - SaneLimits.MOST_OF_THE_TIME) - SaneLimits.MUCH_DB;
        return Math.max(crushed, much);
    }

    /** Where a function that rises comes to 0; looked for in steps that grow, as it is mostly near the low end. The ends stand for what lies beyond them. */
    private static double root(UnivariateFunction f, double low, double high) {
        if (f.value(low) >= 0) {
            return low;
        }
        double from = low;
        for (double step = FIRST_STEP_DB; ; step *= 2) {
            double to = Math.min(from + step, high);
            double there = f.value(to);
            if (there >= 0) {
                return there == 0 ? to : new BrentSolver(EXACT_DB).solve(MOST_LOOKS, f, from, to);
            }
            if (to == high) {
                return high;
            }
            from = to;
        }
    }

    private Price price(double driveDb) {
        MixEnvelope.Driven driven = driven(driveDb);
        return new Price(driven.quantileDb(1), driven.averageDb(), driven.shareOver(SaneLimits.MUCH_DB));
    }
}
