package oakmirror.loudness;

import java.util.Arrays;
import oakmirror.audio.ChannelLayout;

/**
 * Programme loudness of a stream after ITU-R BS.1770-5 and EBU Tech 3341/3342.
 *
 * <p>The weighted, channel-summed energy is kept per 10 ms, from which every window is a sum of neighbours:
 *
 * <ul>
 *   <li>momentary: 400 ms, short-term: 3 s, both moved in steps of 10 ms, so that a maximum is not missed between steps;
 *   <li>integrated: 400 ms blocks every 100 ms, gated at −70 LUFS and then 10 LU below the mean of what is left;
 *   <li>range: 3 s blocks every 100 ms, gated at −70 LUFS and then 20 LU below their mean, 95th less 10th percentile.
 * </ul>
 *
 * <p>Memory: 8 bytes for 10 ms, 6 MB for two hours. Where the rate is no multiple of 100 the steps' borders are rounded to frames
 * without drift.
 */
public final class LoudnessMeter {

    /** Steps of stored energy a second. */
    public static final int STEPS_PER_SECOND = 100;

    private static final int MOMENTARY_STEPS = 40;
    private static final int SHORT_TERM_STEPS = 300;
    private static final int BLOCK_ADVANCE = 10;
    private static final double ABSOLUTE_GATE = LoudnessScale.toPower(-70);
    private static final double RELATIVE_GATE = 0.1; // −10 LU
    private static final double RANGE_GATE = 0.01; // −20 LU

    private final int sampleRate;
    private final ChannelLayout layout;
    /** One for each pair of channels. */
    private final KWeightedPower[] pairs;

    private double[] stepPower = new double[1024];
    private int steps;
    private long frames;
    private double running;

    /** A meter for one stream. */
    public LoudnessMeter(int sampleRate, ChannelLayout layout) {
        if (sampleRate < 1000) {
            throw new IllegalArgumentException("sample rate too low for a loudness meter: " + sampleRate);
        }
        this.sampleRate = sampleRate;
        this.layout = layout;
        this.pairs = new KWeightedPower[(layout.channels() + 1) / 2];
        KWeighting weighting = KWeighting.at(sampleRate);
        for (int p = 0; p < pairs.length; p++) {
            pairs[p] = new KWeightedPower(weighting);
        }
    }

    /** Takes the next frames: one array a channel. */
    public void add(float[][] block, int count) {
        int done = 0;
        while (done < count) {
            int part = (int) Math.min(count - done, stepEnd(steps) - frames);
            for (int p = 0; p < pairs.length; p++) {
                int first = 2 * p;
                int second = Math.min(first + 1, layout.channels() - 1); // an odd last one runs twice and counts once
                double secondWeight = second == first ? 0 : layout.loudnessWeight(second);
                running += pairs[p].add(
                        block[first], layout.loudnessWeight(first), block[second], secondWeight, done, done + part);
            }
            done += part;
            frames += part;
            if (frames == stepEnd(steps)) {
                closeStep();
            }
        }
    }

    private long stepEnd(int step) {
        return Math.round((step + 1.0) * sampleRate / STEPS_PER_SECOND);
    }

    private void closeStep() {
        if (steps == stepPower.length) {
            stepPower = Arrays.copyOf(stepPower, 2 * steps);
        }
        stepPower[steps] = running / (stepEnd(steps) - stepEnd(steps - 1));
        steps++;
        running = 0;
    }

    /** The loudness of all that was taken so far. */
    public Loudness result() {
        double[] momentary = windows(MOMENTARY_STEPS, 1);
        double[] shortTerm = windows(SHORT_TERM_STEPS, 1);
        return new Loudness(
                integratedOfBlocks(every(momentary, BLOCK_ADVANCE)),
                range(every(shortTerm, BLOCK_ADVANCE)),
                LoudnessScale.ofPower(max(momentary)),
                LoudnessScale.ofPower(max(shortTerm)));
    }

    /**
     * Loudness over time for drawing: momentary values in LUFS, one every {@code stepSeconds}, each centred on its moment; −∞ for
     * silence. Near the ends the window is cut short.
     */
    public float[] contour(double stepSeconds) {
        double[] sums = cumulative();
        int count = (int) Math.ceil(steps / (stepSeconds * STEPS_PER_SECOND));
        float[] contour = new float[count];
        for (int i = 0; i < count; i++) {
            double centre = (i + 0.5) * stepSeconds * STEPS_PER_SECOND;
            int from = (int) Math.max(0, Math.round(centre - MOMENTARY_STEPS / 2.0));
            int to = (int) Math.min(steps, Math.round(centre + MOMENTARY_STEPS / 2.0));
            double power = to > from ? (sums[to] - sums[from]) / (to - from) : 0;
            contour[i] = (float) LoudnessScale.ofPower(Math.max(0, power));
        }
        return contour;
    }

    /**
     * Short-term loudness over time: LUFS of the 3 s that begin every {@code stepSeconds}, as long as they fit; −∞ for silence. Of a stream
     * shorter than 3 s one value, of all of it.
     */
    public float[] shortTerm(double stepSeconds) {
        if (steps == 0) {
            return new float[0];
        }
        double[] powers = windows(Math.min(steps, SHORT_TERM_STEPS), (int) Math.round(stepSeconds * STEPS_PER_SECOND));
        float[] lufs = new float[powers.length];
        for (int i = 0; i < lufs.length; i++) {
            lufs[i] = (float) LoudnessScale.ofPower(powers[i]);
        }
        return lufs;
    }

    /** Mean power of every window of that many steps. */
    private double[] windows(int length, int advance) {
        if (steps < length) {
            return new double[0];
        }
        double[] sums = cumulative();
        double[] windows = new double[(steps - length) / advance + 1];
        for (int i = 0; i < windows.length; i++) {
            windows[i] = Math.max(0, sums[i * advance + length] - sums[i * advance]) / length;
        }
        return windows;
    }

    private double[] cumulative() {
        double[] sums = new double[steps + 1];
        for (int i = 0; i < steps; i++) {
            sums[i + 1] = sums[i] + stepPower[i];
        }
        return sums;
    }

    private static double[] every(double[] values, int advance) {
        double[] picked = new double[(values.length + advance - 1) / advance];
        for (int i = 0; i < picked.length; i++) {
            picked[i] = values[i * advance];
        }
        return picked;
    }

    /**
     * Integrated loudness from the weighted power of every 10 ms.
     *
     * @return LUFS; NaN where nothing passes the gate
     */
    public static double integrated(double[] stepPower, int steps) {
        double sum = 0;
        int blocks = steps < MOMENTARY_STEPS ? 0 : (steps - MOMENTARY_STEPS) / BLOCK_ADVANCE + 1;
        double[] powers = new double[blocks];
        for (int i = 0; i < steps; i++) {
            sum += stepPower[i] - (i < MOMENTARY_STEPS ? 0 : stepPower[i - MOMENTARY_STEPS]);
            int first = i - MOMENTARY_STEPS + 1;
            if (first >= 0 && first % BLOCK_ADVANCE == 0) {
                powers[first / BLOCK_ADVANCE] = Math.max(0, sum) / MOMENTARY_STEPS;
            }
        }
        return integratedOfBlocks(powers);
    }

    /** Integrated loudness from the weighted power of gating blocks, in LUFS; NaN where nothing passes the gate. */
    public static double integratedOfBlocks(double[] blocks) {
        double absolute = meanAbove(blocks, ABSOLUTE_GATE);
        return LoudnessScale.ofPower(meanAbove(blocks, Math.max(ABSOLUTE_GATE, absolute * RELATIVE_GATE)));
    }

    private static double range(double[] blocks) {
        double gate = Math.max(ABSOLUTE_GATE, meanAbove(blocks, ABSOLUTE_GATE) * RANGE_GATE);
        double[] kept = Arrays.stream(blocks).filter(p -> p > gate).sorted().toArray();
        if (kept.length == 0) {
            return Double.NaN;
        }
        return LoudnessScale.ofPower(percentile(kept, 0.95)) - LoudnessScale.ofPower(percentile(kept, 0.10));
    }

    /** The value of nearest rank, the round(p·n)-th smallest: the reading of Tech 3342 that FFmpeg's meter takes. */
    private static double percentile(double[] sorted, double part) {
        return sorted[(int) Math.max(0, Math.round(part * sorted.length) - 1)];
    }

    private static double meanAbove(double[] blocks, double gate) {
        double sum = 0;
        int count = 0;
        for (double power : blocks) {
            if (power > gate) {
                sum += power;
                count++;
            }
        }
        return count == 0 ? Double.NaN : sum / count;
    }

    private static double max(double[] values) {
        return Arrays.stream(values).max().orElse(Double.NaN);
    }
}
