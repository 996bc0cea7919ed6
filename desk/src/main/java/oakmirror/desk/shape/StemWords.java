package oakmirror.desk.shape;

import java.util.List;
import oakmirror.readings.Readings;
import oakmirror.session.StemSet;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalance.Step;

/** What is proposed about stems, in words. */
final class StemWords {

    private static final int MOST_PERCENT = 100;

    private StemWords() {}

    /** What a change of one stem is for: “closes 60 % of the gap in Presence”. */
    static String use(Step step) {
        return "closes " + percent(step.part()) + " of the " + (step.wantedDb() < 0 ? "dip" : "rise") + " wanted in "
                + step.zone().label();
    }

    /** What speaks for it. */
    static String evidence(Step step) {
        String asked = step.references() == 1
                ? (step.agree() == 1 ? "the reference asks for it" : "the reference does not ask for it by itself")
                : step.agree() + " of " + step.references() + " references ask for it";
        return asked + "; " + percent(step.trust()) + " trusted there";
    }

    /** All of them as a list to be taken to the mix. */
    static String list(StemSet set, Rebalance rebalance) {
        StringBuilder text = new StringBuilder("In the mix:\n");
        for (Step step : rebalance.steps()) {
            text.append(set.all().get(step.stem()).name())
                    .append(' ')
                    .append(Readings.gainDb(step.gainDb()))
                    .append(": ")
                    .append(use(step))
                    .append("; ")
                    .append(evidence(step))
                    .append(".\n");
        }
        return text.toString();
    }

    /** What they do together. */
    static String together(StemSet set, Rebalance rebalance) {
        List<Step> steps = rebalance.steps();
        if (steps.isEmpty()) {
            return "No stem up to " + Readings.gainDb(set.limitDb()).substring(1)
                    + " louder or quieter would close enough of the gap to be worth it. What is left is for the correction.";
        }
        return (steps.size() == 1 ? "It closes " : "Together they close ") + percent(rebalance.closed())
                + " of what the evidence supports; the rest is for the correction.";
    }

    private static String percent(double part) {
        return Math.round(MOST_PERCENT * part) + " %";
    }
}
