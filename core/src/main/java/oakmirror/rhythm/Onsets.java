package oakmirror.rhythm;

import oakmirror.audio.Fft;
import oakmirror.audio.Sums;
import org.jtransforms.fft.DoubleFFT_1D;

/** Onsets of a track, prepared for telling what comes back in them: one value every {@link #STEP} seconds. */
final class Onsets {

    /** Time between two values, in seconds. */
    static final double STEP = Activity.ONSET_SECONDS;

    private static final float LOW_WEIGHT = 1.5f;
    private static final double LONG_COMB_SECONDS = 12;

    /** All onsets, the lows counted two and a half times as the beat is carried there, less their mean over a second, negative values cut. */
    final double[] novelty;
    /** The same of the lows alone. */
    final double[] low;

    /** Onsets of the lows as they are. */
    final double[] rawLow;
    /** Those of all else. */
    final double[] rawUpper;

    private final double[] correlation;

    Onsets(Activity activity) {
        float[] weighted = activity.onsets().clone();
        rawLow = new double[weighted.length];
        rawUpper = new double[weighted.length];
        for (int i = 0; i < weighted.length; i++) {
            rawLow[i] = activity.lowOnsets()[i];
            rawUpper[i] = activity.onsets()[i] - rawLow[i];
            weighted[i] += LOW_WEIGHT * activity.lowOnsets()[i];
        }
        novelty = standingOut(weighted);
        low = standingOut(activity.lowOnsets());
        correlation = autocorrelation(novelty);
    }

    /** The autocorrelation of the novelty at a lag between values; 0 where there is too little of the track to tell. */
    double at(double lag) {
        int i = (int) Math.floor(lag);
        if (i + 1 >= correlation.length) {
            return 0;
        }
        double part = lag - i;
        return (1 - part) * correlation[i] + part * correlation[i + 1];
    }

    /** Sharpens a period by looking at ever more beats at once; each time within half a step of the last beat looked at. */
    double lengthened(double period) {
        double best = period;
        for (int beats = 2;
                beats * best * STEP <= LONG_COMB_SECONDS && beats * best < correlation.length / 2.0;
                beats *= 2) {
            double centre = best;
            double bestScore = Double.NEGATIVE_INFINITY;
            double span = 2.5 / beats;
            for (int i = -40; i <= 40; i++) {
                double p = centre + span * i / 40;
                double score = 0;
                for (int k = 1; k <= beats; k++) {
                    score += at(k * p);
                }
                if (score > bestScore) {
                    bestScore = score;
                    best = p;
                }
            }
        }
        return best;
    }

    /** Where in a period the comb catches most of the middle of the track, up to 30 s of it. */
    double phase(double period) {
        int middle = novelty.length / 2;
        int half = (int) Math.min(middle, 15 / STEP);
        double best = 0;
        double most = -1;
        for (double phase = 0; phase < period; phase += 0.5) {
            double sum = 0;
            for (double t = middle - half + phase; t < middle + half; t += period) {
                sum += near(novelty, t);
            }
            if (sum > most) {
                most = sum;
                best = middle - half + phase;
            }
        }
        return best;
    }

    /**
     * How strong the onsets of a curve are at places of two beats, in the mean of the middle of the track, up to 30 s of it.
     *
     * @param curve {@link #rawLow} or {@link #rawUpper}
     * @param phase of a beat
     * @param parts into which a beat is cut; there are twice as many places
     */
    double[] twoBeats(double[] curve, double period, double phase, int parts) {
        double[] sums = new double[2 * parts];
        int half = (int) Math.min(curve.length / 2.0, 15 / STEP);
        double from = Math.max(0, curve.length / 2.0 - half);
        double to = Math.min(curve.length - 1.0, curve.length / 2.0 + half);
        int count = 0;
        for (double t = phase - Math.floor((phase - from) / (2 * period)) * 2 * period;
                t + 2 * period < to;
                t += 2 * period) {
            for (int k = 0; k < sums.length; k++) {
                sums[k] += near(curve, t + k * period / parts);
            }
            count++;
        }
        for (int k = 0; k < sums.length; k++) {
            sums[k] /= Math.max(1, count);
        }
        return sums;
    }

    /** The strongest value within 20 ms of a moment. */
    static double near(double[] curve, double at) {
        int centre = (int) Math.round(at);
        double most = 0;
        for (int i = Math.max(0, centre - 2); i <= Math.min(curve.length - 1, centre + 2); i++) {
            most = Math.max(most, curve[i]);
        }
        return most;
    }

    private static double[] standingOut(float[] onsets) {
        int half = (int) (0.5 / STEP);
        double[] values = new double[onsets.length];
        for (int i = 0; i < onsets.length; i++) {
            values[i] = onsets[i];
        }
        double[] around = Sums.movingMean(values, half);
        double[] out = new double[onsets.length];
        for (int i = 0; i < onsets.length; i++) {
            out[i] = Math.max(0, values[i] - around[i]);
        }
        return out;
    }

    /** Per pair of values, less the mean, relative to lag 0; up to half the track. */
    private static double[] autocorrelation(double[] x) {
        int n = x.length;
        double mean = 0;
        for (double v : x) {
            mean += v / n;
        }
        int size = Integer.highestOneBit(2 * n) * 2;
        double[] work = new double[2 * size];
        for (int i = 0; i < n; i++) {
            work[2 * i] = x[i] - mean;
        }
        DoubleFFT_1D fft = Fft.precise(size);
        fft.complexForward(work);
        for (int i = 0; i < size; i++) {
            work[2 * i] = work[2 * i] * work[2 * i] + work[2 * i + 1] * work[2 * i + 1];
            work[2 * i + 1] = 0;
        }
        fft.complexInverse(work, true);
        double[] out = new double[Math.min(n / 2, (int) (40 / STEP))];
        double zero = work[0] / n;
        for (int lag = 0; lag < out.length; lag++) {
            out[lag] = zero <= 0 ? 0 : work[2 * lag] / (n - lag) / zero;
        }
        return out;
    }
}
