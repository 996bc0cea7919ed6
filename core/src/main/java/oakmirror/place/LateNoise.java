package oakmirror.place;

import java.util.SplittableRandom;
import oakmirror.audio.Fft;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * How a room dies away: noise, in each octave falling by 60 dB in its reverberation time. Noise swells and sinks, which would bend the decay of a narrow octave by more than a
 * tenth; so each octave's is evened out over {@value #EVENED_OVER} times the time it takes to change, before it falls.
 */
final class LateNoise {

    private static final double EVENED_OVER = 3;
    /** After so long it would come again: later than any room has died away. */
    private static final int PERIOD_SECONDS = 2;

    private static final double OCTAVE_WIDTH = 0.7071;
    /** In octaves. */
    private static final double GOES_OVER = 1 / 3.0;
    /** ln(10⁶). */
    static final double SIXTY_DB = 13.8155;

    private final int rate;
    private final int length;
    /** Each octave's, with the power that is its share of 1 a sample. */
    private final double[][] bands = new double[Room.OCTAVES][];

    /**
     * Such noise: by chance for a seed, and the same at every rate as far up as both reach.
     *
     * @param length in frames
     * @param seed another one gives another noise
     */
    LateNoise(int rate, int length, long seed) {
        this.rate = rate;
        this.length = length;
        int size = PERIOD_SECONDS * rate;
        DoubleFFT_1D fft = Fft.precise(size);
        SplittableRandom random = new SplittableRandom(seed);
        double[] white = new double[size];
        for (int k = 1; k < size / 2; k++) { // each frequency has its own chance, whatever the rate
            white[2 * k] = random.nextGaussian() * Math.sqrt(size / 2.0);
            white[2 * k + 1] = random.nextGaussian() * Math.sqrt(size / 2.0);
        }
        for (int octave = 0; octave < Room.OCTAVES; octave++) {
            double[] band = new double[size];
            double power = 0;
            double middle = Room.LOWEST_OCTAVE_HZ * Math.pow(2, octave);
            int from = octave == 0 ? 1 : (int) (middle / 2 * PERIOD_SECONDS);
            int to = octave == Room.OCTAVES - 1 ? size / 2 : Math.min(size / 2, (int) (middle * 2 * PERIOD_SECONDS));
            for (int k = from; k < to; k++) {
                double weight = weight(octave, (double) k / PERIOD_SECONDS);
                power += weight * weight * 2 / size;
                band[2 * k] = white[2 * k] * weight;
                band[2 * k + 1] = white[2 * k + 1] * weight;
            }
            fft.realInverse(band, true);
            int window = (int) Math.min(length, Math.round(EVENED_OVER / (OCTAVE_WIDTH * middle) * rate));
            evenOut(band, length, window, power);
            bands[octave] = band;
        }
    }

    /** Octaves whose powers add up to 1: they go over from one to the next in a third of an octave about their edge. The lowest and the highest have all beyond. */
    private static double weight(int octave, double hz) {
        double at = Math.log(Math.max(hz, 1) / Room.LOWEST_OCTAVE_HZ) / Math.log(2);
        double away = Math.abs(Math.max(0, Math.min(Room.OCTAVES - 1, at)) - octave);
        double over = (away - 0.5) / GOES_OVER + 0.5;
        return Math.cos(Math.max(0, Math.min(1, over)) * Math.PI / 2);
    }

    private static void evenOut(double[] band, int length, int window, double power) {
        double[] sums = new double[length + 1];
        for (int i = 0; i < length; i++) {
            sums[i + 1] = sums[i] + band[i] * band[i];
        }
        for (int i = 0; i < length; i++) {
            int from = Math.max(0, Math.min(length - window, i - window / 2));
            double mean = (sums[from + window] - sums[from]) / window;
            band[i] *= mean > 0 ? Math.sqrt(power / mean) : 0;
        }
    }

    /**
     * The noise with a power of 1 a sample at the moment an impulse is sent, falling from there.
     *
     * @param seconds reverberation time of each octave
     * @param startSeconds how long after that moment it begins
     */
    double[] falling(double[] seconds, double startSeconds) {
        double[] sum = new double[length];
        for (int octave = 0; octave < Room.OCTAVES; octave++) {
            double fall = Math.exp(-SIXTY_DB / 2 / seconds[octave] / rate);
            double level = Math.exp(-SIXTY_DB / 2 / seconds[octave] * startSeconds);
            for (int i = 0; i < length; i++) {
                sum[i] += level * bands[octave][i];
                level *= fall;
            }
        }
        return sum;
    }
}
