package oakmirror.profile;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.SecondsSpectrum;

/**
 * By how much the level in each third of an octave varies from second to second: the standard deviation of the decibels of all seconds that sound, each
 * taken relative to the power of that second, so that getting louder as a whole does not count. It tells how far the mean of a short stretch may
 * lie off: with seconds that follow each other alike, of n seconds half may be taken for independent, and the mean lies within
 * spread / √(n/2) of where it would settle two times out of three (the half is ours).
 *
 * <p>For one thread.
 */
public final class ToneSpread {

    /** So much below the second's strongest third nothing is taken for music. */
    private static final double DEEPEST_DB = 60;

    private static final double INDEPENDENT_PART = 0.5;
    private static final int LEAST_SECONDS = 3;
    /** 50 Hz to 12.5 kHz: thirds that a mean is judged by. */
    private static final int FIRST_JUDGED = 4;

    private static final int LAST_JUDGED = 28;

    private final SecondsSpectrum seconds;
    private final double[] mean = new double[NominalBands.COUNT];
    private final double[] squares = new double[NominalBands.COUNT];
    private final int[] count = new int[NominalBands.COUNT];

    /** Nothing heard yet. */
    public ToneSpread(int sampleRate) {
        seconds = new SecondsSpectrum(sampleRate, this::take);
    }

    /** Takes the next frames of both sides. */
    public void add(float[] left, float[] right, int frames) {
        seconds.add(left, right, frames);
    }

    private void take(BandSpectrum second) {
        double all = Arrays.stream(second.power()).sum();
        double[] thirds = new double[NominalBands.COUNT];
        double strongest = 0;
        for (int t = 0; t < thirds.length; t++) {
            for (int b = Math.max(0, 8 * t - 4); b < Math.min(second.power().length, 8 * t + 4); b++) {
                thirds[t] += second.power()[b];
            }
            strongest = Math.max(strongest, thirds[t]);
        }
        for (int t = 0; t < thirds.length; t++) {
            if (thirds[t] > strongest * Decibels.toPower(-DEEPEST_DB)) {
                double db = Decibels.ofPower(thirds[t] / all);
                double off = db - mean[t];
                mean[t] += off / ++count[t]; // after Welford (1962)
                squares[t] += off * (db - mean[t]);
            }
        }
    }

    /** The spread in dB of each third of an octave, NaN where there is next to nothing; empty after less than three seconds that sound. */
    public float[] spreadDb() {
        if (Arrays.stream(count).max().orElse(0) < LEAST_SECONDS) {
            return new float[0];
        }
        float[] spread = new float[NominalBands.COUNT];
        for (int t = 0; t < spread.length; t++) {
            spread[t] = count[t] < LEAST_SECONDS ? Float.NaN : (float) Math.sqrt(squares[t] / (count[t] - 1));
        }
        return spread;
    }

    /** How many seconds that sound were taken. */
    public int seconds() {
        return Arrays.stream(count).max().orElse(0);
    }

    /** How far the tone as taken so far may lie off, in dB: the RMS over 50 Hz to 12.5 kHz; NaN where too little was heard. */
    public double errorDb() {
        return errorDb(spreadDb(), seconds());
    }

    /** The same of a spread that was kept, after so many seconds. */
    public static double errorDb(float[] spreadDb, double seconds) {
        double sum = 0;
        int known = 0;
        for (int t = FIRST_JUDGED; t <= LAST_JUDGED && spreadDb.length > 0; t++) {
            if (!Float.isNaN(spreadDb[t])) {
                sum += (double) spreadDb[t] * spreadDb[t];
                known++;
            }
        }
        double independent = Math.max(1, INDEPENDENT_PART * seconds);
        return known == 0 ? Double.NaN : Math.sqrt(sum / known / independent);
    }
}
