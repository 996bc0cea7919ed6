package oakmirror.filter;

import oakmirror.audio.Decibels;

/**
 * An analogue second-order section (n2·s² + n1·s + n0) / (d2·s² + d1·s + d0), with s in units of its own frequency. Shapes after
 * R. Bristow-Johnson, "Cookbook formulae for audio equalizer biquad filter coefficients": A = 10^(gain/40), so that a bell has its
 * whole gain at its frequency and a shelf half of its decibels at its frequency.
 */
public record AnalogueSection(double frequencyHz, double n2, double n1, double n0, double d2, double d1, double d0) {

    /** A bell. */
    public static AnalogueSection bell(double frequencyHz, double gainDb, double q) {
        double a = Decibels.toAmplitude(gainDb / 2);
        return new AnalogueSection(frequencyHz, 1, a / q, 1, 1, 1 / (a * q), 1);
    }

    /** A shelf that lifts or lowers what lies below its frequency. */
    public static AnalogueSection lowShelf(double frequencyHz, double gainDb, double q) {
        double a = Decibels.toAmplitude(gainDb / 2);
        double r = Math.sqrt(a);
        return new AnalogueSection(frequencyHz, a, a * r / q, a * a, a, r / q, 1);
    }

    /** A shelf that lifts or lowers what lies above its frequency. */
    public static AnalogueSection highShelf(double frequencyHz, double gainDb, double q) {
        double a = Decibels.toAmplitude(gainDb / 2);
        double r = Math.sqrt(a);
        return new AnalogueSection(frequencyHz, a * a, a * r / q, a, 1, r / q, a);
    }

    /** Lets through what lies above its frequency, where it is Q times as strong: 12 dB an octave below. */
    public static AnalogueSection highPass(double frequencyHz, double q) {
        return new AnalogueSection(frequencyHz, 1, 0, 0, 1, 1 / q, 1);
    }

    /** Lets through what lies below its frequency, where it is Q times as strong: 12 dB an octave above. */
    public static AnalogueSection lowPass(double frequencyHz, double q) {
        return new AnalogueSection(frequencyHz, 0, 0, 1, 1, 1 / q, 1);
    }

    /** Power gain at a frequency. */
    public double powerGain(double hz) {
        double x = hz / frequencyHz;
        double x2 = x * x;
        double top = n0 - n2 * x2;
        double bottom = d0 - d2 * x2;
        return (top * top + n1 * n1 * x2) / (bottom * bottom + d1 * d1 * x2);
    }

    /** Gain in dB at a frequency. */
    public double gainDb(double hz) {
        return Decibels.ofPower(powerGain(hz));
    }

    /** The section that undoes this one. */
    public AnalogueSection inverse() {
        return new AnalogueSection(frequencyHz, d2, d1, d0, n2, n1, n0);
    }

    boolean isHighPass() {
        return n0 == 0;
    }

    boolean isLowPass() {
        return n2 == 0;
    }

    /** Whether this is a rise: its zeros damped more than its poles, or, for a shelf, where they are damped alike, its gains above 1. */
    boolean isRise() {
        double zeros = n1 / Math.sqrt(n2 * n0);
        double poles = d1 / Math.sqrt(d2 * d0);
        boolean alike = Math.abs(zeros - poles) < 1e-9 * poles;
        return alike ? n2 * n0 >= d2 * d0 : zeros > poles;
    }
}
