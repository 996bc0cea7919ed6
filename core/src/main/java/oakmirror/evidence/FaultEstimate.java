package oakmirror.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * Weighs a gap: fault or content?
 *
 * <p>A gap is taken for the sum of a fault, broad and with variance S (the {@link FaultPrior}), and of content, the difference that other notes
 * and instruments make, with variance N once both are smoothed to {@value #JUDGED_OCTAVES} octaves. With S and N known the best estimate of the
 * fault is the smoothed gap times S / (S + N) (shrinkage after James and Stein 1961; here as the posterior mean of a Gaussian), known to
 * ±√(S·N / (S + N)). S is given; N is not known, and three witnesses speak for it:
 *
 * <ol>
 *   <li>how uneven the gap is a little below that resolution: recordings that differ from octave to octave differ more broadly, too. {@code uneven} is the
 *       RMS of its smoothing to half an octave less that to one octave, where faults are hardly seen yet; N is log-normal about
 *       ({@value #CONTENT_PER_UNEVEN}·uneven^{@value #UNEVEN_EXPONENT})², with a deviation of {@value #LOG_DEVIATION} (measured on pairs of recordings;
 *       what is finer than half an octave is notes and says next to nothing);
 *   <li>how far the references lie apart from each other, where there are several: their variance v at this resolution, times 1 + 1/k for their
 *       mean's own error, has N for its expectation, with {@value #FREEDOM_PER_REFERENCE}·(k − 1) degrees of freedom; from three on N also takes half
 *       its shape over frequency from it;
 *   <li>how large the gap is: its variance B has S + N for its expectation. A gap far larger than faults are is other music. Its degrees of
 *       freedom are few, {@value #FREEDOM_OF_GAP}, being so smooth.
 * </ol>
 *
 * <p>Trust is S / (S + N) averaged over what these leave N to be (summed over a grid in equal ratios). Where little was heard, its own variance is
 * added to N.
 *
 * <p>Where mix and reference are the same recording, before and after treatment, nothing of the gap is content. That is seen by its grain, how much its
 * smoothing to a sixth of an octave takes off it: its median, times 1.48 to stand for an RMS, so that a resonance or a notch does not count. No filter
 * that an equaliser makes reaches {@value #SAME_GRAIN_DB} dB, and hardly two recordings stay below. The gap is then followed as it is; the passage from
 * one to the other is smooth.
 */
final class FaultEstimate {

    private static final double JUDGED_OCTAVES = 1.5;
    private static final double UNEVEN_FROM_OCTAVES = 0.5;
    private static final double UNEVEN_TO_OCTAVES = 1;
    private static final double GRAIN_OCTAVES = 1.0 / 6;
    private static final double FOLLOWED_OCTAVES = 1.0 / 12;
    private static final double SAME_GRAIN_DB = 0.2;
    /** An RMS over a median of magnitudes, for what is normally distributed. */
    private static final double RMS_PER_MEDIAN = 1.4826;

    private static final double SAME_SHARPNESS = 4;
    /** Two octaves: what agrees over less may do so by chance. */
    private static final int ENOUGH_TO_KNOW_AGAIN = 2 * BandGrid.BANDS_PER_OCTAVE;

    private static final double CONTENT_PER_UNEVEN = 2.7;
    private static final double UNEVEN_EXPONENT = 1.2;
    private static final double LOG_DEVIATION = 0.9;
    private static final double FREEDOM_PER_REFERENCE = 4;
    private static final double FREEDOM_OF_GAP = 4;
    private static final int ENOUGH_FOR_A_SHAPE = 3;
    private static final double SHAPE_PART = 0.5;

    private static final double LEAST_SUPPORT = 0.1;
    private static final double MOST_OUTSIDE_DB = 6;
    private static final double LEAST_DB2 = 0.01;
    private static final double MOST_DB2 = 400;
    private static final int STEPS = 80;
    /** What N may be, in equal ratios. */
    private static final double[] STEP_DB2 = IntStream.range(0, STEPS)
            .mapToDouble(s -> LEAST_DB2 * Math.pow(MOST_DB2 / LEAST_DB2, s / (STEPS - 1.0)))
            .toArray();

    /** Where figures are taken from: beyond lie rumble and the ends of lossy files. */
    private static final double LOWEST_HZ = 40;

    private static final double HIGHEST_HZ = 14000;

    private final Gap gap;
    private final double faultDb2;
    private final double errorDb2;
    /** Bands where the gap counts: that are known, and may be looked at. */
    private final boolean[] counts;
    /** Bands that help to smooth those: that are known. */
    private final boolean[] known;
    /** Those of them that figures are taken from. */
    private final boolean[] sampled;

    private final List<Gap.Each> references;
    private final double[] meanDb;

    FaultEstimate(Gap gap, FaultPrior prior, boolean[] allowed, double errorDb2) {
        this.errorDb2 = errorDb2;
        this.gap = gap;
        faultDb2 = prior.varianceDb2();
        references = distinct(gap.each());
        known = gap.known();
        counts = new boolean[BandGrid.SIZE];
        sampled = new boolean[BandGrid.SIZE];
        meanDb = new double[BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            counts[b] = known[b] && allowed[b];
            double hz = BandGrid.centreHz(b);
            sampled[b] = counts[b] && hz >= LOWEST_HZ && hz <= HIGHEST_HZ;
            meanDb[b] = known[b] ? mean(b) : 0;
        }
        calmOutside();
    }

    /** What lies outside is looked at to see how the gap goes on there, but cannot pull far, as a high-pass or the end of a file would. */
    private void calmOutside() {
        double[] within = OctaveSmoothing.smooth(meanDb, counts, JUDGED_OCTAVES);
        for (int b = 0; b < BandGrid.SIZE; b++) {
            if (known[b] && !counts[b]) {
                meanDb[b] = Math.max(within[b] - MOST_OUTSIDE_DB, Math.min(within[b] + MOST_OUTSIDE_DB, meanDb[b]));
            }
        }
    }

    /** References that are the same recording count as one, or their agreement would be taken for evidence. */
    static List<Gap.Each> distinct(List<Gap.Each> all) {
        List<List<Gap.Each>> groups = new ArrayList<>();
        for (Gap.Each each : all) {
            groups.stream()
                    .filter(g -> likeness(g.get(0), each) > 0.5)
                    .findFirst()
                    .ifPresentOrElse(g -> g.add(each), () -> groups.add(new ArrayList<>(List.of(each))));
        }
        return groups.stream().map(FaultEstimate::merged).toList();
    }

    private static double likeness(Gap.Each one, Gap.Each other) {
        boolean[] both = new boolean[BandGrid.SIZE];
        double[] difference = new double[BandGrid.SIZE];
        for (int b = 0; b < both.length; b++) {
            both[b] = one.known()[b] && other.known()[b];
            difference[b] = both[b] ? one.gapDb()[b] - other.gapDb()[b] : 0;
        }
        return likeness(difference, both, both);
    }

    private static double likeness(double[] gapDb, boolean[] known, boolean[] sampled) {
        double[] smooth = OctaveSmoothing.smooth(gapDb, known, GRAIN_OCTAVES);
        double[] sizes = IntStream.range(0, gapDb.length)
                .filter(b -> sampled[b])
                .mapToDouble(b -> Math.abs(gapDb[b] - smooth[b]))
                .sorted()
                .toArray();
        if (sizes.length < ENOUGH_TO_KNOW_AGAIN) {
            return 0;
        }
        double grainDb = RMS_PER_MEDIAN * sizes[sizes.length / 2];
        return 1 / (1 + Math.pow(grainDb / SAME_GRAIN_DB, SAME_SHARPNESS));
    }

    private static Gap.Each merged(List<Gap.Each> same) {
        if (same.size() == 1) {
            return same.get(0);
        }
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < gap.length; b++) {
            int band = b;
            List<Gap.Each> speaking = same.stream().filter(e -> e.known()[band]).toList();
            known[b] = !speaking.isEmpty();
            gap[b] = mean(speaking, band);
        }
        double weight = same.stream().mapToDouble(Gap.Each::weight).average().orElse(1);
        return new Gap.Each(gap, gap, known, OptionalDouble.empty(), weight, 0);
    }

    private double mean(int band) {
        return mean(references.stream().filter(r -> r.known()[band]).toList(), band);
    }

    /** The mean of what references say of a band, each by its weight. */
    private static double mean(List<Gap.Each> speaking, int band) {
        double sum = 0;
        double weight = 0;
        for (Gap.Each each : speaking) {
            sum += each.weight() * each.gapDb()[band];
            weight += each.weight();
        }
        return weight > 0 ? sum / weight : 0;
    }

    Evidence evidence() {
        double likeness = likeness(meanDb, known, sampled);
        double[] broad = OctaveSmoothing.smooth(meanDb, known, JUDGED_OCTAVES);
        double[] followed = OctaveSmoothing.smooth(meanDb, known, FOLLOWED_OCTAVES);
        double[] spread = spreadDb2();
        double spreadMean = mean(spread);
        double[] weights = weights(broad, spreadMean);
        double[] shape = shape(spread, spreadMean);
        double[] judged = new double[BandGrid.SIZE];
        double[] supported = new double[BandGrid.SIZE];
        double[] trust = new double[BandGrid.SIZE];
        double[] credible = new double[BandGrid.SIZE];
        double content = 0;
        for (int s = 0; s < STEPS; s++) {
            content += weights[s] * Math.sqrt(STEP_DB2[s]);
        }
        for (int b = 0; b < BandGrid.SIZE; b++) {
            if (!counts[b]) {
                continue;
            }
            double part = 0;
            for (int s = 0; s < STEPS; s++) {
                part += weights[s] * faultDb2 / (faultDb2 + STEP_DB2[s] * shape[b] + errorDb2);
            }
            judged[b] = likeness * followed[b] + (1 - likeness) * broad[b];
            supported[b] = likeness * followed[b] + (1 - likeness) * broad[b] * part;
            trust[b] = likeness + (1 - likeness) * part;
            credible[b] = (1 - likeness) * Math.sqrt(faultDb2 * (1 - part));
        }
        return new Evidence(gap, judged, supported, trust, credible, likeness, (1 - likeness) * content);
    }

    /** How probable each N is; their sum is 1. */
    private double[] weights(double[] broad, double spreadMean) {
        double uneven = rms(
                OctaveSmoothing.smooth(meanDb, known, UNEVEN_FROM_OCTAVES),
                OctaveSmoothing.smooth(meanDb, known, UNEVEN_TO_OCTAVES));
        double expected =
                2 * Math.log(CONTENT_PER_UNEVEN * Math.pow(Math.max(uneven, Math.sqrt(LEAST_DB2)), UNEVEN_EXPONENT));
        double[] level = new double[BandGrid.SIZE];
        Arrays.fill(level, mean(broad));
        double gapDb2 = Math.pow(rms(broad, level), 2);
        double freedom = FREEDOM_PER_REFERENCE * (references.size() - 1);
        double[] log = new double[STEPS];
        double most = Double.NEGATIVE_INFINITY;
        for (int s = 0; s < STEPS; s++) {
            double n = STEP_DB2[s];
            double off = (Math.log(n) - expected) / LOG_DEVIATION;
            log[s] = -0.5 * off * off
                    - 0.5 * freedom * (Math.log(n) + spreadMean / n)
                    - 0.5 * FREEDOM_OF_GAP * (Math.log(faultDb2 + n) + gapDb2 / (faultDb2 + n));
            most = Math.max(most, log[s]);
        }
        double sum = 0;
        for (int s = 0; s < STEPS; s++) {
            log[s] = Math.exp(log[s] - most);
            sum += log[s];
        }
        for (int s = 0; s < STEPS; s++) {
            log[s] /= sum;
        }
        return log;
    }

    /** Variance of the references at the resolution that is judged at, times 1 + 1/k; 0 where fewer than two speak. */
    private double[] spreadDb2() {
        double[] spread = new double[BandGrid.SIZE];
        if (references.size() < 2) {
            return spread;
        }
        List<double[]> curves = references.stream().map(this::centred).toList();
        for (int b = 0; b < spread.length; b++) {
            double sum = 0;
            double squares = 0;
            int k = 0;
            for (int r = 0; r < curves.size(); r++) {
                if (known[b] && references.get(r).known()[b]) {
                    double x = curves.get(r)[b];
                    sum += x;
                    squares += x * x;
                    k++;
                }
            }
            spread[b] = k < 2 ? 0 : Math.max(0, squares - sum * sum / k) / (k - 1) * (1 + 1.0 / k);
        }
        return spread;
    }

    /** A reference's gap at the resolution that is judged at, its level taken off. */
    private double[] centred(Gap.Each reference) {
        boolean[] speaks = new boolean[BandGrid.SIZE];
        for (int b = 0; b < speaks.length; b++) {
            speaks[b] = known[b] && reference.known()[b];
        }
        double[] curve = OctaveSmoothing.smooth(reference.gapDb(), speaks, JUDGED_OCTAVES);
        double level = mean(curve);
        for (int b = 0; b < curve.length; b++) {
            curve[b] -= level;
        }
        return curve;
    }

    /**
     * By how much content is larger or smaller at each frequency than in the mean: by the references' spread, and where less than the whole of the
     * smoothing's kernel finds something to average, by as much more.
     */
    private double[] shape(double[] spread, double spreadMean) {
        double[] shape = new double[BandGrid.SIZE];
        boolean shaped = references.size() >= ENOUGH_FOR_A_SHAPE && spreadMean > 0;
        double[] smooth = OctaveSmoothing.smooth(spread, known, JUDGED_OCTAVES);
        double[] support = OctaveSmoothing.support(known, JUDGED_OCTAVES);
        for (int b = 0; b < shape.length; b++) {
            double bySpread = shaped ? 1 - SHAPE_PART + SHAPE_PART * smooth[b] / spreadMean : 1;
            shape[b] = bySpread / Math.max(LEAST_SUPPORT, support[b]);
        }
        return shape;
    }

    private double mean(double[] curve) {
        double sum = 0;
        int count = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            sum += sampled[b] ? curve[b] : 0;
            count += sampled[b] ? 1 : 0;
        }
        return count == 0 ? 0 : sum / count;
    }

    private double rms(double[] a, double[] b) {
        return rms(a, b, sampled);
    }

    /** RMS of the difference of two curves, over bands that count. */
    private static double rms(double[] a, double[] b, boolean[] counts) {
        double sum = 0;
        int count = 0;
        for (int i = 0; i < a.length; i++) {
            if (counts[i]) {
                sum += (a[i] - b[i]) * (a[i] - b[i]);
                count++;
            }
        }
        return count == 0 ? 0 : Math.sqrt(sum / count);
    }
}
