package oakmirror.correction;

import java.util.List;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidates;
import oakmirror.evidence.Evidence;
import oakmirror.evidence.FaultPrior;
import oakmirror.evidence.ToneOdds;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * What places worth a listen add to what evidence supports by itself. Evidence looks at a gap at one broad resolution; a place has a width of its own, and odds of its
 * own. So what is supported goes to the place's trial move by a part w = (¾·a·odds)^k, a being how alike the music is: with k = 0 at the boldest every place is corrected at its trial size, at the
 * usual caution only those that hardly could be the music, and none at the most careful. Where a fault is as likely as findings call likely ({@link ToneOdds}), half an octave is
 * followed instead of the evidence's broader resolution: what agrees so clearly may be narrower. Between the versions of one recording there is nothing to weigh.
 */
final class Emboldening {

    private static final double EXPONENT = 1.5;
    private static final double LEAST_PART = 0.02;
    /** Even what is nearly sure is not done whole unless it is asked for: how large and how wide it is, is not known so well. */
    private static final double UNASKED = 0.75;
    /** What is narrower is a resonance or a notch, which is the ear's matter from the usual caution on: notes look like it. */
    private static final double NARROW_OCTAVES = 0.45;
    /** Where content is so large, in dB, half of the odds are believed: what was learned is of music that is more alike. */
    private static final double UNLIKE_DB = 2;

    /** From here down to none a more careful correction follows what is likely less and less. */
    private static final double CAREFUL = 0.3;

    /** Where content is so large, in dB, references hardly agree, and half of it is followed; among songs of one production it is 0.4 to 0.8. */
    private static final double ALIKE_DB = 1;

    private static final double AUDIBLE_DB = 1;
    private static final double LEAST_PROBABLE = 0.8;
    private static final double LIKELY = 0.92;
    private static final double EDGE_OCTAVES = 0.6;

    private Emboldening() {}

    /** Brings what is supported towards what half an octave shows where that is as likely a fault as findings call likely. */
    private static void followLikely(Evidence evidence, double caution, double[] supported, double[] trust) {
        ToneOdds tone = new ToneOdds(evidence, FaultPrior.ofCaution(caution));
        boolean[] counts = new boolean[supported.length];
        double[] part = new double[supported.length];
        for (int b = 0; b < part.length; b++) {
            counts[b] = trust[b] > 0;
            double probable = tone.beyond(b, AUDIBLE_DB);
            part[b] = Math.max(0, Math.min(1, (probable - LEAST_PROBABLE) / (LIKELY - LEAST_PROBABLE)));
        }
        double[] smooth = OctaveSmoothing.smooth(part, counts, EDGE_OCTAVES);
        double alike = 1 / (1 + Math.pow(evidence.contentDb() / ALIKE_DB, 4));
        double follows = (1 - evidence.likeness()) * alike * Math.min(1, (1 - caution) / CAREFUL);
        for (int b = 0; b < part.length; b++) {
            double target = 0 - tone.meanDb(b);
            if (counts[b] && Math.abs(target) > Math.abs(supported[b])) {
                supported[b] += follows * smooth[b] * (target - supported[b]);
            }
        }
    }

    static Evidence of(Evidence evidence, double caution) {
        if (caution >= 1 || !evidence.isKnown()) {
            return evidence;
        }
        List<Candidate> places = Candidates.of(evidence);
        double exponent = EXPONENT * caution / (1 - caution);
        double alike = 1 / (1 + Math.pow(evidence.contentDb() / UNLIKE_DB, 4));
        double[] supported = evidence.supportedDb().clone();
        double[] trust = evidence.trust().clone();
        followLikely(evidence, caution, supported, trust);
        for (Candidate place : places) {
            double heeded = place.octaves() < NARROW_OCTAVES ? 1 - Math.min(1, caution / FaultPrior.USUAL_CAUTION) : 1;
            double part = heeded * (1 - evidence.likeness()) * Math.pow(UNASKED * alike * place.odds(), exponent);
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
