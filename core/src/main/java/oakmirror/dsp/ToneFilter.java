package oakmirror.dsp;

import java.util.List;
import java.util.function.Supplier;
import oakmirror.audio.Decibels;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;

/**
 * A change of tone as something that can be applied: what to make, from which processors are made as needed, at any rate.
 *
 * @param phase how it is done
 * @param sections the bells and shelves, for minimum phase
 * @param curve the gain over frequency, for linear phase
 */
public record ToneFilter(Phase phase, List<AnalogueSection> sections, LinearPhase.Curve curve) implements Stage {

    /** How a correction is applied. */
    public enum Phase {
        /** As biquads: no delay, the phase an analogue equaliser has. */
        MINIMUM,
        /** As a symmetric impulse response: phase untouched, at the price of delay and some pre-ringing. */
        LINEAR
    }

    /** Changes nothing. */
    public static final ToneFilter NONE = new ToneFilter(Phase.MINIMUM, List.of(), hz -> 0);

    /** Copies the list. */
    public ToneFilter {
        sections = List.copyOf(sections);
    }

    /** Gain in dB at a frequency. */
    public double responseDb(double hz) {
        if (phase == Phase.LINEAR) {
            return curve.gainDb(hz);
        }
        double sum = 0;
        for (AnalogueSection section : sections) {
            sum += section.gainDb(hz);
        }
        return sum;
    }

    /** {@inheritDoc} It cannot where a section lies at or above half of it: leaving it out would be another filter. */
    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        return maker(sampleRate, 0);
    }

    /** The same with a gain in dB behind it, which costs nothing. */
    Supplier<StereoProcessor> maker(int sampleRate, double gainDb) {
        double gain = Decibels.toAmplitude(gainDb);
        if (phase == Phase.LINEAR) {
            double[] taps = LinearPhase.design(curve, sampleRate, gain);
            FirConvolver model = new FirConvolver(taps, taps.length / 2, FirConvolver.part(sampleRate));
            return model::another;
        }
        List<Biquad> biquads = biquads(sampleRate);
        return () -> new BiquadCascade(biquads, gain);
    }

    /** Its sections for a rate. */
    List<Biquad> biquads(int sampleRate) {
        for (AnalogueSection section : sections) {
            if (!(section.frequencyHz() < sampleRate / 2.0)) {
                throw new IllegalArgumentException(
                        "a section at " + section.frequencyHz() + " Hz for a rate of " + sampleRate);
            }
        }
        return sections.stream().map(s -> Biquad.of(s, sampleRate)).toList();
    }
}
