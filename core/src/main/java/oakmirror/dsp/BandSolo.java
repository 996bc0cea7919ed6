package oakmirror.dsp;

import java.util.ArrayList;
import java.util.List;
import oakmirror.filter.Biquad;

/**
 * Lets one band through: a Butterworth high-pass and low-pass of eighth order each (48 dB an octave), minimum phase, 3 dB down at the
 * edges (S. Butterworth 1930; bilinear transform with the edges in place). An edge beyond 0.45 of the rate, or below 5 Hz, is left out. Minimum
 * phase, as a switch takes effect at once and nothing rings before an attack.
 */
public final class BandSolo implements StereoProcessor {

    private static final int ORDER = 8;
    private static final double LOWEST_HZ = 5;
    private static final double HIGHEST_PART = 0.45;
    private final BiquadCascade cascade;
    private final double lowHz;
    private final double highHz;

    /** A band between two edges at a rate. */
    public BandSolo(double lowHz, double highHz, int sampleRate) {
        if (!(lowHz < highHz)) {
            throw new IllegalArgumentException("not a band: " + lowHz + " to " + highHz + " Hz");
        }
        this.lowHz = lowHz;
        this.highHz = highHz;
        List<Biquad> sections = new ArrayList<>();
        for (int p = 0; p < ORDER / 2; p++) {
            double q = 1 / (2 * Math.cos(Math.PI * (2 * p + 1) / (2.0 * ORDER)));
            if (lowHz > LOWEST_HZ && lowHz < HIGHEST_PART * sampleRate) {
                sections.add(Biquad.highPass(lowHz, q, sampleRate));
            }
            if (highHz < HIGHEST_PART * sampleRate) {
                sections.add(Biquad.lowPass(highHz, q, sampleRate));
            }
        }
        cascade = new BiquadCascade(sections, 1);
    }

    /** Lower edge in Hz. */
    public double lowHz() {
        return lowHz;
    }

    /** Upper edge in Hz. */
    public double highHz() {
        return highHz;
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        cascade.process(left, right, offset, count);
    }

    @Override
    public int latencyFrames() {
        return 0;
    }

    @Override
    public int memoryFrames() {
        return cascade.memoryFrames();
    }

    @Override
    public void reset() {
        cascade.reset();
    }
}
