package oakmirror.finish;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import oakmirror.measure.Levels;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What a plan comes to, in sentences. */
public final class FinishText {

    private static final double NOTEWORTHY_DB = 0.05;

    /** Less than this is within what songs of one record differ by. */
    private static final double LESS_DB = 1;

    private FinishText() {}

    /** Whether the target is reached, and what it takes or what is in the way. */
    public static String verdict(FinishPlan plan) {
        String target = Numbers.level(plan.settings().targetLufs()) + " LUFS";
        String ceiling = Numbers.level(plan.settings().ceilingDbtp()) + " dBTP";
        String lands = Numbers.level(plan.expectedLufs()) + " LUFS";
        String sane = Numbers.level(plan.loudestSaneLufs()) + " LUFS";
        return switch (plan.standing()) {
            case NO_LOUDNESS -> Texts.of("mastered.theMixHasNo");
            case HELD_BACK -> Texts.of("mastered.heldBackByDb", Numbers.level(plan.missedLu()), ceiling, lands);
            case OUT_OF_REACH -> Texts.of("mastered.noDriveMakesThis", target, ceiling, lands, sane);
            case OVERDONE -> Texts.of("mastered.itLandsAtBut", target, overdone(plan), sane);
            case REACHED -> reached(plan, target, ceiling);
        };
    }

    /** What else can be had where a target is more than a mix bears, beside what the verdict says of it; empty where that is all. */
    public static String instead(FinishPlan plan, Instead instead) {
        String loudest = instead.loudest() == plan
                ? ""
                : Texts.of(
                        "mastered.loudestPossible",
                        Numbers.level(instead.loudest().expectedLufs()) + " LUFS");
        String clipped = instead.clipped()
                .map(c -> Texts.of("mastered.withClip", Numbers.level(c.clipDb())))
                .orElse("");
        return (loudest + " " + clipped).strip();
    }

    private static String overdone(FinishPlan plan) {
        double plr = plan.settings().ceilingDbtp() - plan.expectedLufs();
        return plr < SaneLimits.LEAST_PLR_DB
                ? Texts.of("mastered.peaksWouldStandOnly", Numbers.level(plr), Numbers.level(SaneLimits.LEAST_PLR_DB))
                : Texts.of(
                        "mastered.moreThanDbOf",
                        Numbers.level(SaneLimits.MUCH_DB),
                        Math.round(100 * plan.price().overMuch()));
    }

    private static String reached(FinishPlan plan, String target, String ceiling) {
        if (plan.isTurnedDown()) {
            return Texts.of("mastered.theMixIsOver", Numbers.level(-plan.driveDb()), target);
        }
        if (plan.price().mostDb() < NOTEWORTHY_DB) {
            return Texts.of("mastered.itLandsAtWith", target, Numbers.gainDb(plan.driveDb()), ceiling);
        }
        return Texts.of(
                "mastered.itLandsAtUnder",
                target,
                ceiling,
                Numbers.level(plan.price().mostDb()),
                Numbers.level(plan.price().averageDb()));
    }

    /**
     * Whether what the master lacks beside its references is in its dynamics, which no drive gives back; nothing where it is not.
     *
     * @param plrDb peak to loudness of the master
     * @param references that of each reference that is no crushed one
     */
    public static Optional<String> advice(double plrDb, List<Double> references) {
        double least = references.stream().mapToDouble(d -> d).min().orElse(Double.NaN);
        return plrDb < least - LESS_DB
                ? Optional.of(Texts.of("mastered.itsReferencesKeepDb", Numbers.level(least - plrDb)))
                : Optional.empty();
    }

    /** Which of the deliveries that the settings are of a master does not keep to, and by what; empty when it keeps to all. */
    public static String missed(List<DeliveryTarget> list, FinishSettings settings, Levels master) {
        return list.stream()
                .filter(t -> t.integratedLufs() == settings.targetLufs() && t.ceilingDbtp() == settings.ceilingDbtp())
                .filter(t -> !t.missedBy(master).isEmpty())
                .map(t -> Texts.of("mastered.notWithin", t.name(), String.join(", ", t.missedBy(master))))
                .collect(Collectors.joining(" "));
    }
}
