package oakmirror.finish;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import oakmirror.measure.Levels;
import oakmirror.readings.Readings;

/** What a plan comes to, in sentences. */
public final class FinishText {

    private static final double NOTEWORTHY_DB = 0.05;

    /** Less than this is within what songs of one record differ by. */
    private static final double LESS_DB = 1;

    private FinishText() {}

    /** Whether the target is reached, and what it takes or what is in the way. */
    public static String verdict(FinishPlan plan) {
        String target = Readings.level(plan.settings().targetLufs()) + " LUFS";
        String ceiling = Readings.level(plan.settings().ceilingDbtp()) + " dBTP";
        String lands = Readings.level(plan.expectedLufs()) + " LUFS";
        String sane = Readings.level(plan.loudestSaneLufs()) + " LUFS";
        return switch (plan.standing()) {
            case NO_LOUDNESS ->
                "The mix has no loudness to bring to a target: it is silent, or shorter than 0.4 s. It is only kept under the ceiling.";
            case HELD_BACK ->
                "Held back by " + Readings.level(plan.missedLu()) + " dB: the peaks reach the ceiling of " + ceiling
                        + " first. The master lands at " + lands
                        + "; switch the limiter on, choose a lower target, or take the peaks down in the mix.";
            case OUT_OF_REACH ->
                "No drive makes this mix as loud as " + target + " under " + ceiling + "; it lands at " + lands
                        + ", the loudest that is sane. More has to come from the mix itself.";
            case OVERDONE ->
                "It lands at " + target + ", but at too high a price: " + overdone(plan)
                        + ". The loudest that is sane is " + sane + ".";
            case REACHED -> reached(plan, target, ceiling);
        };
    }

    private static String overdone(FinishPlan plan) {
        double plr = plan.settings().ceilingDbtp() - plan.expectedLufs();
        return plr < SaneLimits.LEAST_PLR_DB
                ? "peaks would stand only " + Readings.level(plr) + " dB above the loudness, and below "
                        + Readings.level(SaneLimits.LEAST_PLR_DB) + " it is crushed"
                : "more than " + Readings.level(SaneLimits.MUCH_DB) + " dB of peaks are taken in "
                        + Math.round(100 * plan.price().overMuch()) + " % of the time";
    }

    private static String reached(FinishPlan plan, String target, String ceiling) {
        if (plan.isTurnedDown()) {
            return "The mix is over the target already: turned down by " + Readings.level(-plan.driveDb())
                    + " dB it lands at " + target
                    + ". That is all it takes; how open or squashed it sounds stays as it is.";
        }
        if (plan.price().mostDb() < NOTEWORTHY_DB) {
            return "It lands at " + target + " with a gain of " + Readings.gainDb(plan.driveDb())
                    + "; no peak comes over " + ceiling + ".";
        }
        return "It lands at " + target + " under " + ceiling + "; costs "
                + Readings.level(plan.price().mostDb()) + " dB of peaks at most, "
                + Readings.level(plan.price().averageDb()) + " on average.";
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
                ? Optional.of(
                        "Its references keep " + Readings.level(least - plrDb)
                                + " dB more between loudness and peaks, or more still: easing the compression in the mix, or a lower target, keeps them.")
                : Optional.empty();
    }

    /** Which of the deliveries that the settings are of a master does not keep to, and by what; empty when it keeps to all. */
    public static String missed(List<DeliveryTarget> list, FinishSettings settings, Levels master) {
        return list.stream()
                .filter(t -> t.integratedLufs() == settings.targetLufs() && t.ceilingDbtp() == settings.ceilingDbtp())
                .filter(t -> !t.missedBy(master).isEmpty())
                .map(t -> "Not within " + t.name() + ": " + String.join(", ", t.missedBy(master)) + ".")
                .collect(Collectors.joining(" "));
    }
}
