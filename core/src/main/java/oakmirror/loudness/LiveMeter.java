package oakmirror.loudness;

import oakmirror.audio.Decibels;

/**
 * Momentary, short-term and integrated loudness and true peak of what goes by. Fed by one thread, read by any; feeding allocates nothing and takes no
 * lock. Windows move by 10 ms as in {@link LoudnessMeter}.
 */
public final class LiveMeter {

    private static final int MOMENTARY_STEPS = 40;
    private static final int SHORT_TERM_STEPS = 300;
    private static final int RESUM_STEPS = 100;
    /** Blocks of 400 ms overlap by three quarters. */
    private static final int BLOCK_ADVANCE = 10;

    private final int sampleRate;
    private final KWeightedPower power;
    private final TruePeakMeter leftPeak;
    private final TruePeakMeter rightPeak;
    private final double[] steps = new double[SHORT_TERM_STEPS];
    private final RunningLoudness integrated = new RunningLoudness();
    private int newest;
    private long stepsSinceReset;
    private long frames;
    private long stepIndex;
    private double running;
    private double momentarySum;
    private double shortTermSum;
    private volatile double momentaryLufs = Double.NEGATIVE_INFINITY;
    private volatile double shortTermLufs = Double.NEGATIVE_INFINITY;
    private volatile double integratedLufs = Double.NaN;
    private volatile double stepPeak;
    private volatile double highestPeak;
    private volatile boolean resetAsked;

    /** A meter at a rate. */
    public LiveMeter(int sampleRate) {
        this.sampleRate = sampleRate;
        power = new KWeightedPower(KWeighting.at(sampleRate));
        leftPeak = new TruePeakMeter(sampleRate);
        rightPeak = new TruePeakMeter(sampleRate);
    }

    /** Takes the next frames. */
    public void add(float[] left, float[] right, int count) {
        if (resetAsked) {
            resetAsked = false;
            highestPeak = 0;
            stepsSinceReset = 0;
            integrated.reset();
            integratedLufs = Double.NaN;
        }
        leftPeak.add(left, count);
        rightPeak.add(right, count);
        double peak = Math.max(leftPeak.takeTruePeak(), rightPeak.takeTruePeak());
        stepPeak = peak;
        highestPeak = Math.max(highestPeak, peak);
        int done = 0;
        while (done < count) {
            long end = Math.round((stepIndex + 1.0) * sampleRate / LoudnessMeter.STEPS_PER_SECOND);
            int part = (int) Math.min(count - done, end - frames);
            running += power.add(left, 1, right, 1, done, done + part);
            done += part;
            frames += part;
            if (frames == end) {
                close(end - Math.round((double) stepIndex * sampleRate / LoudnessMeter.STEPS_PER_SECOND));
            }
        }
    }

    private void close(long length) {
        newest = (newest + 1) % SHORT_TERM_STEPS;
        double fresh = running / length;
        running = 0;
        stepIndex++;
        momentarySum += fresh - steps[(newest - MOMENTARY_STEPS + SHORT_TERM_STEPS) % SHORT_TERM_STEPS];
        shortTermSum += fresh - steps[newest];
        steps[newest] = fresh;
        if (stepIndex % RESUM_STEPS == 0) {
            resum(); // so that rounding does not pile up
        }
        stepsSinceReset++;
        if (stepsSinceReset >= MOMENTARY_STEPS && stepsSinceReset % BLOCK_ADVANCE == 0) {
            integrated.add(Math.max(0, momentarySum) / MOMENTARY_STEPS);
            integratedLufs = integrated.lufs();
        }
        momentaryLufs = LoudnessScale.ofPower(Math.max(0, momentarySum) / MOMENTARY_STEPS);
        shortTermLufs = LoudnessScale.ofPower(Math.max(0, shortTermSum) / SHORT_TERM_STEPS);
    }

    private void resum() {
        momentarySum = 0;
        shortTermSum = 0;
        for (int i = 0; i < SHORT_TERM_STEPS; i++) {
            double step = steps[(newest - i + SHORT_TERM_STEPS) % SHORT_TERM_STEPS];
            shortTermSum += step;
            momentarySum += i < MOMENTARY_STEPS ? step : 0;
        }
    }

    /** Loudness of the last 400 ms in LUFS; −∞ for silence. */
    public double momentaryLufs() {
        return momentaryLufs;
    }

    /** Loudness of the last 3 s in LUFS; −∞ for silence. Until 3 s have gone by, what is missing counts as silence. */
    public double shortTermLufs() {
        return shortTermLufs;
    }

    /** Integrated loudness since the last reset in LUFS; NaN while nothing passed the gate. */
    public double integratedLufs() {
        return integratedLufs;
    }

    /** Highest true peak of the last block, linear. */
    public double peak() {
        return stepPeak;
    }

    /** Highest true peak since the last reset in dBTP; −∞ for silence. */
    public double highestPeakDbtp() {
        return Decibels.ofAmplitude(highestPeak);
    }

    /** Starts integrated loudness and highest peak over with the next frames; what is read of them is gone at once, as none may come for a while. */
    public void reset() {
        resetAsked = true;
        integratedLufs = Double.NaN;
        highestPeak = 0;
    }
}
