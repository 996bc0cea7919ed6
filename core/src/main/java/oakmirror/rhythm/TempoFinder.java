package oakmirror.rhythm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import oakmirror.rhythm.Rhythm.Candidate;

/**
 * Finds a steady tempo, its beats and its bars from onsets.
 *
 * <ol>
 *   <li>{@link Onsets}, and their autocorrelation.
 *   <li>Evidence for a tempo: the autocorrelation at one to four beats (half their mean, half the lower of the odd
 *       and the even ones, so that two beats in three are not taken for one), less a quarter of it midway between them (where half the tempo
 *       has beats, too), weighted by how usual the tempo is (Gaussian over log tempo about 118 BPM, 0.9 octaves wide; common practice). The strongest is near:
 *       the tempo itself, or it by a factor of two or three.
 *   <li>Which of those it is {@link TempoModel} tells; all are offered, with how likely each is.
 *   <li>Refinement: the comb is lengthened to as many beats as there are within 12 s, and then every beat is moved to the strongest
 *       onset near it and a line is laid through them, first near the middle and then over the whole track.
 *   <li>Bars of three or four beats, and the beat they begin on: {@link BarReadings}.
 * </ol>
 *
 * The tempo is taken as constant, which holds for most productions. Where it drifts the confidence falls.
 */
public final class TempoFinder {

    private static final double STEP = Onsets.STEP;
    private static final double USUAL_BPM = 118;
    private static final double USUAL_OCTAVES = 0.9;
    private static final double SHORTEST_SECONDS = 4;
    private static final int COMB = 4;
    private static final double BETWEEN = 0.25;
    private static final double[] RELATED = {1, 0.5, 2, 2.0 / 3, 1.5, 0.75, 4.0 / 3, 3, 1.0 / 3};
    private static final int[] COMES_BACK = {1, 2, 4};

    /** Music of kinds the model has not learned from is wrong so many times as often as it expects: PatternsTest. */
    private static final double CAUTION = 3;

    /** Below this part of the onsets' power at the beat nothing regular is claimed: white noise stays below. */
    private static final double LEAST_EVIDENCE = 0.08;

    private final Onsets onsets;

    private TempoFinder(Activity activity) {
        onsets = new Onsets(activity);
    }

    /** The rhythm of a track; {@link Rhythm#NONE} when it is shorter than 4 s or nothing regular is found. */
    public static Rhythm find(Activity activity) {
        if (activity.onsets().length * STEP < SHORTEST_SECONDS) {
            return Rhythm.NONE;
        }
        return new TempoFinder(activity).rhythm();
    }

    /** The bars of a given tempo that fit a track best, as after tapping or choosing half or double. */
    public static Optional<BarGrid> fit(Activity activity, double bpm, int beatsPerBar) {
        if (activity.onsets().length * STEP < SHORTEST_SECONDS) {
            return Optional.empty();
        }
        TempoFinder finder = new TempoFinder(activity);
        double[] beats = new BeatFitter(finder.onsets).beats(60 / bpm / STEP);
        return Optional.of(grid(beats, BarReadings.of(finder.onsets, beats[0], beats[1], beatsPerBar)));
    }

    /**
     * A tempo that onsets may have, before it is judged.
     *
     * @param bpm beats a minute
     * @param readings for {@link TempoModel}
     */
    public record Possible(double bpm, double[] readings) {}

    /** The tempos that onsets may have; none where nothing is regular. For learning what tells them apart. */
    public static List<Possible> possible(Activity activity) {
        return new TempoFinder(activity).possible();
    }

    private List<Possible> possible() {
        double best = 0;
        double bestScore = 0;
        for (double bpm = BarGrid.SLOWEST_BPM; bpm <= BarGrid.FASTEST_BPM; bpm *= 1.002) {
            double score = evidence(bpm) * usual(bpm);
            if (score > bestScore) {
                bestScore = score;
                best = bpm;
            }
        }
        List<Possible> possible = new ArrayList<>();
        if (best == 0 || evidence(best) < LEAST_EVIDENCE) {
            return possible;
        }
        for (double factor : RELATED) {
            double bpm = best * factor;
            if (bpm >= BarGrid.SLOWEST_BPM * 0.99 && bpm <= BarGrid.FASTEST_BPM * 1.01) {
                possible.add(new Possible(bpm, PulseReadings.of(onsets, bpm)));
            }
        }
        return possible;
    }

    private Rhythm rhythm() {
        List<Possible> possible = possible();
        if (possible.isEmpty()) {
            return Rhythm.NONE;
        }
        double[] shares = TempoModel.learned()
                .shares(possible.stream().map(Possible::readings).toList());
        List<Candidate> candidates = new ArrayList<>();
        for (int i = 0; i < shares.length; i++) {
            candidates.add(new Candidate(possible.get(i).bpm, shares[i]));
        }
        candidates.sort(Comparator.comparingDouble(Candidate::share).reversed());
        Candidate likeliest = candidates.get(0);
        double[] beats = new BeatFitter(onsets).beats(onsets.lengthened(60 / likeliest.bpm() / STEP));
        BarReadings bars = BarReadings.of(onsets, beats[0], beats[1]);
        double confidence = Math.max(0, 1 - CAUTION * (1 - likeliest.share())) * regular(beats[0]);
        return new Rhythm(
                exact(candidates, 60 / (beats[0] * STEP)),
                Optional.of(grid(beats, bars)),
                confidence,
                confidence * bars.certainty());
    }

    /** Candidates as exactly as the beats of the first are known. */
    private static List<Candidate> exact(List<Candidate> candidates, double bpm) {
        double by = bpm / candidates.get(0).bpm();
        return candidates.stream()
                .map(c -> new Candidate(c.bpm() * by, c.share()))
                .toList();
    }

    /** How regular the onsets are at all, 0 to 1: twice the part of their power that comes back after one, two or four beats. */
    private double regular(double period) {
        double most = 0;
        for (int beats : COMES_BACK) {
            most = Math.max(most, onsets.at(beats * period));
        }
        return Math.min(1, 2 * most);
    }

    private static BarGrid grid(double[] beats, BarReadings bars) {
        double bpm = Math.max(20, Math.min(400, 60 / (beats[0] * STEP)));
        double downbeat = (beats[1] + bars.first() * beats[0]) * STEP;
        double bar = bars.beatsPerBar() * 60 / bpm;
        return new BarGrid(bpm, downbeat - Math.floor(downbeat / bar + 1e-3) * bar, bars.beatsPerBar());
    }

    private static double usual(double bpm) {
        double octaves = Math.log(bpm / USUAL_BPM) / Math.log(2) / USUAL_OCTAVES;
        return Math.exp(-0.5 * octaves * octaves);
    }

    private double evidence(double bpm) {
        double period = 60 / bpm / STEP;
        double odd = (onsets.at(period) + onsets.at(3 * period)) / 2;
        double even = (onsets.at(2 * period) + onsets.at(4 * period)) / 2;
        double between = 0;
        for (int k = 0; k < COMB; k++) {
            between += Math.max(0, onsets.at((k + 0.5) * period)) / COMB;
        }
        return (odd + even) / 4 + Math.min(odd, even) / 2 - BETWEEN * between;
    }
}
