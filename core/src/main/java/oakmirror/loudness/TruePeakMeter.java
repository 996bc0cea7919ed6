package oakmirror.loudness;

import oakmirror.audio.Decibels;
import oakmirror.filter.Kaiser;

/**
 * Sample peak and true peak of one channel (ITU-R BS.1770-5, annex 2): the highest magnitude of the signal, interpolated four
 * times below 96 kHz and twice below 192 kHz.
 *
 * <p>The interpolator is a windowed sinc of {@value #TAPS} taps a phase (Kaiser, β = 6; flat within 0.01 dB up to 0.43 of the rate),
 * run as a polyphase filter. Phase 0 is the samples themselves.
 *
 * <p>The work is left out where it cannot matter, with the same result. An interpolated value between two samples is their straight
 * line plus what the filter adds for curvature: y = (1−p)·x₀ + p·x₁ + Σ c·Δ²x, where Δ²x are second differences and c is the double
 * running sum of the taps less the straight line's. So |y| ≤ (1+ε)·max|x| + Σ|c|·max|Δ²x| over a stretch, ε being what rounding
 * leaves of the filter's first moment. Σ|c| is below ½, and music curves little between samples, so that this bound lies close
 * above the samples: nearly all stretches but the loudest lie below the peak found so far and are skipped. The inner loop of the rest
 * runs along the samples with four taps at once.
 */
public final class TruePeakMeter {

    private static final int TAPS = 32;
    private static final int CENTRE = TAPS / 2 - 1;
    private static final int STRETCH = 128;
    private static final double KAISER_BETA = 6.0;

    private final float[][] phases;
    private final float lineBound;
    private final float curveBound;
    private final float[] window = new float[TAPS - 1 + STRETCH];
    private final float[] sums = new float[STRETCH];
    private int filled = TAPS - 1;
    private float samplePeak;
    private float truePeak;
    private float newestBefore;
    private float curvature;
    private double squares;
    private long count;

    /** A meter for one channel of a stream at that rate. */
    public TruePeakMeter(int sampleRate) {
        int factor = sampleRate < 96000 ? 4 : sampleRate < 192000 ? 2 : 1;
        phases = new float[factor - 1][];
        double line = 1;
        double curve = 0;
        for (int p = 1; p < factor; p++) {
            double fraction = (double) p / factor;
            phases[p - 1] = phase(fraction);
            double slope = 0;
            double sum = 0;
            double absolute = 0;
            for (int k = 0; k < TAPS; k++) {
                double straight = k == CENTRE ? 1 - fraction : k == CENTRE + 1 ? fraction : 0;
                slope += phases[p - 1][k] - straight;
                sum += slope;
                absolute += Math.abs(sum);
            }
            line = Math.max(line, 1 + 2 * (Math.abs(slope) + Math.abs(sum)));
            curve = Math.max(curve, absolute);
        }
        lineBound = (float) (line * 1.00001);
        curveBound = (float) (curve * 1.00001);
    }

    /** Taps of the sinc moved by a fraction of a sample, scaled to unity gain at 0 Hz. */
    private static float[] phase(double fraction) {
        double[] taps = new double[TAPS];
        double sum = 0;
        for (int k = 0; k < TAPS; k++) {
            double t = k - CENTRE - fraction;
            double x = t / (TAPS / 2.0);
            taps[k] = Math.sin(Math.PI * t) / (Math.PI * t) * Kaiser.window(KAISER_BETA, x);
            sum += taps[k];
        }
        float[] scaled = new float[TAPS];
        for (int k = 0; k < TAPS; k++) {
            scaled[k] = (float) (taps[k] / sum);
        }
        return scaled;
    }

    /** Takes the next samples. */
    public void add(float[] samples, int length) {
        add(samples, 0, length);
    }

    /** Takes the next samples, {@code length} of them from {@code offset} on. */
    void add(float[] samples, int offset, int length) {
        int done = 0;
        while (done < length) {
            int part = Math.min(length - done, window.length - filled);
            System.arraycopy(samples, offset + done, window, filled, part);
            filled += part;
            done += part;
            if (filled == window.length) {
                measure(STRETCH);
            }
        }
        count += length;
    }

    /**
     * Measures the stretch whose newest {@code fresh} samples have not been seen, zeros behind them, and moves the window on. Branches
     * that are seldom taken stand in for Math.max, which has NaN and −0 to mind.
     */
    private void measure(int fresh) {
        float newest = 0;
        float bend = 0;
        float before = window[TAPS - 3];
        float last = window[TAPS - 2];
        float evenPower = 0;
        float oddPower = 0;
        for (int i = TAPS - 1; i < TAPS - 1 + STRETCH; i += 2) {
            float a = window[i];
            float b = window[i + 1];
            evenPower += a * a;
            oddPower += b * b;
            if (Math.abs(a) > newest) {
                newest = Math.abs(a);
            }
            if (Math.abs(b) > newest) {
                newest = Math.abs(b);
            }
            float first = Math.abs(a - last - last + before);
            float second = Math.abs(b - a - a + last);
            if (first > bend) {
                bend = first;
            }
            if (second > bend) {
                bend = second;
            }
            before = a;
            last = b;
        }
        squares += (double) evenPower + oddPower;
        samplePeak = Math.max(samplePeak, newest);
        truePeak = Math.max(truePeak, newest);
        float bound = lineBound * Math.max(newest, newestBefore) + curveBound * Math.max(bend, curvature);
        newestBefore = newest;
        curvature = bend;
        if (bound > truePeak) {
            for (float[] taps : phases) {
                interpolate(taps);
                for (float value : sums) {
                    if (Math.abs(value) > truePeak) {
                        truePeak = Math.abs(value);
                    }
                }
            }
        }
        System.arraycopy(window, fresh, window, 0, TAPS - 1);
        filled = TAPS - 1;
    }

    private void interpolate(float[] taps) {
        float[] x = window;
        float[] y = sums;
        java.util.Arrays.fill(y, 0f);
        for (int k = 0; k < TAPS; k += 4) {
            float t0 = taps[k];
            float t1 = taps[k + 1];
            float t2 = taps[k + 2];
            float t3 = taps[k + 3];
            for (int i = 0; i < STRETCH; i++) {
                y[i] += t0 * x[i + k] + t1 * x[i + k + 1] + t2 * x[i + k + 2] + t3 * x[i + k + 3];
            }
        }
    }

    /**
     * The highest magnitude at a sample and between it and its neighbours; near the ends of what is valid that of the sample alone.
     *
     * @param valid how many samples of the array are the stream's: what lies behind them is left from another block
     */
    float peakAround(float[] samples, int valid, int place) {
        float highest = Math.abs(samples[place]);
        if (place < CENTRE + 1 || place + TAPS - CENTRE > valid) {
            return highest;
        }
        for (int before = place - 1 - CENTRE; before <= place - CENTRE; before++) {
            for (float[] taps : phases) {
                float value = 0;
                for (int k = 0; k < TAPS; k++) {
                    value += taps[k] * samples[before + k];
                }
                highest = Math.max(highest, Math.abs(value));
            }
        }
        return highest;
    }

    /** Says that a magnitude occurs in what is about to be taken, so that nothing lower need be looked at closely. */
    void atLeast(float magnitude) {
        truePeak = Math.max(truePeak, magnitude);
    }

    /**
     * The highest true peak since this was asked last, linear, and starts over: for meters that move. The last up to {@value #STRETCH}
     * samples are not looked at yet.
     */
    double takeTruePeak() {
        double peak = truePeak;
        truePeak = 0;
        return peak;
    }

    /** Peaks and power of all that was taken so far. Ends the stream: what rings on after the last sample is counted in. */
    public Peaks finish() {
        int fresh = filled - (TAPS - 1);
        java.util.Arrays.fill(window, filled, window.length, 0f);
        measure(fresh);
        java.util.Arrays.fill(window, TAPS - 1, window.length, 0f);
        measure(TAPS);
        return new Peaks(
                Decibels.ofAmplitude(truePeak), Decibels.ofAmplitude(samplePeak), count == 0 ? 0 : squares / count);
    }
}
