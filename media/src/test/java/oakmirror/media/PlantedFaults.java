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
}
