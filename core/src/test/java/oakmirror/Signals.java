package oakmirror;

import java.util.Random;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;

/** Signals that tests share. */
public final class Signals {

    /** So many samples are reckoned from one exact value; they stay within 1e-13 of their own. */
    private static final int TURNS = 256;

    private Signals() {}

    /** A sine of that peak level in dBFS, starting at a phase in degrees. */
    public static float[] sine(int rate, double hz, double peakDbfs, double seconds, double phaseDegrees) {
        float[] out = new float[(int) Math.round(rate * seconds)];
        double amplitude = Math.pow(10, peakDbfs / 20);
        double step = 2 * Math.PI * hz / rate;
        double turnCosine = Math.cos(step);
        double turnSine = Math.sin(step);
        // Turned on from an exact value now and then, which is far quicker than a sine a sample.
        for (int from = 0; from < out.length; from += TURNS) {
            double sine = amplitude * Math.sin(step * from + Math.toRadians(phaseDegrees));
            double cosine = amplitude * Math.cos(step * from + Math.toRadians(phaseDegrees));
            for (int i = from; i < Math.min(out.length, from + TURNS); i++) {
                out[i] = (float) sine;
                double next = sine * turnCosine + cosine * turnSine;
                cosine = cosine * turnCosine - sine * turnSine;
                sine = next;
            }
        }
        return out;
    }

    /** A 1 kHz sine. */
    public static float[] tone(int rate, double peakDbfs, double seconds) {
        return sine(rate, 1000, peakDbfs, seconds, 0);
    }

    /** 1 kHz sines of several levels and lengths in a row: level, seconds, level, seconds … */
    public static float[] tones(int rate, double... levelsAndSeconds) {
        float[][] parts = new float[levelsAndSeconds.length / 2][];
        for (int i = 0; i < parts.length; i++) {
            parts[i] = tone(rate, levelsAndSeconds[2 * i], levelsAndSeconds[2 * i + 1]);
        }
        return join(parts);
    }

    /** How far two signals of one length lie apart at most. */
    public static double largestDifference(float[] a, float[] b) {
        double largest = 0;
        for (int i = 0; i < a.length; i++) {
            largest = Math.max(largest, Math.abs(a[i] - b[i]));
        }
        return largest;
    }

    /** Gain of an impulse response at a frequency in dB, by its definition. */
    public static double gainDb(double[] taps, int rate, double hz) {
        double re = 0;
        double im = 0;
        for (int i = 0; i < taps.length; i++) {
            re += taps[i] * Math.cos(2 * Math.PI * hz * i / rate);
            im += taps[i] * Math.sin(2 * Math.PI * hz * i / rate);
        }
        return 20 * Math.log10(Math.hypot(re, im));
    }

    /** One after the other. */
    public static float[] join(float[]... parts) {
        int length = 0;
        for (float[] p : parts) {
            length += p.length;
        }
        float[] out = new float[length];
        int at = 0;
        for (float[] p : parts) {
            System.arraycopy(p, 0, out, at, p.length);
            at += p.length;
        }
        return out;
    }

    /** Even noise between plus and minus an amplitude, always the same for a seed. */
    public static float[] white(int length, double amplitude, long seed) {
        Random random = new QuickRandom(seed);
        float[] out = new float[length];
        for (int i = 0; i < length; i++) {
            out[i] = (float) (amplitude * (2 * random.nextDouble() - 1));
        }
        return out;
    }

    /**
     * Noise that falls like pink noise and swells like music: white noise through P. Kellet's filter (value from memory), louder and
     * softer twice a second.
     */
    public static float[] musicLike(int rate, double seconds, double amplitude, long seed) {
        float[] white = white((int) (rate * seconds), 1, seed);
        float[] out = new float[white.length];
        double b0 = 0;
        double b1 = 0;
        double b2 = 0;
        for (int i = 0; i < out.length; i++) {
            b0 = 0.99765 * b0 + white[i] * 0.0990460;
            b1 = 0.96300 * b1 + white[i] * 0.2965164;
            b2 = 0.57000 * b2 + white[i] * 1.0526913;
            double swell = 0.6 + 0.4 * Math.sin(2 * Math.PI * 2 * i / rate);
            out[i] = (float) (amplitude * 0.2 * swell * (b0 + b1 + b2 + white[i] * 0.1848));
        }
        return out;
    }

    /** The same on both sides. */
    public static Clip both(int rate, float[] channel) {
        return Clip.stereo(rate, channel, channel.clone());
    }

    /** A clip of any layout. */
    public static Clip clip(int rate, ChannelLayout layout, float[]... channels) {
        return new Clip(rate, layout, channels);
    }

    /**
     * Drums and a bass in bars of four: bass drum on one and three, snare on two and four, cymbals on the eighths, a bass note a beat, all
     * a little uneven. The first bar begins at {@code start} seconds.
     */
    public static float[] drums(int rate, double bpm, double seconds, double start, long seed) {
        Random random = new QuickRandom(seed);
        float[] out = new float[(int) (rate * seconds)];
        double eighth = 30 / bpm;
        for (int e = 0; start + e * eighth < seconds; e++) {
            double at = start + e * eighth + 0.002 * random.nextGaussian();
            int inBar = e % 8;
            if (inBar == 0 || inBar == 4) {
                hit(out, rate, at, 55, 0.15, inBar == 0 ? 0.6 : 0.45, 0, random);
            }
            if (inBar == 2 || inBar == 6) {
                hit(out, rate, at, 190, 0.1, 0.2, 0.3, random);
            }
            hit(out, rate, at, 0, 0.03, 0, 0.06 + 0.02 * random.nextDouble(), random);
            if (e % 2 == 0) {
                double[] notes = {82.4, 110, 98, 123.5};
                hit(out, rate, at, notes[(e / 8) % 4] * (e % 8 == 6 ? 1.5 : 1), 0.3, 0.15, 0, random);
            }
        }
        return out;
    }

    private static void hit(
            float[] out, int rate, double at, double hz, double decay, double tone, double noise, Random random) {
        int from = Math.max(0, (int) Math.round(at * rate));
        double keep = Math.exp(-1 / (decay * rate));
        double level = 1;
        for (int i = from; i < Math.min(out.length, from + (int) (5 * decay * rate)); i++) {
            double t = (double) (i - from) / rate;
            double fade = level * Math.min(1, t / 0.002);
            level *= keep;
            double hiss = noise == 0 ? 0 : noise * random.nextGaussian();
            double ring = tone == 0 ? 0 : tone * Math.sin(2 * Math.PI * hz * t);
            out[i] += (float) (fade * (ring + hiss));
        }
    }
}
