package oakmirror.finish;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.dsp.Chain;
import oakmirror.dsp.Reduction;
import oakmirror.dsp.StereoProcessor;

/**
 * What a limiter took away over a whole song.
 *
 * @param stepSeconds length of a step
 * @param mostDb the most in every step, in dB
 * @param tenths for how many stretches how many tenths of a dB were taken, none first
 */
public record Taken(double stepSeconds, float[] mostDb, long[] tenths) {

    /** The most at any moment, in dB. */
    public double most() {
        float most = 0;
        for (float db : mostDb) {
            most = Math.max(most, db);
        }
        return most;
    }

    /** Over the whole, in dB. */
    public double average() {
        long count = 0;
        long sum = 0;
        for (int t = 0; t < tenths.length; t++) {
            count += tenths[t];
            sum += tenths[t] * t;
        }
        return count == 0 ? 0 : 0.1 * sum / count;
    }

    /** The part of the time with more than that many dB. */
    public double shareOver(double db) {
        long count = Arrays.stream(tenths).sum();
        long over = 0;
        for (int t = (int) Math.round(10 * db) + 1; t < tenths.length; t++) {
            over += tenths[t];
        }
        return count == 0 ? 0 : (double) over / count;
    }

    /** Takes it down while a chain runs. */
    static final class Meter implements Reduction {

        private static final double STEP_SECONDS = 0.1;
        private static final int MOST_TENTHS = 400;

        private final double framesPerStep;
        private float[] steps = new float[1024];
        private int count;
        private final long[] tenths = new long[MOST_TENTHS];

        Meter(int sampleRate) {
            framesPerStep = STEP_SECONDS * sampleRate;
        }

        /** For a chain that has no limiter. */
        static Meter none() {
            return new Meter(1);
        }

        /** A chain's processor, its limiter watched. */
        StereoProcessor watching(Chain chain, int sampleRate) {
            return chain.create(sampleRate, this);
        }

        @Override
        public void add(long frame, int frames, double gain) {
            double db = -Decibels.ofAmplitude(gain);
            int step = (int) Math.max(0, (frame + frames / 2) / framesPerStep);
            if (step >= steps.length) {
                steps = Arrays.copyOf(steps, 2 * step);
            }
            count = Math.max(count, step + 1);
            steps[step] = (float) Math.max(steps[step], db);
            tenths[(int) Math.min(MOST_TENTHS - 1, Math.round(10 * db))]++;
        }

        Taken result() {
            return new Taken(STEP_SECONDS, Arrays.copyOf(steps, count), tenths);
        }
    }
}
