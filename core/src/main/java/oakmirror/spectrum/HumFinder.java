package oakmirror.spectrum;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.LevelCounts;
import oakmirror.filter.Halvings;

/**
 * Finds hum by lines that do not move: notes end and leave a gap in their line, hum does not. Of blocks of {@value #BLOCK_SECONDS} s (Hann), one every second, the
 * level of each line that is exceeded nine tenths of the time is held against the highest such level beside it; what stands out at multiples of one
 * frequency within 0.4 % of 50 or 60 Hz adds up. A note G is 35 cents below 50 Hz, a B 50 cents above 60 Hz, further away than a line is wide.
 */
public final class HumFinder {

    private static final double BLOCK_SECONDS = 4;
    private static final double EVERY_SECONDS = 1;
    private static final double LEAST_RATE = 3000;
    private static final int LEAST_BLOCKS = 4;

    private static final double[] MAINS = {50, 60};
    private static final double OFF = 0.004;
    private static final int TRIALS = 20;

    /** So many multiples of the mains are looked at. */
    public static final int HARMONICS = 10;

    private static final double PART = 0.1;

    /** Where hum and notes meet, they take from each other as often as they add; so its level is read a little higher than it stands out by. */
    private static final double USUAL = 0.25;

    /** What lies between these distances in Hz is beside a line. */
    private static final double BESIDE_FROM_HZ = 1.25;

    private static final double BESIDE_TO_HZ = 2.5;

    /** Lines count for what they stand out by more than this, and none for more than {@link #MOST_DB}. Measured on bench/findings. */
    private static final double STANDS_OUT_DB = 5;

    private static final double MOST_DB = 15;
    /** So many have to stand out clearly. */
    private static final int LEAST_LINES = 3;

    private static final double CLEARLY_DB = 7;
    private static final double LEAST_SUM_DB = 10;

    /**
     * It adds up to so much more than at any other frequency from {@link #CONTROLS_FROM_HZ} to {@link #CONTROLS_TO_HZ}: patterns that a machine repeats to the sample
     * have steady lines everywhere.
     */
    private static final double TIMES_ELSEWHERE = 1.2;

    private static final double CONTROLS_FROM_HZ = 43;
    private static final double CONTROLS_TO_HZ = 60;

    /** The highest line of a steady tone holds two thirds of its power. */
    private static final double OF_THE_TONE = 1.5;

    private final int halvings;
    private final float[][] block;
    private final StereoTransform transform;
    private final double lineHz;
    private final double[] powers;
    private final LevelCounts levels;
    private final int every;
    private int filled;

    /** A finder for one stream. */
    public HumFinder(int sampleRate) {
        double rate = sampleRate;
        int times = 0;
        while (rate / 2 >= LEAST_RATE) {
            times++;
            rate /= 2;
        }
        halvings = times;
        int size = SpectrumAnalyser.blockSize((int) Math.round(rate), BLOCK_SECONDS);
        transform = new StereoTransform(size);
        block = new float[2][size];
        every = (int) Math.round(size * EVERY_SECONDS / BLOCK_SECONDS);
        lineHz = rate / size;
        double highest = MAINS[1] * (1 + OFF) * HARMONICS + BESIDE_TO_HZ;
        powers = new double[(int) Math.ceil(highest / lineHz) + 2];
        levels = new LevelCounts(powers.length);
    }

    /** Takes the next frames, which are there at the rate that hum is looked for at. */
    public void add(Halvings fold) {
        float[][] slow = fold.frames(halvings);
        int n = fold.count(halvings);
        for (int done = 0; done < n; ) {
            int part = Math.min(n - done, block[0].length - filled);
            for (int c = 0; c < 2; c++) {
                System.arraycopy(slow[c], done, block[c], filled, part);
            }
            filled += part;
            done += part;
            if (filled == block[0].length) {
                take();
            }
        }
    }

    private void take() {
        transform.transform(block[0], block[1]);
        for (int k = 0; k < powers.length; k++) {
            powers[k] = (transform.left[k] + transform.right[k]) / 2;
        }
        levels.add(powers);
        filled = block[0].length - every;
        for (float[] side : block) {
            System.arraycopy(side, every, side, 0, filled);
        }
    }

    /** The hum of all that was taken, if there is any. */
    public Optional<Hum> find() {
        if (levels.taken() < LEAST_BLOCKS) {
            return Optional.empty();
        }
        double[] steady = new double[powers.length];
        for (int k = 0; k < steady.length; k++) {
            steady[k] = levels.quantileDb(k, PART);
        }
        double elsewhere = 0;
        for (double hz = CONTROLS_FROM_HZ; hz < CONTROLS_TO_HZ; hz *= 1 + OFF / TRIALS) {
            elsewhere = isOfTheMains(hz) ? elsewhere : Math.max(elsewhere, tried(steady, hz).sum);
        }
        double most = Math.max(LEAST_SUM_DB, TIMES_ELSEWHERE * elsewhere);
        Optional<Hum> found = Optional.empty();
        for (double mains : MAINS) {
            for (int t = -TRIALS; t <= TRIALS; t++) {
                Trial trial = tried(steady, mains * (1 + OFF * t / TRIALS));
                if (trial.sum > most && trial.lines >= LEAST_LINES) {
                    most = trial.sum;
                    found = Optional.of(new Hum(trial.hz, Decibels.ofPower(trial.power), trial.lines));
                }
            }
        }
        return found;
    }

    private static boolean isOfTheMains(double hz) {
        return Arrays.stream(MAINS).anyMatch(m -> Math.abs(hz / m - 1) < 3 * OFF);
    }

    /** What stands out at the multiples of a frequency near hz, which is read from the highest that does. */
    private record Trial(double hz, double sum, double power, int lines) {}

    private Trial tried(double[] steady, double near) {
        double hz = near;
        double sum = 0;
        double power = 0;
        int lines = 0;
        for (int h = 1; h <= HARMONICS; h++) {
            double out = standsOut(steady, h * near);
            sum += Math.max(0, Math.min(MOST_DB, out - STANDS_OUT_DB));
            if (out > CLEARLY_DB) {
                lines++;
                hz = peakHz(steady, h * near) / h;
                power += OF_THE_TONE * Decibels.toPower(levels.quantileDb((int) Math.round(h * hz / lineHz), USUAL));
            }
        }
        return new Trial(hz, sum, power, lines);
    }

    /** The vertex of a parabola through the highest line near a frequency and its neighbours. */
    private double peakHz(double[] steady, double hz) {
        int k = (int) Math.round(hz / lineHz);
        k = steady[k - 1] > steady[k] ? k - 1 : steady[k + 1] > steady[k] ? k + 1 : k;
        double curve = steady[k - 1] - 2 * steady[k] + steady[k + 1];
        return lineHz * (k + (curve < 0 ? (steady[k - 1] - steady[k + 1]) / 2 / curve : 0));
    }

    private double at(double[] steady, double hz) {
        int k = (int) Math.round(hz / lineHz);
        return Math.max(steady[k], Math.max(steady[k - 1], steady[k + 1]));
    }

    private double standsOut(double[] steady, double hz) {
        double centre = hz / lineHz;
        int from = (int) Math.round(BESIDE_FROM_HZ / lineHz);
        int to = (int) Math.round(BESIDE_TO_HZ / lineHz);
        int k = (int) Math.round(centre);
        double beside = Double.NEGATIVE_INFINITY;
        for (int d = from; d <= to; d++) {
            beside = Math.max(beside, Math.max(steady[k - d], steady[k + d]));
        }
        return at(steady, hz) - beside;
    }
}
