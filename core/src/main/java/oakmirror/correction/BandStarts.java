package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import oakmirror.correction.EqBand.Type;

/** Where a further band may start: bells of some widths all over the spectrum and shelves at its ends, each with the gain that fits best. */
final class BandStarts {

    private static final double[] BELL_Q = {0.5, 1, 2, 4};
    private static final double[] LOW_SHELF_HZ = {45, 80, 140, 250};
    private static final double[] HIGH_SHELF_HZ = {2500, 4000, 6500, 10000};
    private static final double SHELF_Q = 0.7;
    private static final int EVERY = 3;
    /** Small enough for the response in dB to grow with it. */
    private static final double PROBE_DB = 3;

    private static final double MOST_DB = 12;

    /** A band to start from: its shape and its parameters as {@link BandModel} has them. */
    record Start(Type type, double[] parameters) {}

    private record Candidate(Type type, double hz, double q, double[] responseDb, double norm) {}

    private final double[] weights;
    private final List<Candidate> candidates = new ArrayList<>();

    BandStarts(BandModel model, double[] frequenciesHz, double[] weights) {
        this.weights = weights;
        double highest = frequenciesHz[frequenciesHz.length - 1];
        for (double hz : LOW_SHELF_HZ) {
            add(model, Type.LOW_SHELF, hz, SHELF_Q);
        }
        for (double hz : HIGH_SHELF_HZ) {
            if (hz < highest) {
                add(model, Type.HIGH_SHELF, hz, SHELF_Q);
            }
        }
        for (int i = 0; i < frequenciesHz.length; i += EVERY) {
            for (double q : BELL_Q) {
                add(model, Type.BELL, frequenciesHz[i], q);
            }
        }
    }

    private void add(BandModel model, Type type, double hz, double q) {
        double[] response = new double[weights.length];
        model.add(
                type,
                new double[] {Math.log(hz), PROBE_DB, Math.log(q)},
                0,
                response,
                new double[weights.length][BandModel.PARAMETERS]);
        double norm = 0;
        for (int i = 0; i < response.length; i++) {
            response[i] /= PROBE_DB;
            norm += weights[i] * response[i] * response[i];
        }
        candidates.add(new Candidate(type, hz, q, response, norm));
    }

    /** The band that takes most off a rest; each shelf once. */
    Start best(double[] rest, List<Type> there) {
        Candidate best = candidates.get(candidates.size() - 1);
        double bestGain = 0;
        double most = -1;
        for (Candidate c : candidates) {
            if (c.type != Type.BELL && there.contains(c.type)) {
                continue;
            }
            double product = 0;
            for (int i = 0; i < rest.length; i++) {
                product += weights[i] * rest[i] * c.responseDb[i];
            }
            double taken = product * product / c.norm;
            if (taken > most) {
                most = taken;
                best = c;
                bestGain = product / c.norm;
            }
        }
        double gain = Math.max(-MOST_DB, Math.min(MOST_DB, bestGain));
        return new Start(best.type, new double[] {Math.log(best.hz), gain, Math.log(best.q)});
    }
}
