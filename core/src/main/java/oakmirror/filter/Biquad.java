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

    /** Whether both poles lie inside the unit circle. */
    public boolean isStable() {
        return Math.abs(a2) < 1 && Math.abs(a1) < 1 + a2;
    }

    /** The section that undoes this one; stable when the zeros of this one lie inside the unit circle. */
    public Biquad inverse() {
        return new Biquad(1 / b0, a1 / b0, a2 / b0, b1 / b0, b2 / b0);
    }
}
