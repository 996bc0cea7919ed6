package oakmirror.dsp;

import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;

/**
 * A correction as something that can be applied: what to make, from which processors are made as needed, at any rate.
 *
 * @param phase how it is done
 * @param sections the bells and shelves, for minimum phase
 * @param curve the gain over frequency, for linear phase
 * @param gainDb gain on top, to make up the level
 */
public record ToneFilter(Phase phase, List<AnalogueSection> sections, LinearPhase.Curve curve, double gainDb) {

    /** How a correction is applied. */
    public enum Phase {
        /** As biquads: no delay, the phase an analogue equaliser has. */
        MINIMUM,
        /** As a symmetric impulse response: phase untouched, at the price of delay and some pre-ringing. */
        LINEAR
    }

    /** Changes nothing. */
    public static final ToneFilter NONE = new ToneFilter(Phase.MINIMUM, List.of(), hz -> 0, 0);

    /** Copies the list. */
    public ToneFilter {
        sections = List.copyOf(sections);
    }

    /** The same with another gain on top. */
    public ToneFilter withGainDb(double db) {
        return new ToneFilter(phase, sections, curve, db);
    }

    /** Gain in dB at a frequency, the gain on top included. */
    public double responseDb(double hz) {
        if (phase == Phase.LINEAR) {
            return curve.gainDb(hz) + gainDb;
        }
        double sum = gainDb;
        for (AnalogueSection section : sections) {
            sum += section.gainDb(hz);
        }
        return sum;
    }

    /**
     * A fresh processor for that rate.
     *
     * @throws IllegalArgumentException when a section lies at or above half the rate: leaving it out would be another filter
     */
    public StereoProcessor create(int sampleRate) {
        double gain = Decibels.toAmplitude(gainDb);
        if (phase == Phase.LINEAR) {
            double[] taps = LinearPhase.design(curve, sampleRate, gain);
            return new FirConvolver(taps, taps.length / 2);
        }
        for (AnalogueSection section : sections) {
            if (!(section.frequencyHz() < sampleRate / 2.0)) {
                throw new IllegalArgumentException(
                        "a section at " + section.frequencyHz() + " Hz for a rate of " + sampleRate);
            }
        }
        return new BiquadCascade(
                sections.stream().map(s -> Biquad.of(s, sampleRate)).toList(), gain);
    }
}
