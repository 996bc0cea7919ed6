package oakmirror.media;

import java.util.Arrays;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.LinearPhase;
import oakmirror.dsp.StereoProcessor;
import oakmirror.spectrum.Zone;

/** Faults put into a piece of music, one at a time, each with nothing else changed. */
public final class PlantedFaults {

    /** Nobody waits for what is planted, so that parts may be as long as the response: few cost less than many. */
    private static final int LONG_PART = 16384;

    private PlantedFaults() {}

    /** Left and right. */
    public record Sides(float[] left, float[] right) {
        /** As a piece of audio. */
        public Clip clip(int rate) {
            return Clip.stereo(rate, left, right);
        }

        Sides copy() {
            return new Sides(left.clone(), right.clone());
        }
    }

    /** A zone raised or lowered, with slopes of a sixth of an octave about its ends; linear phase. */
    public static Sides zone(Sides s, int rate, Zone zone, double db) {
        return linear(s, rate, hz -> {
            double inside = Math.min(Math.log(hz / zone.lowHz()), Math.log(zone.highHz() / hz)) / Math.log(2);
            boolean open = zone == Zone.SUB && hz < zone.highHz() / 2 || zone == Zone.AIR && hz > 2 * zone.lowHz();
            return db * (open ? 1 : Math.max(0, Math.min(1, 0.5 + 6 * inside)));
        });
    }

    /** Nothing above a frequency. */
    public static Sides lowPass(Sides s, int rate, double hz) {
        return linear(linear(s, rate, f -> f > hz ? -90 : 0), rate, f -> f > hz ? -90 : 0);
    }

    private static Sides linear(Sides s, int rate, LinearPhase.Curve curve) {
        double[] taps = LinearPhase.design(curve, rate, 1);
        StereoProcessor p = new FirConvolver(taps, taps.length / 2, LONG_PART);
        int late = p.latencyFrames();
        float[] l = Arrays.copyOf(s.left, s.left.length + late);
        float[] r = Arrays.copyOf(s.right, s.right.length + late);
        p.process(l, r, 0, l.length);
        return new Sides(Arrays.copyOfRange(l, late, l.length), Arrays.copyOfRange(r, late, r.length));
    }

    /** Side times a factor. */
    public static Sides width(Sides s, double factor) {
        Sides out = s.copy();
        for (int i = 0; i < s.left.length; i++) {
            double mid = (s.left[i] + s.right[i]) / 2.0;
            double side = factor * (s.left[i] - s.right[i]) / 2.0;
            out.left[i] = (float) (mid + side);
            out.right[i] = (float) (mid - side);
        }
        return out;
    }

    /** The right side turned over below a frequency: its low end, by a linear-phase low-pass, taken away twice. */
    public static Sides turnedOverBelow(Sides s, int rate, double hz) {
        Sides low = linear(
                s, rate, f -> f > hz * 1.1 ? -90 : f > hz / 1.1 ? -90 * Math.log(f * 1.1 / hz) / Math.log(1.21) : 0);
        Sides out = s.copy();
        for (int i = 0; i < s.left.length; i++) {
            out.right[i] = s.right[i] - 2 * low.right[i];
        }
        return out;
    }

    /** The right side later by whole samples. */
    public static Sides late(Sides s, int samples) {
        Sides out = s.copy();
        System.arraycopy(s.right, 0, out.right, samples, s.right.length - samples);
        java.util.Arrays.fill(out.right, 0, samples, 0);
        return out;
    }

    /** Driven so much further into a limiter with its ceiling at the present peak: 1 ms ahead, released over 5 ms. */
    public static Sides limited(Sides s, int rate, double driveDb) {
        int n = s.left.length;
        double[] magnitude = new double[n];
        double peak = 0;
        for (int i = 0; i < n; i++) {
            magnitude[i] = Math.max(Math.abs(s.left[i]), Math.abs(s.right[i]));
            peak = Math.max(peak, magnitude[i]);
        }
        double drive = Decibels.toAmplitude(driveDb);
        int ahead = rate / 1000;
        double release = Math.exp(-1.0 / (0.005 * rate));
        double[] held = new double[n];
        double gain = 1;
        for (int i = 0; i < n; i++) {
            double highest = 0;
            for (int k = i; k < Math.min(n, i + ahead); k++) {
                highest = Math.max(highest, magnitude[k]);
            }
            gain = Math.min(peak / Math.max(peak, drive * highest), 1 - (1 - gain) * release);
            held[i] = gain;
        }
        Sides out = s.copy();
        double sum = ahead * held[0];
        for (int i = 0; i < n; i++) { // the mean of the last 1 ms: at each peak all of them are low enough
            sum += held[i] - held[Math.max(0, i - ahead)];
            double g = drive * sum / ahead;
            out.left[i] = (float) (g * s.left[i]);
            out.right[i] = (float) (g * s.right[i]);
        }
        return out;
    }

    /** Everything so much louder. */
    public static Sides gain(Sides s, double db) {
        Sides out = s.copy();
        for (float[] side : new float[][] {out.left, out.right}) {
            for (int i = 0; i < side.length; i++) {
                side[i] *= (float) Decibels.toAmplitude(db);
            }
        }
        return out;
    }

    /** So loud that its peak would be this far over full scale, and cut off there. */
    public static Sides clipped(Sides s, double overDb) {
        double peak = 1e-9;
        for (float[] side : new float[][] {s.left, s.right}) {
            for (float x : side) {
                peak = Math.max(peak, Math.abs(x));
            }
        }
        Sides out = gain(s, overDb - Decibels.ofAmplitude(peak));
        for (float[] side : new float[][] {out.left, out.right}) {
            for (int i = 0; i < side.length; i++) {
                side[i] = Math.max(-1, Math.min(1, side[i]));
            }
        }
        return out;
    }

    /** Ripples of half a decibel up and down, two to the octave. */
    public static Sides ripple(Sides s, int rate, double db) {
        return linear(s, rate, hz -> db * Math.sin(2 * Math.PI * 2 * Math.log(hz / 100) / Math.log(2)));
    }

    /** Hum of the mains with its harmonics, so loud in dBFS RMS. */
    public static Sides hum(Sides s, int rate, double mainsHz, double dbfs) {
        double[] amplitudes = {1, 0.3, 0.5, 0.15, 0.3, 0.1, 0.2, 0.05, 0.1};
        double power = 0;
        for (double a : amplitudes) {
            power += a * a / 2;
        }
        double gain = Decibels.toAmplitude(dbfs) / Math.sqrt(power);
        Sides out = s.copy();
        for (int i = 0; i < s.left.length; i++) {
            double sum = 0;
            for (int h = 0; h < amplitudes.length; h++) {
                sum += amplitudes[h] * Math.sin(2 * Math.PI * mainsHz * (h + 1) * i / rate + 2 * h * h);
            }
            out.left[i] += (float) (gain * sum);
            out.right[i] += (float) (gain * sum);
        }
        return out;
    }

    /** Some single samples of the left side set to an amplitude. */
    public static Sides clicks(Sides s, int rate, int count, double amplitude) {
        Sides out = s.copy();
        for (int at : moments(s, rate, count)) {
            out.left[at] = (float) (s.left[at] < 0 ? amplitude : -amplitude);
        }
        return out;
    }

    /** Some moments of both sides set to 0. */
    public static Sides dropouts(Sides s, int rate, int count, double seconds) {
        Sides out = s.copy();
        for (int at : moments(s, rate, count)) {
            java.util.Arrays.fill(out.left, at, at + (int) (seconds * rate), 0);
            java.util.Arrays.fill(out.right, at, at + (int) (seconds * rate), 0);
        }
        return out;
    }

    /** Moments a second and more from both ends, the same for the same sound. */
    private static int[] moments(Sides s, int rate, int count) {
        return new java.util.Random(s.left.length + count)
                .ints(count, rate, s.left.length - 2 * rate)
                .toArray();
    }

    /** Silence in front. */
    public static Sides silenceInFront(Sides s, int rate, double seconds) {
        int lead = (int) (seconds * rate);
        Sides out = new Sides(new float[lead + s.left.length], new float[lead + s.left.length]);
        System.arraycopy(s.left, 0, out.left, lead, s.left.length);
        System.arraycopy(s.right, 0, out.right, lead, s.left.length);
        return out;
    }

    /** A copy of both sides so much later and with a gain, added. */
    public static Sides echo(Sides s, int rate, double seconds, double gain) {
        int late = (int) (seconds * rate);
        Sides out = s.copy();
        for (int i = late; i < s.left.length; i++) {
            out.left[i] += (float) (gain * s.left[i - late]);
            out.right[i] += (float) (gain * s.right[i - late]);
        }
        return out;
    }

    /** White noise in both sides. */
    public static Sides noise(Sides s, double dbfs) {
        java.util.Random random = new java.util.Random(1);
        double gain = Decibels.toAmplitude(dbfs);
        Sides out = s.copy();
        for (int i = 0; i < s.left.length; i++) {
            out.left[i] += (float) (gain * random.nextGaussian());
            out.right[i] += (float) (gain * random.nextGaussian());
        }
        return out;
    }

    /** Played so many times as fast, by straight lines between samples. */
    public static Sides speed(Sides s, double factor) {
        int frames = (int) (s.left.length / factor) - 2;
        Sides out = new Sides(new float[frames], new float[frames]);
        for (int i = 0; i < frames; i++) {
            double at = i * factor;
            int k = (int) at;
            float part = (float) (at - k);
            out.left[i] = s.left[k] + part * (s.left[k + 1] - s.left[k]);
            out.right[i] = s.right[k] + part * (s.right[k + 1] - s.right[k]);
        }
        return out;
    }

    /** A compressor: 10 ms attack, 150 ms release, the threshold so far below the level that a tenth of the time is exceeded, the mean reduction made up. */
    public static Sides compressed(Sides s, int rate, double ratio, double belowDb) {
        int n = s.left.length;
        double attack = Math.exp(-1 / (0.01 * rate));
        double release = Math.exp(-1 / (0.15 * rate));
        double[] levels = new double[n];
        double level = 0;
        for (int i = 0; i < n; i++) {
            double now = Math.max(Math.abs(s.left[i]), Math.abs(s.right[i]));
            double slow = now > level ? attack : release;
            level = slow * level + (1 - slow) * now;
            levels[i] = Decibels.ofAmplitude(level + 1e-9);
        }
        double[] sorted = levels.clone();
        java.util.Arrays.sort(sorted);
        double threshold = sorted[(int) (0.9 * n)] - belowDb;
        double mean = 0;
        for (int i = 0; i < n; i++) {
            levels[i] = Math.min(0, (threshold - levels[i]) * (1 - 1 / ratio));
            mean += levels[i] / n;
        }
        Sides out = s.copy();
        for (int i = 0; i < n; i++) {
            float gain = (float) Decibels.toAmplitude(levels[i] - mean);
            out.left[i] *= gain;
            out.right[i] *= gain;
        }
        return out;
    }

    /** The left side louder, or softer below 0 dB. */
    public static Sides leaning(Sides s, double db) {
        Sides out = s.copy();
        float gain = (float) Decibels.toAmplitude(db);
        for (int i = 0; i < s.left.length; i++) {
            out.left[i] *= gain;
        }
        return out;
    }

    /** Left for right. */
    public static Sides swapped(Sides s) {
        return new Sides(s.right.clone(), s.left.clone());
    }
}
