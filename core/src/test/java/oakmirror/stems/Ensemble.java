package oakmirror.stems;

import java.util.ArrayList;
import java.util.List;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.dsp.BiquadCascade;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;

/** Made-up stems that overlap as instruments do: noise through bells, some of it the same in two of them, at places of their own. */
final class Ensemble {

    static final int RATE = 48000;
    private static final double[] MIDDLES = {90, 350, 1100, 3000, 8000};

    private Ensemble() {}

    /** Five stems of so many seconds. */
    static List<Clip> stems(double seconds) {
        return stems(seconds, 0);
    }

    /** The same playing something else. */
    static List<Clip> stems(double seconds, long seed) {
        List<Clip> stems = new ArrayList<>();
        float[] common = Signals.musicLike(RATE, seconds, 0.1, 99 + seed);
        for (int s = 0; s < MIDDLES.length; s++) {
            float[] own = Signals.musicLike(RATE, seconds, 0.5, s + 1000 * seed);
            float[] left = new float[own.length];
            float[] right = new float[own.length];
            float place = 0.3f + 0.1f * s;
            for (int i = 0; i < own.length; i++) {
                float x = own[i] + common[i];
                left[i] = place * x;
                right[i] = (1 - place) * x;
            }
            new BiquadCascade(
                            List.of(
                                    Biquad.of(AnalogueSection.bell(MIDDLES[s], 24, 0.5), RATE),
                                    Biquad.of(AnalogueSection.bell(MIDDLES[s], 12, 0.4), RATE)),
                            Decibels.toAmplitude(-34))
                    .process(left, right, 0, left.length);
            stems.add(Clip.stereo(RATE, left, right));
        }
        return stems;
    }

    /** The same at other levels. */
    static List<Clip> scaled(List<Clip> stems, double... db) {
        List<Clip> scaled = new ArrayList<>();
        for (int s = 0; s < db.length; s++) {
            float gain = (float) Decibels.toAmplitude(db[s]);
            float[][] channels = new float[2][(int) stems.get(s).frames()];
            for (int c = 0; c < 2; c++) {
                for (int i = 0; i < channels[c].length; i++) {
                    channels[c][i] = gain * stems.get(s).channels()[c][i];
                }
            }
            scaled.add(Clip.stereo(RATE, channels[0], channels[1]));
        }
        return scaled;
    }

    /** What they sum to. */
    static Clip sum(List<Clip> stems) {
        Stems all = new Stems(RATE, List.copyOf(stems));
        float[][] channels = new float[2][(int) all.frames()];
        all.read(0, channels[0], channels[1], 0, channels[0].length);
        return Clip.stereo(RATE, channels[0], channels[1]);
    }
}
