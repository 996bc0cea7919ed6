package oakmirror.filter;

import oakmirror.audio.Decibels;

/** A digital second-order section (b0 + b1·z⁻¹ + b2·z⁻²) / (1 + a1·z⁻¹ + a2·z⁻²). */
public record Biquad(double b0, double b1, double b2, double a1, double a2) {

    /** Leaves everything as it is. */
    public static final Biquad IDENTITY = new Biquad(1, 0, 0, 0, 0);

    /** The digital section whose magnitude follows an analogue one up to Nyquist; see {@link BiquadDesign}. */
    public static Biquad of(AnalogueSection section, double sampleRate) {
        return BiquadDesign.design(section, sampleRate);
    }

    /** A high-pass of second order by the bilinear transform, its corner in place. */
    public static Biquad highPass(double hz, double q, double sampleRate) {
        return pass(hz, q, sampleRate, true);
    }

    /** A low-pass of second order by the bilinear transform, its corner in place; it has a zero at Nyquist that an analogue one has not. */
    public static Biquad lowPass(double hz, double q, double sampleRate) {
        return pass(hz, q, sampleRate, false);
    }

    private static Biquad pass(double hz, double q, double rate, boolean high) {
        double k = Math.tan(Math.PI * hz / rate);
        double norm = 1 / (1 + k / q + k * k);
        double b0 = (high ? 1 : k * k) * norm;
        return new Biquad(b0, high ? -2 * b0 : 2 * b0, b0, 2 * (k * k - 1) * norm, (1 - k / q + k * k) * norm);
    }

    /** Power gain at a frequency. */
    public double powerGain(double hz, double sampleRate) {
        double w = 2 * Math.PI * hz / sampleRate;
        double c1 = Math.cos(w);
        double c2 = Math.cos(2 * w);
        double top = b0 * b0 + b1 * b1 + b2 * b2 + 2 * b1 * (b0 + b2) * c1 + 2 * b0 * b2 * c2;
        double bottom = 1 + a1 * a1 + a2 * a2 + 2 * a1 * (1 + a2) * c1 + 2 * a2 * c2;
        return top / bottom;
    }

    /** Gain in dB at a frequency. */
    public double gainDb(double hz, double sampleRate) {
        return Decibels.ofPower(powerGain(hz, sampleRate));
    }

    /**
     * How many frames it rings on after its input has ended, until it has died away by so many dB: as the larger of its poles' magnitudes r
     * falls by r each frame. At most {@link Integer#MAX_VALUE}, where it does not die away.
     */
    public int decayFrames(double db) {
        double half = a1 * a1 / 4 - a2;
        double radius = half < 0 ? Math.sqrt(a2) : Math.abs(a1) / 2 + Math.sqrt(half);
        if (radius <= 0) {
            return 2; // what its zeros remember
        }
        double frames = Math.log(Decibels.toAmplitude(-db)) / Math.log(radius);
        return frames >= 0 && frames < Integer.MAX_VALUE ? 2 + (int) Math.ceil(frames) : Integer.MAX_VALUE;
    }

    /** Whether both poles lie inside the unit circle. */
    public boolean isStable() {
        return Math.abs(a2) < 1 && Math.abs(a1) < 1 + a2;
    }

    /** The section that undoes this one; stable when the zeros of this one lie inside the unit circle. */
    public Biquad inverse() {
        return new Biquad(1 / b0, a1 / b0, a2 / b0, b1 / b0, b2 / b0);
    }
}
