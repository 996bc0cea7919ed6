package oakmirror.loudness;

import oakmirror.audio.Decibels;
import oakmirror.dsp.Interpolator;

/**
 * Sample peak and true peak of one channel (ITU-R BS.1770-5, annex 2): the highest magnitude of the signal, interpolated four
 * times below 96 kHz and twice below 192 kHz by an {@link Interpolator}.
 *
 * <p>The work is left out where it cannot matter, with the same result: over a stretch the interpolator says how far beyond the samples it can
 * come at most, and nearly all stretches but the loudest lie below the peak found so far and are skipped.
 */
public final class TruePeakMeter {

    private static final int TAPS = Interpolator.TAPS;
    private static final int STRETCH = Interpolator.STRETCH;

    private final Interpolator interpolator;
    private final float lineBound;
    private final float curveBound;
    private final float[] window = new float[TAPS - 1 + STRETCH];
    private final Interpolator.Stretches stretches;
    private final float[][] values;
    private int filled = TAPS - 1;
    private float samplePeak;
    private float truePeak;
    private float newestBefore;
    private float curvature;
    private double squares;
    private long count;

    /** A meter for one channel of a stream at that rate. */
    public TruePeakMeter(int sampleRate) {
        interpolator = new Interpolator(sampleRate < 96000 ? 4 : sampleRate < 192000 ? 2 : 1);
        stretches = interpolator.stretches();
        values = new float[interpolator.factor()][STRETCH];
        lineBound = (float) (interpolator.lineBound() * 1.00001);
        curveBound = (float) (interpolator.curveBound() * 1.00001);
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
            stretches.run(window, values);
            for (int p = 1; p < interpolator.factor(); p++) {
                for (float value : values[p]) {
                    if (Math.abs(value) > truePeak) {
                        truePeak = Math.abs(value);
                    }
                }
            }
        }
        System.arraycopy(window, fresh, window, 0, TAPS - 1);
        filled = TAPS - 1;
    }

    /**
     * The highest magnitude at a sample and between it and its neighbours; near the ends of what is valid that of the sample alone.
     *
     * @param valid how many samples of the array are the stream's: what lies behind them is left from another block
     */
    float peakAround(float[] samples, int valid, int place) {
        float highest = Math.abs(samples[place]);
        if (place < Interpolator.BEFORE + 1 || place + Interpolator.AFTER > valid) {
            return highest;
        }
        for (int p = 1; p < interpolator.factor(); p++) {
            highest = Math.max(highest, Math.abs(interpolator.between(p, samples, place - 1)));
            highest = Math.max(highest, Math.abs(interpolator.between(p, samples, place)));
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
