package oakmirror.finish;

import java.util.Optional;
import java.util.stream.DoubleStream;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.limiter.LimiterSettings;

/**
 * What else can be had where a target is more than a mix bears.
 *
 * @param loudest the loudest that can be under the same ceiling, whatever it costs
 * @param clipped the target with as little soft clip as makes it bearable, or, where none does, reaches it at all; nothing where it does neither
 */
public record Instead(FinishPlan loudest, Optional<FinishPlan> clipped) {

    private static final double CLIP_STEP_DB = 1;

    /** Nothing where a plan is no more than a mix bears, or where no limiter is wanted. */
    public static Optional<Instead> of(MasterRender.Corrected mix, FinishPlan plan) {
        FinishSettings settings = plan.settings();
        if (!plan.isTooMuch() || settings.limiter().isEmpty()) {
            return Optional.empty();
        }
        FinishPlan loudest = plan.standing() == Attainment.OUT_OF_REACH
                ? plan
                : mix.plan(settings.withTarget(0, settings.ceilingDbtp()));
        return Optional.of(
                new Instead(loudest, clipped(mix, plan, settings.limiter().get())));
    }

    private static Optional<FinishPlan> clipped(MasterRender.Corrected mix, FinishPlan plan, LimiterSettings limiter) {
        Optional<FinishPlan> reached = Optional.empty();
        double[] amounts = DoubleStream.iterate(
                        CLIP_STEP_DB, a -> a <= LimiterSettings.MOST_CLIP_DB, a -> a + CLIP_STEP_DB)
                .filter(a -> a > limiter.clipDb())
                .toArray();
        for (double amount : amounts) {
            FinishSettings with = plan.settings().withLimiter(Optional.of(limiter.withClipDb(amount)));
            Attainment standing = mix.standing(with);
            if (standing == Attainment.REACHED) {
                return Optional.of(mix.plan(with));
            }
            boolean isNew = plan.standing() == Attainment.OUT_OF_REACH && standing == Attainment.OVERDONE;
            reached = reached.isEmpty() && isNew ? Optional.of(mix.plan(with)) : reached;
        }
        return reached;
    }
}
