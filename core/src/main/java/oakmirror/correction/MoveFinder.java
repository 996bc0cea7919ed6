package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.BandGrid;

/**
 * Parts a curve into moves: where it keeps its sign, and there again where it comes down between two peaks to less than
 * {@value #SADDLE} of the lower one. At such a saddle one move fades into the next from peak to peak (half a cosine), so that the parts always
 * add up to the curve. Stretches that nowhere reach {@value #LEAST_DB} dB, or
 * {@value #LEAST_OF_CREDIBLE} of how far off they may be, are left out.
 */
final class MoveFinder {

    private static final double LEAST_DB = 0.1;
    private static final double LEAST_OF_CREDIBLE = 0.25;
    private static final double SADDLE = 0.6;
    private static final double END_PART = 0.5;

    private final double[] curve;
    private final Evidence evidence;
    private final int first;
    private final int last;

    private MoveFinder(double[] curve, Evidence evidence, int first, int last) {
        this.curve = curve;
        this.evidence = evidence;
        this.first = first;
        this.last = last;
    }

    /** The moves of a curve between the first and the last band that counts, from low to high. */
    static List<Move> find(double[] curve, Evidence evidence, int first, int last) {
        MoveFinder finder = new MoveFinder(curve, evidence, first, last);
        List<Move> moves = new ArrayList<>();
        int from = first;
        for (int b = first + 1; b <= last + 1; b++) {
            if (b > last || Math.signum(curve[b]) != Math.signum(curve[from])) {
                finder.stretch(from, b - 1, moves);
                from = b;
            }
        }
        return moves;
    }

    private void stretch(int from, int to, List<Move> moves) {
        List<Integer> peaks = peaks(from, to);
        int highest = highest(from, to);
        double least = Math.max(LEAST_DB, LEAST_OF_CREDIBLE * evidence.credibleDb()[highest]);
        if (peaks.isEmpty() || Math.abs(curve[highest]) < least) {
            return;
        }
        for (int p = 0; p < peaks.size(); p++) {
            int peak = peaks.get(p);
            double[] part = new double[BandGrid.SIZE];
            for (int b = from; b <= to; b++) {
                double weight = 1;
                if (p > 0 && b < peak) {
                    weight *= 1 - fade(b, peaks.get(p - 1), peak);
                }
                if (p + 1 < peaks.size() && b > peak) {
                    weight *= fade(b, peak, peaks.get(p + 1));
                }
                part[b] = weight * curve[b];
            }
            int start = p == 0 ? from : lowest(peaks.get(p - 1), peak);
            int end = p + 1 == peaks.size() ? to : lowest(peak, peaks.get(p + 1));
            moves.add(move(part, peak, start, end));
        }
    }

    /** 1 at one band, 0 at a later one. */
    private static double fade(int band, int from, int to) {
        double part = Math.max(0, Math.min(1, (band - from) / (double) (to - from)));
        return 0.5 + 0.5 * Math.cos(Math.PI * part);
    }

    private List<Integer> peaks(int from, int to) {
        List<Integer> peaks = new ArrayList<>();
        for (int b = from; b <= to; b++) {
            double here = Math.abs(curve[b]);
            boolean rises = b == from || here > Math.abs(curve[b - 1]);
            boolean falls = b == to || here >= Math.abs(curve[b + 1]);
            if (rises && falls && here > 0) {
                addPeak(peaks, b);
            }
        }
        return peaks;
    }

    /** Adds a peak, or lets it take the place of the one before where no saddle lies between them. */
    private void addPeak(List<Integer> peaks, int next) {
        while (!peaks.isEmpty()) {
            int before = peaks.get(peaks.size() - 1);
            double saddle = Math.abs(curve[lowest(before, next)]);
            double lower = Math.min(Math.abs(curve[before]), Math.abs(curve[next]));
            if (saddle < SADDLE * lower) {
                break;
            }
            if (Math.abs(curve[before]) >= Math.abs(curve[next])) {
                return;
            }
            peaks.remove(peaks.size() - 1);
        }
        peaks.add(next);
    }

    private int lowest(int from, int to) {
        int lowest = from;
        for (int b = from; b <= to; b++) {
            lowest = Math.abs(curve[b]) < Math.abs(curve[lowest]) ? b : lowest;
        }
        return lowest;
    }

    private int highest(int from, int to) {
        int highest = from;
        for (int b = from; b <= to; b++) {
            highest = Math.abs(curve[b]) > Math.abs(curve[highest]) ? b : highest;
        }
        return highest;
    }

    private Move move(double[] part, int peak, int from, int to) {
        double gain = curve[peak];
        int low = peak;
        while (low > 0 && Math.abs(part[low - 1]) >= Math.abs(gain) / 2) {
            low--;
        }
        int high = peak;
        while (high < part.length - 1 && Math.abs(part[high + 1]) >= Math.abs(gain) / 2) {
            high++;
        }
        Move.Kind kind = Move.Kind.BELL;
        if (from == first && Math.abs(part[first]) >= END_PART * Math.abs(gain)) {
            kind = Move.Kind.LOW_END;
        } else if (to == last && Math.abs(part[last]) >= END_PART * Math.abs(gain)) {
            kind = Move.Kind.HIGH_END;
        }
        double trusted = 0;
        for (int b = low; b <= high; b++) {
            trusted += evidence.trust()[b] / (high - low + 1);
        }
        return new Move(
                kind,
                BandGrid.lowerEdgeHz(from),
                BandGrid.lowerEdgeHz(to + 1),
                BandGrid.centreHz(peak),
                gain,
                BandGrid.lowerEdgeHz(low),
                BandGrid.lowerEdgeHz(high + 1),
                trusted,
                part,
                Treatment.NONE);
    }

    /** A move added by hand. */
    static Move added(AddedMove move) {
        double half = Math.pow(2, move.octaves() / 2);
        return new Move(
                Move.Kind.ADDED,
                move.centreHz() / (half * half),
                move.centreHz() * half * half,
                move.centreHz(),
                move.gainDb(),
                move.centreHz() / half,
                move.centreHz() * half,
                1,
                move.curveDb(),
                Treatment.NONE);
    }

    /** The moves with the decisions that mean them, each decision for the one it fits best. */
    static List<Move> treated(List<Move> moves, List<MoveDecision> decisions, Optional<Tempering> tempered) {
        Move[] treated = moves.toArray(Move[]::new);
        for (int i = 0; i < treated.length && tempered.isPresent(); i++) {
            Move move = treated[i];
            if (decisions.stream().noneMatch(d -> d.fits(move) > 0)) {
                treated[i] = move.withTreatment(tempered.get().usual(move));
            }
        }
        for (MoveDecision decision : decisions) {
            Arrays.stream(treated)
                    .filter(m -> decision.fits(m) > 0 && m.treatment().isNone())
                    .max((a, b) -> Double.compare(decision.fits(a), decision.fits(b)))
                    .ifPresent(best ->
                            treated[Arrays.asList(treated).indexOf(best)] = best.withTreatment(decision.treatment()));
        }
        return List.of(treated);
    }
}
