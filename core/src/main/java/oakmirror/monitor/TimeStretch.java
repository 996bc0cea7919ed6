package oakmirror.monitor;

import oakmirror.audio.SourceStream;
import oakmirror.audio.StereoSource;

/**
 * A source made longer or shorter without changing its pitch, by waveform-similarity overlap-add (W. Verhelst and M. Roelands, "An
 * overlap-add technique based on waveform similarity (WSOLA) for high quality time-scale modification of speech", ICASSP 1993).
 *
 * <p>Segments of 46 ms under a Hann window, half overlapping, are taken from near where the time scale wants them: within 12 ms at the place
 * where the segment is most like what would naturally have followed the one before. Likeness is normalised cross-correlation of the sum of
 * both sides, looked for in fourfold decimation first and then frame by frame; both sides take the same place, so the image stays. No moment
 * is further than 12 ms from where the time scale wants it. At factor 1 the samples come out as they were.
 */
public final class TimeStretch extends SourceStream {

    private static final double HOP_SECONDS = 0.023;
    private static final double REACH_SECONDS = 0.012;
    private static final int COARSE = 4;
    /** Energy below which nothing is like anything. */
    private static final double FAINT = 1e-9;

    private final double factor;
    private final int hop;
    private final int reach;
    private final float[] window;
    private final float[] segmentLeft;
    private final float[] segmentRight;
    private final float[] sumLeft;
    private final float[] sumRight;
    private final float[] target;
    private final float[] around;
    private final float[] scratch;
    private final long frames;
    private long segment;
    private long lastStart;
    private int ready;
    private long given;

    /**
     * A stretched source.
     *
     * @param factor length of what comes out over length of the source, from 0.25 to 4
     */
    public TimeStretch(StereoSource source, double factor) {
        super(source);
        if (!(factor >= 0.25 && factor <= 4)) {
            throw new IllegalArgumentException("a stretch lies between a quarter and four times: " + factor);
        }
        this.factor = factor;
        hop = (int) Math.round(HOP_SECONDS * source.sampleRate() / COARSE) * COARSE;
        reach = (int) Math.round(REACH_SECONDS * source.sampleRate() / COARSE) * COARSE;
        window = new float[2 * hop];
        for (int i = 0; i < window.length; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(Math.PI * i / hop));
        }
        segmentLeft = new float[2 * hop];
        segmentRight = new float[2 * hop];
        sumLeft = new float[2 * hop];
        sumRight = new float[2 * hop];
        target = new float[2 * hop];
        around = new float[2 * hop + 2 * reach];
        scratch = new float[around.length];
        frames = framesOf(source.frames(), factor);
    }

    /** How long a source of so many frames comes out. */
    public static long framesOf(long sourceFrames, double factor) {
        return Math.round(sourceFrames * factor);
    }

    @Override
    public long expectedFrames() {
        return frames;
    }

    @Override
    public int read(float[][] block, int wanted) {
        int done = 0;
        int count = (int) Math.min(wanted, frames - given);
        while (done < count) {
            if (ready == 0) {
                nextSegment();
            }
            int n = Math.min(count - done, ready);
            System.arraycopy(sumLeft, hop - ready, block[0], done, n);
            System.arraycopy(sumRight, hop - ready, block[1], done, n);
            ready -= n;
            done += n;
        }
        given += count;
        return count;
    }

    /** Adds segment {@code segment}, whose window begins a hop before what becomes ready. */
    private void nextSegment() {
        System.arraycopy(sumLeft, hop, sumLeft, 0, hop);
        System.arraycopy(sumRight, hop, sumRight, 0, hop);
        java.util.Arrays.fill(sumLeft, hop, 2 * hop, 0f);
        java.util.Arrays.fill(sumRight, hop, 2 * hop, 0f);
        if (segment == 0) {
            // The first half of the sound before the first hop: a segment that begins a hop before the start.
            lastStart = -hop;
            overlap(lastStart);
            System.arraycopy(sumLeft, hop, sumLeft, 0, hop);
            System.arraycopy(sumRight, hop, sumRight, 0, hop);
            java.util.Arrays.fill(sumLeft, hop, 2 * hop, 0f);
            java.util.Arrays.fill(sumRight, hop, 2 * hop, 0f);
        }
        long wanted = Math.round(segment * hop / factor);
        long natural = lastStart + hop;
        long start = wanted == natural ? natural : likest(wanted, natural);
        overlap(start);
        lastStart = start;
        segment++;
        ready = hop;
    }

    private void overlap(long start) {
        source().read(start, segmentLeft, segmentRight, 0, 2 * hop);
        for (int i = 0; i < 2 * hop; i++) {
            sumLeft[i] += window[i] * segmentLeft[i];
            sumRight[i] += window[i] * segmentRight[i];
        }
    }

    /** The place near the wanted one that is most like the natural continuation. */
    private long likest(long wanted, long natural) {
        mono(natural, target, 2 * hop);
        mono(wanted - reach, around, around.length);
        int coarse = best(0, 2 * reach, COARSE, COARSE);
        int fine = best(Math.max(0, coarse - COARSE), Math.min(2 * reach, coarse + COARSE), 1, 2);
        return wanted - reach + fine;
    }

    private void mono(long start, float[] into, int count) {
        source().read(start, into, scratch, 0, count);
        for (int i = 0; i < count; i++) {
            into[i] += scratch[i];
        }
    }

    private int best(int from, int to, int step, int stride) {
        double most = Double.NEGATIVE_INFINITY;
        int place = reach;
        for (int lag = from; lag <= to; lag += step) {
            double product = 0;
            double energy = FAINT;
            for (int i = 0; i < 2 * hop; i += stride) {
                float x = around[lag + i];
                product += x * target[i];
                energy += x * x;
            }
            double likeness = product / Math.sqrt(energy);
            if (likeness > most || (likeness == most && Math.abs(lag - reach) < Math.abs(place - reach))) {
                most = likeness;
                place = lag;
            }
        }
        return place;
    }
}
