package oakmirror.spectrum;

import java.util.Arrays;
import oakmirror.audio.StereoSource;

/**
 * The spectrum of the last while before any moment of a track, for pictures that move with the playback: the mean of Hann-windowed
 * blocks that lie on a fixed grid a quarter of a block apart. What a block holds is kept, so that going on costs one transform a step;
 * after a jump the missing ones are worked out. For one thread.
 */
public final class MovingSpectrum {

    private static final int STEPS_PER_BLOCK = 4;

    private final StereoSource source;
    private final int step;
    private final StereoTransform transform;
    private final BandFold fold;
    private final float[] left;
    private final float[] right;
    private final double[][][] kept;
    private final long[] keptStep;

    /**
     * A moving spectrum of a track.
     *
     * @param source the track
     * @param blockSeconds length of a block
     * @param longestSeconds the longest while that will be asked for
     */
    public MovingSpectrum(StereoSource source, double blockSeconds, double longestSeconds) {
        this.source = source;
        int size = SpectrumAnalyser.blockSize(source.sampleRate(), blockSeconds);
        step = size / STEPS_PER_BLOCK;
        transform = new StereoTransform(size);
        fold = new BandFold(size, source.sampleRate());
        left = new float[size];
        right = new float[size];
        int steps = stepsOf(longestSeconds);
        kept = new double[steps][3][BandGrid.SIZE];
        keptStep = new long[steps];
        Arrays.fill(keptStep, Long.MIN_VALUE);
    }

    private int stepsOf(double seconds) {
        return (int) Math.max(1, Math.round(seconds * source.sampleRate() / step));
    }

    /** Frames from one picture to the next. */
    public int stepFrames() {
        return step;
    }

    /**
     * The mean over the while that ends at a frame, at least one block; what lies before the track's start or past its end is left out.
     *
     * @param frame where it ends; may be outside the track
     * @param seconds how long it is
     */
    public StereoSpectrum before(long frame, double seconds) {
        long last = Math.floorDiv(frame - transform.size(), step);
        int steps = Math.min(kept.length, stepsOf(seconds));
        double[][] sum = new double[3][BandGrid.SIZE];
        int count = 0;
        for (long s = Math.max(0, last - steps + 1); s <= last; s++) {
            if (s * step >= source.frames()) {
                break;
            }
            double[][] bands = bandsAt(s);
            for (int p = 0; p < sum.length; p++) {
                for (int b = 0; b < BandGrid.SIZE; b++) {
                    sum[p][b] += bands[p][b];
                }
            }
            count++;
        }
        for (double[] power : sum) {
            for (int b = 0; b < power.length; b++) {
                power[b] /= Math.max(1, count);
            }
        }
        double analysed = count == 0 ? 0 : (transform.size() + (count - 1.0) * step) / source.sampleRate();
        return new StereoSpectrum(sum[0], sum[1], sum[2], fold.usableBands(), analysed);
    }

    private double[][] bandsAt(long index) {
        int slot = (int) Math.floorMod(index, (long) kept.length);
        if (keptStep[slot] != index) {
            source.read(index * step, left, right, 0, left.length);
            transform.transform(left, right);
            for (double[] power : kept[slot]) {
                Arrays.fill(power, 0);
            }
            fold.addTo(kept[slot], transform);
            keptStep[slot] = index;
        }
        return kept[slot];
    }
}
