package oakmirror.loudness;

import java.util.Arrays;
import oakmirror.audio.Decibels;

/**
 * Peaks of one channel altogether and step by step: the true peak of every {@value #STEP_SECONDS} s, for following peaks over time. A peak
 * within 128 samples of a step's end may count to the next.
 */
public final class PeakSteps {

    /** Length of a step in seconds. */
    public static final double STEP_SECONDS = 0.5;

    private final boolean stepwise;
    private final double framesPerStep;
    private final TruePeakMeter meter;
    private double[] steps = new double[256];
    private int count;
    private long frames;
    private double highest;

    /**
     * A meter for one channel of a stream.
     *
     * @param sampleRate its rate
     * @param stepwise whether peaks over time are wanted; without them it takes less time, and there is one step
     */
    public PeakSteps(int sampleRate, boolean stepwise) {
        this.stepwise = stepwise;
        framesPerStep = stepwise ? STEP_SECONDS * sampleRate : Double.POSITIVE_INFINITY;
        meter = new TruePeakMeter(sampleRate);
    }

    /** Takes the next samples. */
    public void add(float[] samples, int length) {
        int done = 0;
        while (done < length) {
            long end = Math.round((count + 1) * framesPerStep);
            int part = (int) Math.min(length - done, end - frames);
            if (stepwise) {
                // Known beforehand, it spares interpolating all that is lower: without, each step would begin with no
                // peak to compare with.
                meter.atLeast(meter.peakAround(samples, length, highest(samples, done, done + part)));
            }
            meter.add(samples, done, part);
            done += part;
            frames += part;
            if (frames == end) {
                close(meter.takeTruePeak());
            }
        }
    }

    /** Where the highest magnitude lies. */
    private static int highest(float[] samples, int from, int to) {
        float highest = 0;
        int place = from;
        for (int i = from; i < to; i++) {
            if (Math.abs(samples[i]) > highest) {
                highest = Math.abs(samples[i]);
                place = i;
            }
        }
        return place;
    }

    private void close(double peak) {
        if (count == steps.length) {
            steps = Arrays.copyOf(steps, 2 * count);
        }
        steps[count++] = peak;
        highest = Math.max(highest, peak);
    }

    /** Peaks and power of all that was taken. Ends the stream. */
    public Peaks finish() {
        Peaks last = meter.finish();
        double rest = Decibels.toAmplitude(last.truePeakDbtp());
        if (count > 0) {
            steps[count - 1] = Math.max(steps[count - 1], rest);
        } else {
            close(rest);
        }
        highest = Math.max(highest, rest);
        return new Peaks(Decibels.ofAmplitude(highest), last.samplePeakDbfs(), last.meanSquare());
    }

    /** True peak of every whole step, linear; what is left at the end counts to the last. After {@link #finish}. */
    public double[] steps() {
        return Arrays.copyOf(steps, count);
    }
}
