package oakmirror.session;

import java.util.List;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalance.Step;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What is proposed about stems, in words. */
public final class StemWords {

    private static final int MOST_PERCENT = 100;

    private StemWords() {}

    /** What a change of one stem is for: “closes 60 % of the gap in Presence”. */
    public static String use(Step step) {
        return Texts.of(
                "stems.closesOfTheWanted",
                percent(step.part()),
                Texts.of(step.wantedDb() < 0 ? "stems.dip" : "stems.rise"),
                step.zone().label());
    }

    /** What speaks for it. */
    public static String evidence(Step step) {
        String asked = step.references() == 1
                ? (step.agree() == 1 ? Texts.of("stems.theReferenceAsksFor") : Texts.of("stems.theReferenceDoesNot"))
                : Texts.of("stems.ofReferencesAskFor", step.agree(), step.references());
        return Texts.of("stems.trustedThere", asked, percent(step.trust()));
    }

    /** All of them as a list to be taken to the mix. */
    public static String list(StemSet set, Rebalance rebalance) {
        StringBuilder text = new StringBuilder(Texts.of("stems.inTheMix")).append('\n');
        for (Step step : rebalance.steps()) {
            text.append(set.all().get(step.stem()).name())
                    .append(' ')
                    .append(Numbers.gainDb(step.gainDb()))
                    .append(": ")
                    .append(use(step))
                    .append("; ")
                    .append(evidence(step))
                    .append(".\n");
        }
        return text.toString();
    }

    /** What they do together. */
    public static String together(StemSet set, Rebalance rebalance) {
        List<Step> steps = rebalance.steps();
        if (steps.isEmpty()) {
            return Texts.of("stems.noStemUpTo", Numbers.gainDb(set.limitDb()).substring(1));
        }
        return Texts.of(steps.size() == 1 ? "stems.itCloses" : "stems.togetherTheyClose", percent(rebalance.closed()));
    }

    private static String percent(double part) {
        return Math.round(MOST_PERCENT * part) + " %";
    }
}
