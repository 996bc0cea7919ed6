package oakmirror.correction;

import java.util.List;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidates;
import oakmirror.evidence.Evidence;

/**
 * What places worth a listen add to what evidence supports by itself. Evidence looks at a gap at one broad resolution; a place has a width of its own, and odds of its
 * own. So what is supported goes to the place's trial move by a part w = (a·odds)^k, a being how alike the music is: with k = 0 at the boldest every place is corrected at its trial size, at the
 * usual caution only those that hardly could be the music, and none at the most careful. Between the versions of one recording there is nothing to weigh.
 */
final class Emboldening {

    private static final double EXPONENT = 1.5;
    private static final double LEAST_PART = 0.02;
    /** Where content is so large, in dB, half of the odds are believed: what was learned is of music that is more alike. */
    private static final double UNLIKE_DB = 2;

    private Emboldening() {}

    static Evidence of(Evidence evidence, double caution) {
        List<Candidate> places = caution >= 1 ? List.of() : Candidates.of(evidence);
        if (places.isEmpty()) {
            return evidence;
        }
        double exponent = EXPONENT * caution / (1 - caution);
        double alike = 1 / (1 + Math.pow(evidence.contentDb() / UNLIKE_DB, 4));
        double[] supported = evidence.supportedDb().clone();
        double[] trust = evidence.trust().clone();
        for (Candidate place : places) {
            double part = (1 - evidence.likeness()) * Math.pow(alike * place.odds(), exponent);
            if (part < LEAST_PART) {
                continue;
            }
            double[] trial = TakenMove.of(place).curveDb();
            double largest = Math.max(1e-9, Math.abs(place.proposedDb()));
            for (int b = 0; b < trial.length; b++) {
                double within = Math.min(1, Math.abs(trial[b]) / largest);
                boolean further = trial[b] * supported[b] <= 0 || Math.abs(trial[b]) > Math.abs(supported[b]);
                if (trust[b] > 0 && further) {
                    supported[b] += part * within * (trial[b] - supported[b]);
                    trust[b] = Math.max(trust[b], within * place.odds());
                }
            }
        }
        return evidence.supporting(supported, trust);
    }
}
