package oakmirror.dsp;

import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;

/**
 * Linear-phase impulse responses by frequency sampling: the wanted magnitude at evenly spaced frequencies, transformed back with
 * zero phase, moved to the middle and windowed with a Hann window. About a third of a second long, so that a twelfth of an octave
 * is resolved from about 100 Hz up; below, the response is a little smoother than asked.
 */
public final class LinearPhase {

    private static final double SECONDS = 16384.0 / 48000;

    private LinearPhase() {}

    /** A curve over frequency. */
    @FunctionalInterface
    public interface Curve {
        /** Gain in dB at a frequency in Hz, above 0. */
        double gainDb(double hz);
    }

    /**
     * Designs a response.
     *
     * @param curve the wanted gain
     * @param sampleRate frames a second
     * @param gain linear gain on top
     * @return an odd number of taps, symmetric about the middle one
     */
    public static double[] design(Curve curve, int sampleRate, double gain) {
        return design(curve, sampleRate, gain, SECONDS);
    }

    /**
     * Designs a response of about another length: the longer, the finer the curve is followed at low frequencies.
     *
     * @param seconds about how long
     */
    public static double[] design(Curve curve, int sampleRate, double gain, double seconds) {
        int size = 2 << (int) Math.round(Math.log(seconds * sampleRate) / Math.log(2));
        double[] spectrum = new double[2 * size];
        for (int k = 0; k <= size / 2; k++) {
            double hz = Math.max(1, (double) k * sampleRate / size);
            double magnitude = gain * Decibels.toAmplitude(curve.gainDb(hz));
            spectrum[2 * k] = magnitude;
            spectrum[2 * ((size - k) % size)] = magnitude;
        }
        Fft.precise(size).complexInverse(spectrum, true);
        int half = size / 4 - 1;
        double[] taps = new double[2 * half + 1];
        for (int i = -half; i <= half; i++) {
            double window = 0.5 + 0.5 * Math.cos(Math.PI * i / (half + 1));
            taps[half + i] = spectrum[2 * ((i + size) % size)] * window;
        }
        return taps;
    }
}
