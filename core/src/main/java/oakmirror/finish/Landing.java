package oakmirror.finish;

import java.util.Optional;
import oakmirror.finish.FinishPlan.Attainment;

/**
 * The drives that are tried in turn until a master lands where it should. Each is the one that the thinned mix asks for, seen from where the last one has landed; where that leads
 * outside of what is known to be too little and too much, or hardly nearer, halves are taken instead, or the loudest drive: what lands below the target even with that cannot reach
 * it, and the master is brought to just below the most there is.
 */
final class Landing {

    /** So far from where it was to land, another is tried. */
    private static final double CLOSE_LU = 0.03;

    private static final int MOST_PASSES = 10;

    /** Where loudness leaps between drives so near to each other, nothing between will be found. */
    private static final double SAME_DRIVE_DB = 0.002;

    private final FinishSolver solver;
    private final double target;
    private double goal;
    private FinishPlan plan;
    private double tooLittle;
    private double offWithTooLittle = Double.NaN;
    private double tooMuch = Double.POSITIVE_INFINITY;
    private double offWithTooMuch;
    private double loudestDrive = Double.NaN;
    private double missed = Double.POSITIVE_INFINITY;
    private double bestMissed = Double.POSITIVE_INFINITY;
    private FinishPlan best;
    private int passes;
    private boolean isLast;

    Landing(FinishSolver solver) {
        this.solver = solver;
        plan = solver.solve();
        target = plan.settings().targetLufs();
        goal = target;
        tooLittle = solver.wantedDrive(goal);
        best = plan;
        if (plan.standing() == Attainment.OUT_OF_REACH) {
            plan = plan.withDrive(loudest());
        }
    }

    /** What is to be tried. */
    FinishPlan plan() {
        return plan;
    }

    /**
     * Takes what has been tried.
     *
     * @param lufs where it has landed
     * @return how it stands, when it is to be kept; otherwise there is another {@link #plan()}
     */
    Optional<FinishPlan> landed(double lufs) {
        boolean isSolved = !Double.isFinite(lufs) || plan.settings().limiter().isEmpty();
        if (isSolved) {
            return Optional.of(plan);
        }
        double drive = plan.driveDb();
        if (drive == loudestDrive && lufs < goal) {
            goal = lufs - FinishSolver.NEAR_LU;
            tooLittle = solver.wantedDrive(goal);
            offWithTooLittle = Double.NaN;
            missed = Double.POSITIVE_INFINITY;
            bestMissed = Double.POSITIVE_INFINITY;
        }
        double off = lufs - goal;
        double most = goal < target && drive != loudestDrive ? 1.5 * FinishSolver.NEAR_LU : CLOSE_LU;
        if (isLast || off >= -CLOSE_LU && off <= most) {
            double lands = goal < target ? lufs : goal;
            boolean asPlanned = passes == 0 && drive != loudestDrive;
            return Optional.of(asPlanned ? plan : solver.planned(drive, lands, lufs - solver.loudness(drive)));
        }
        if (Math.abs(off) < bestMissed) {
            bestMissed = Math.abs(off);
            best = plan;
        }
        if (off < 0 && drive >= tooLittle) {
            tooLittle = drive;
            offWithTooLittle = off;
        } else if (off > 0 && drive <= tooMuch) {
            tooMuch = drive;
            offWithTooMuch = off;
        }
        passes++;
        boolean isSlow = Math.abs(off) > missed / 2;
        missed = Math.abs(off);
        isLast = passes == MOST_PASSES - 1 || tooMuch - tooLittle < SAME_DRIVE_DB;
        plan = plan.withDrive(isLast ? best.driveDb() : next(lufs - solver.loudness(drive), isSlow));
        return Optional.empty();
    }

    private double next(double louder, boolean isSlow) {
        boolean isOpen = tooMuch == Double.POSITIVE_INFINITY;
        double asked = solver.driveTo(goal, isOpen ? loudest() : tooMuch, louder);
        if (asked > tooLittle && asked < tooMuch && !isSlow) {
            return asked;
        }
        if (isOpen) {
            return loudest();
        }
        double part = offWithTooLittle / (offWithTooLittle - offWithTooMuch);
        return tooLittle + (tooMuch - tooLittle) * (Double.isNaN(part) ? 0.5 : Math.max(0.2, Math.min(0.8, part)));
    }

    private double loudest() {
        if (Double.isNaN(loudestDrive)) {
            loudestDrive = solver.loudestDrive();
        }
        return loudestDrive;
    }
}
