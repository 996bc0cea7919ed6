package oakmirror.hits;

import java.util.Random;

/** Drums and players as sums of formulas: what is struck and what sustains is known. */
final class Band {

    static final int RATE = 48000;
    private static final double BEAT_SECONDS = 60.0 / 112;

    private Band() {}

    /** Bass drum, snare drum and hi-hat. */
    static float[] drums(double seconds) {
        float[] out = new float[(int) (RATE * seconds)];
        Random random = new Random(1);
        for (int eighth = 0; eighth * BEAT_SECONDS / 2 < seconds; eighth++) {
            int at = (int) (eighth * BEAT_SECONDS / 2 * RATE);
            if (eighth % 8 == 0 || eighth % 8 == 5) {
                bassDrum(out, at, 0.8);
            }
            if (eighth % 4 == 2) {
                snareDrum(out, at, 0.5, random);
            }
            hiHat(out, at, 0.2, random);
        }
        return out;
    }

    private static void bassDrum(float[] out, int at, double gain) {
        double phase = 0;
        for (int i = 0; i < RATE * 0.35 && at + i < out.length; i++) {
            double t = i / (double) RATE;
            phase += 2 * Math.PI * (50 + 120 * Math.exp(-t / 0.02)) / RATE;
            out[at + i] += (float) (gain * Math.sin(phase) * Math.exp(-t / 0.09) * Math.min(1, t / 0.001));
        }
    }

    private static void snareDrum(float[] out, int at, double gain, Random random) {
        double dull = 0;
        for (int i = 0; i < RATE * 0.3 && at + i < out.length; i++) {
            double t = i / (double) RATE;
            dull += 0.5 * (random.nextGaussian() - dull);
            double skin = Math.sin(2 * Math.PI * 190 * t) * Math.exp(-t / 0.05);
            out[at + i] += (float) (gain * 0.5 * (dull * Math.exp(-t / 0.06) + skin));
        }
    }

    private static void hiHat(float[] out, int at, double gain, Random random) {
        double before = 0;
        for (int i = 0; i < RATE * 0.15 && at + i < out.length; i++) {
            double noise = random.nextGaussian();
            out[at + i] += (float) (gain * 0.4 * (noise - before) * Math.exp(-i / (0.025 * RATE)));
            before = noise;
        }
    }

    /** Chords of twelve partials, two strings each, a little apart. */
    static float[] pads(double seconds) {
        double[][] chords = {{220, 277.2, 329.6}, {196, 246.9, 293.7}, {174.6, 220, 261.6}, {164.8, 207.7, 246.9}};
        float[] out = new float[(int) (RATE * seconds)];
        double length = 4 * BEAT_SECONDS;
        for (int chord = 0; chord * length < seconds; chord++) {
            for (double note : chords[chord % chords.length]) {
                for (int partial = 1; partial <= 12; partial++) {
                    sustain(out, (int) (chord * length * RATE), length, note * partial * 0.9985, 0.06 / partial, 0.08);
                    sustain(out, (int) (chord * length * RATE), length, note * partial * 1.0015, 0.06 / partial, 0.08);
                }
            }
        }
        return out;
    }

    private static void sustain(float[] out, int at, double seconds, double hz, double gain, double rise) {
        double release = 0.2;
        for (int i = 0; i < (seconds + release) * RATE && at + i < out.length; i++) {
            double t = i / (double) RATE;
            double envelope = Math.min(1, t / rise) * Math.min(1, (seconds + release - t) / release);
            out[at + i] += (float) (gain * envelope * Math.sin(2 * Math.PI * hz * t + hz));
        }
    }

    /** A voice of 23 partials with vibrato of half a semitone to either side. */
    static float[] voice(double seconds) {
        double[] notes = {330, 294, 392, 440, 349, 330};
        float[] out = new float[(int) (RATE * seconds)];
        double length = 0.9;
        for (int note = 0; note * length < seconds; note++) {
            int at = (int) (note * length * RATE);
            double phase = 0;
            for (int i = 0; i < length * 0.9 * RATE && at + i < out.length; i++) {
                double t = i / (double) RATE;
                double hz = notes[note % notes.length]
                        * Math.pow(2, 0.5 / 12 * Math.sin(2 * Math.PI * 5.5 * t) * Math.min(1, t / 0.3));
                double envelope = Math.min(1, t / 0.05) * Math.min(1, (length * 0.9 - t) / 0.06);
                phase += 2 * Math.PI * hz / RATE;
                for (int partial = 1; partial < 24; partial++) {
                    double vowel = 1 / (1 + Math.pow((hz * partial - 700) / 400, 2))
                            + 0.4 / (1 + Math.pow((hz * partial - 2700) / 500, 2));
                    out[at + i] += (float) (0.15 * envelope * (vowel + 0.02) * Math.sin(phase * partial));
                }
            }
        }
        return out;
    }

    /** Only the hi-hat of the drums. */
    static float[] hiHats(double seconds) {
        float[] out = new float[(int) (RATE * seconds)];
        Random random = new Random(1);
        for (int eighth = 0; eighth * BEAT_SECONDS / 2 < seconds; eighth++) {
            hiHat(out, (int) (eighth * BEAT_SECONDS / 2 * RATE), 0.2, random);
        }
        return out;
    }
}
