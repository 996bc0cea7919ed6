package oakmirror.rhythm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import oakmirror.rhythm.Rhythm.Candidate;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * Finds a steady tempo, its beats and its bars from onsets.
 *
 * <ol>
 *   <li>Onsets, the lows counted two and a half times as the beat is carried there, less their mean over a second, negative values cut.
 *   <li>Autocorrelation of that, per pair of values and relative to lag 0.
 *   <li>Evidence for a tempo: the autocorrelation at one to four beats (half their mean, half the lower of the odd
 *       and the even ones, so that two beats in three are not taken for one), less a quarter of it midway between them (where half the tempo
 *       has beats, too), weighted by how usual the tempo is (Gaussian over log tempo about 118 BPM, 0.9 octaves wide; common practice). The strongest is the tempo.
 *   <li>Unless another, two or three quarters or thirds away, has phrases that come back better: the autocorrelation at 4, 8 and 16 beats higher by a
 *       tenth, with beats of its own. Half, double, and those are offered beside it with their evidence.
 *   <li>Refinement: the comb is lengthened to as many beats as there are within 12 s, and then every beat is moved to the strongest
 *       onset near it and a line is laid through them, first near the middle and then over the whole track.
 *   <li>Beats are placed where the comb catches most; bars of four begin on the beat with most in the lows.
 * </ol>
 *
 * The tempo is taken as constant, which holds for most productions. Where it drifts the confidence falls.
 */
public final class TempoFinder {

    private static final double STEP = Activity.ONSET_SECONDS;
    private static final double USUAL_BPM = 118;
    private static final double USUAL_OCTAVES = 0.9;
    private static final double SHORTEST_SECONDS = 4;
    private static final int COMB = 4;
    private static final float LOW_WEIGHT = 1.5f;
    private static final double BETWEEN = 0.25;
    private static final double LONG_COMB_SECONDS = 12;
    private static final double[] RELATED = {1, 0.5, 2, 2.0 / 3, 1.5, 0.75, 4.0 / 3};
    private static final double[] CONFUSED = {2.0 / 3, 0.75, 4.0 / 3, 1.5};
    private static final int[] PHRASES = {4, 8, 16};
    private static final double PHRASE_REACH = 0.004;
    private static final double CLEAR_LEAD = 1.1;
    private static final double OWN_BEATS = 0.4;
    /** Below this part of the onsets' power at the beat nothing regular is claimed: white noise stays below. */
    private static final double LEAST_EVIDENCE = 0.08;

    private final double[] novelty;
    private final double[] low;
    private final double[] correlation;

    private TempoFinder(Activity activity) {
        float[] weighted = activity.onsets().clone();
        for (int i = 0; i < weighted.length; i++) {
            weighted[i] += LOW_WEIGHT * activity.lowOnsets()[i];
        }
        novelty = standingOut(weighted);
        low = standingOut(activity.lowOnsets());
        correlation = autocorrelation(novelty);
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
        return Optional.of(finder.grid(60 / bpm / STEP, beatsPerBar));
    }

    private Rhythm rhythm() {
        double best = 0;
        double bestScore = 0;
        for (double bpm = BarGrid.SLOWEST_BPM; bpm <= BarGrid.FASTEST_BPM; bpm *= 1.002) {
            double score = evidence(bpm) * usual(bpm);
            if (score > bestScore) {
                bestScore = score;
                best = bpm;
            }
        }
        if (best == 0 || evidence(best) < LEAST_EVIDENCE) {
            return Rhythm.NONE;
        }
        best = byPhrases(best);
        double period = lengthened(60 / best / STEP);
        BarGrid grid = grid(period, 4);
        List<Candidate> candidates = candidates(grid.bpm());
        double regular = Math.min(1, 2 * Math.max(0, at(grid.beatSeconds() / STEP)));
        double distinct = candidates.get(0).share() / (candidates.get(0).share() + otherShare(candidates));
        return new Rhythm(candidates, Optional.of(grid), regular * Math.min(1, 2 * distinct - 0.2));
    }

    /**
     * The tempo among those two or three quarters or thirds away whose phrases come back best: music is built in fours, so that 4, 8 and 16 beats of the true
     * one come back, and those of two thirds of it do not. Another has to lead clearly, and to have beats of its own.
     */
    private double byPhrases(double bpm) {
        double best = bpm;
        double most = phrases(bpm) * CLEAR_LEAD;
        for (double factor : CONFUSED) {
            double other = bpm * factor;
            boolean usual = other >= BarGrid.SLOWEST_BPM && other <= BarGrid.FASTEST_BPM;
            if (usual && phrases(other) > most && evidence(other) > OWN_BEATS * evidence(bpm)) {
                most = phrases(other);
                best = other;
            }
        }
        return best;
    }

    /** How far a stretch of 4, 8 and 16 beats is like the next. */
    private double phrases(double bpm) {
        double period = 60 / bpm / STEP;
        double sum = 0;
        int count = 0;
        for (int beats : PHRASES) {
            if (beats * period < correlation.length - 2) {
                sum += highestNear(beats * period);
                count++;
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    /** The autocorrelation about a lag, as far as a tempo that is a little off moves it. */
    private double highestNear(double lag) {
        double most = 0;
        double reach = Math.max(1, PHRASE_REACH * lag);
        for (double l = lag - reach; l <= lag + reach; l += 0.5) {
            most = Math.max(most, at(l));
        }
        return most;
    }

    private static double otherShare(List<Candidate> candidates) {
        return candidates.size() < 2 ? 0 : candidates.get(1).share();
    }

    private List<Candidate> candidates(double bpm) {
        List<Candidate> found = new ArrayList<>();
        double sum = 0;
        for (double factor : RELATED) {
            double other = bpm * factor;
            if (other >= BarGrid.SLOWEST_BPM * 0.99 && other <= BarGrid.FASTEST_BPM * 1.01) {
                double score = Math.max(1e-9, evidence(other) * usual(other));
                found.add(new Candidate(other, score));
                sum += score;
            }
        }
        double total = sum;
        List<Candidate> shares = new ArrayList<>(found.stream()
                .map(c -> new Candidate(c.bpm(), c.share() / total))
                .toList());
        List<Candidate> rest = shares.subList(1, shares.size());
        rest.sort(Comparator.comparingDouble(Candidate::share).reversed());
        return shares;
    }

    private static double usual(double bpm) {
        double octaves = Math.log(bpm / USUAL_BPM) / Math.log(2) / USUAL_OCTAVES;
        return Math.exp(-0.5 * octaves * octaves);
    }

    private double evidence(double bpm) {
        double period = 60 / bpm / STEP;
        double odd = (at(period) + at(3 * period)) / 2;
        double even = (at(2 * period) + at(4 * period)) / 2;
        double between = 0;
        for (int k = 0; k < COMB; k++) {
            between += Math.max(0, at((k + 0.5) * period)) / COMB;
        }
        return (odd + even) / 4 + Math.min(odd, even) / 2 - BETWEEN * between;
    }

    /** The autocorrelation at a lag between values; 0 where there is too little of the track to tell. */
    private double at(double lag) {
        int i = (int) Math.floor(lag);
        if (i + 1 >= correlation.length) {
            return 0;
        }
        double part = lag - i;
        return (1 - part) * correlation[i] + part * correlation[i + 1];
    }

    /** Sharpens a period by looking at ever more beats at once; each time within half a step of the last beat looked at. */
    private double lengthened(double period) {
        double best = period;
        for (int beats = 2;
                beats * best * STEP <= LONG_COMB_SECONDS && beats * best < correlation.length / 2.0;
                beats *= 2) {
            double centre = best;
            double bestScore = Double.NEGATIVE_INFINITY;
            double span = 2.5 / beats;
            for (int i = -40; i <= 40; i++) {
                double p = centre + span * i / 40;
                double score = 0;
                for (int k = 1; k <= beats; k++) {
                    score += at(k * p);
                }
                if (score > bestScore) {
                    bestScore = score;
                    best = p;
                }
            }
        }
        return best;
    }

    private BarGrid grid(double roughPeriod, int beatsPerBar) {
        double period = roughPeriod;
        double phase = phase(period);
        for (double seconds = 8; ; seconds *= 2) {
            double[] line = regression(period, phase, seconds);
            period = line[0];
            phase = line[1];
            if (seconds > novelty.length * STEP) {
                break;
            }
        }
        double bpm = Math.max(20, Math.min(400, 60 / (period * STEP)));
        double downbeat = (phase + bestBeat(period, phase, beatsPerBar) * period) * STEP;
        double bar = beatsPerBar * 60 / bpm;
        return new BarGrid(bpm, downbeat - Math.floor(downbeat / bar + 1e-3) * bar, beatsPerBar);
    }

    /** Where in a period the comb catches most of the middle of the track, up to 30 s of it. */
    private double phase(double period) {
        int middle = novelty.length / 2;
        int half = (int) Math.min(middle, 15 / STEP);
        double best = 0;
        double most = -1;
        for (double phase = 0; phase < period; phase += 0.5) {
            double sum = 0;
            for (double t = middle - half + phase; t < middle + half; t += period) {
                sum += value(novelty, t);
            }
            if (sum > most) {
                most = sum;
                best = middle - half + phase;
            }
        }
        return best;
    }

    /** Moves the beats within so many seconds of the middle to the onsets near them, and lays a line through them by their weight. */
    private double[] regression(double period, double phase, double seconds) {
        double middle = novelty.length / 2.0;
        double from = Math.max(0, middle - seconds / 2 / STEP);
        double to = Math.min(novelty.length - 1, middle + seconds / 2 / STEP);
        int reach = (int) Math.max(2, Math.round(0.12 * period));
        double sw = 0;
        double sk = 0;
        double st = 0;
        double skk = 0;
        double skt = 0;
        double zero = Math.round((middle - phase) / period); // counted from the middle, for the sums to stay exact
        for (double k = Math.ceil((from - phase) / period); phase + k * period <= to; k++) {
            int centre = (int) Math.round(phase + k * period);
            double weight = 0;
            double moment = 0;
            for (int i = Math.max(0, centre - reach); i <= Math.min(novelty.length - 1, centre + reach); i++) {
                double near = 1 - Math.abs(i - centre) / (reach + 1.0);
                double w = novelty[i] * novelty[i] * near;
                weight += w;
                moment += w * i;
            }
            if (weight > 0) {
                double t = moment / weight;
                double w = Math.sqrt(weight);
                double n = k - zero;
                sw += w;
                sk += w * n;
                st += w * t;
                skk += w * n * n;
                skt += w * n * t;
            }
        }
        double determinant = sw * skk - sk * sk;
        if (sw <= 0 || determinant <= 1e-9 * sw * skk) {
            return new double[] {period, phase};
        }
        double slope = (sw * skt - sk * st) / determinant;
        if (Math.abs(slope / period - 1) > 0.02) {
            return new double[] {period, phase};
        }
        double intercept = (st - slope * sk) / sw;
        return new double[] {slope, intercept - zero * slope};
    }

    /** The beat of the bar with most in the lows, ties decided by all onsets. */
    private int bestBeat(double period, double phase, int beatsPerBar) {
        int best = 0;
        double most = -1;
        for (int beat = 0; beat < beatsPerBar; beat++) {
            double sum = 0;
            double first = phase + beat * period;
            first -= Math.floor(first / (beatsPerBar * period)) * beatsPerBar * period;
            for (double t = first; t < novelty.length; t += beatsPerBar * period) {
                sum += 2 * value(low, t) + 0.2 * value(novelty, t);
            }
            if (sum > most) {
                most = sum;
                best = beat;
            }
        }
        return best;
    }

    /** The strongest value within 20 ms of a moment. */
    private static double value(double[] curve, double at) {
        int centre = (int) Math.round(at);
        double most = 0;
        for (int i = Math.max(0, centre - 2); i <= Math.min(curve.length - 1, centre + 2); i++) {
            most = Math.max(most, curve[i]);
        }
        return most;
    }

    private static double[] standingOut(float[] onsets) {
        int half = (int) (0.5 / STEP);
        double[] sums = new double[onsets.length + 1];
        for (int i = 0; i < onsets.length; i++) {
            sums[i + 1] = sums[i] + onsets[i];
        }
        double[] out = new double[onsets.length];
        for (int i = 0; i < onsets.length; i++) {
            int from = Math.max(0, i - half);
            int to = Math.min(onsets.length, i + half + 1);
            out[i] = Math.max(0, onsets[i] - (sums[to] - sums[from]) / (to - from));
        }
        return out;
    }

    /** Per pair of values, less the mean, relative to lag 0; up to half the track. */
    private static double[] autocorrelation(double[] x) {
        int n = x.length;
        double mean = 0;
        for (double v : x) {
            mean += v / n;
        }
        int size = Integer.highestOneBit(2 * n) * 2;
        double[] work = new double[2 * size];
        for (int i = 0; i < n; i++) {
            work[2 * i] = x[i] - mean;
        }
        DoubleFFT_1D fft = new DoubleFFT_1D(size);
        fft.complexForward(work);
        for (int i = 0; i < size; i++) {
            work[2 * i] = work[2 * i] * work[2 * i] + work[2 * i + 1] * work[2 * i + 1];
            work[2 * i + 1] = 0;
        }
        fft.complexInverse(work, true);
        double[] out = new double[Math.min(n / 2, (int) (40 / STEP))];
        double zero = work[0] / n;
        for (int lag = 0; lag < out.length; lag++) {
            out[lag] = zero <= 0 ? 0 : work[2 * lag] / (n - lag) / zero;
        }
        return out;
    }
}
