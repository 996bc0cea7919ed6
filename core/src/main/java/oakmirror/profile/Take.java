package oakmirror.profile;

import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import oakmirror.audio.AudioStream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.rhythm.TempoFinder;

/**
 * What plays, measured while it comes in, as a file would be; nothing of it is kept but figures. Frames are added by one thread; the measuring runs on
 * others, and takes what it is given in order.
 *
 * <p>What comes in quietly is raised for the measuring, by the level of its first moment, and its figures are lowered again: the gates of loudness and
 * spectrum are absolute, and would leave out of a quiet take what they leave in its file.
 */
public final class Take {

    /** So much is enough for the tone to be told. */
    public static final double ENOUGH_SECONDS = 10;

    private static final double MEASURED_AT_DBFS = -20;
    private static final double MOST_GAIN_DB = 60;
    private static final float[][] END = new float[0][];

    private final int sampleRate;
    private final BlockingQueue<float[][]> queue = new LinkedBlockingQueue<>();
    private final ToneSpread spread;
    private final CompletableFuture<TrackMeasurement> measured;
    private double gainDb;
    private long frames;
    private boolean ended;

    /**
     * A take.
     *
     * @param content what it is known by: letters, digits and dashes
     * @param executor where it is measured; one of its threads is used until it ends
     * @param parts where the parts of the measuring run
     */
    public Take(int sampleRate, String content, ExecutorService executor, ExecutorService parts) {
        this.sampleRate = sampleRate;
        spread = new ToneSpread(sampleRate);
        measured = CompletableFuture.supplyAsync(
                () -> {
                    try {
                        return new TrackMeasurer(parts, Extent.ALL)
                                .measure(new Incoming(), Origin.whole(content), Progress.NONE, (l, r, n) -> {});
                    } catch (IOException e) {
                        throw new IllegalStateException(e);
                    }
                },
                executor);
    }

    /** Takes the next frames; the arrays belong to the take from then on. */
    public synchronized void add(float[] left, float[] right, int count) {
        if (!ended) {
            if (frames == 0) {
                gainDb = gainFor(left, right, count);
            }
            raise(left, count);
            raise(right, count);
            spread.add(left, right, count);
            queue.add(new float[][] {left, right});
            frames += count;
        }
    }

    private static double gainFor(float[] left, float[] right, int count) {
        double power = 0;
        for (int i = 0; i < count; i++) {
            power += 0.5 * ((double) left[i] * left[i] + (double) right[i] * right[i]);
        }
        double level = Decibels.ofPower(power / count);
        return Double.isFinite(level) ? Math.max(0, Math.min(MOST_GAIN_DB, MEASURED_AT_DBFS - level)) : 0;
    }

    private void raise(float[] samples, int count) {
        float gain = (float) Decibels.toAmplitude(gainDb);
        for (int i = 0; i < count && gain != 1; i++) {
            samples[i] *= gain;
        }
    }

    /** How many seconds were taken. */
    public synchronized double seconds() {
        return (double) frames / sampleRate;
    }

    /** How far the tone as taken so far may lie off in dB; NaN where too little was heard. */
    public synchronized double errorDb() {
        return spread.errorDb();
    }

    /** Whether enough was heard for the tone to be told. */
    public boolean isEnough() {
        return seconds() >= ENOUGH_SECONDS;
    }

    /** Ends it without waiting for its figures. */
    public synchronized void end() {
        if (!ended) {
            ended = true;
            queue.add(END);
        }
    }

    /**
     * Ends it and waits for its figures; empty where nothing was heard.
     *
     * @throws CancellationException when the waiting is interrupted
     */
    public Optional<Measurements> figures() {
        end();
        try {
            TrackMeasurement m = measured.get();
            return Double.isFinite(m.heardLufs())
                    ? Optional.of(Measurements.of(m, m, TempoFinder.find(m.activity()), spread.spreadDb())
                            .raised(-gainDb))
                    : Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } catch (ExecutionException e) {
            throw new IllegalStateException("a take cannot be measured", e.getCause());
        }
    }

    /** What comes in, as a stream that ends with the take. */
    private final class Incoming implements AudioStream {
        private float[][] block = new float[2][0];
        private int at;
        private boolean over;

        @Override
        public int sampleRate() {
            return sampleRate;
        }

        @Override
        public ChannelLayout layout() {
            return ChannelLayout.stereo();
        }

        @Override
        public long expectedFrames() {
            return 0;
        }

        @Override
        public int read(float[][] into, int count) {
            int done = 0;
            while (done < count && !over) {
                if (at == block[0].length && !next()) {
                    break;
                }
                int part = Math.min(count - done, block[0].length - at);
                System.arraycopy(block[0], at, into[0], done, part);
                System.arraycopy(block[1], at, into[1], done, part);
                at += part;
                done += part;
            }
            return done;
        }

        /** Goes on to the next block, which is waited for; false at the end. */
        private boolean next() {
            try {
                float[][] got = queue.take();
                if (got == END) {
                    over = true;
                    return false;
                }
                block = got;
                at = 0;
                return true;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                over = true;
                return false;
            }
        }

        @Override
        public long damagedSamples() {
            return 0;
        }

        @Override
        public void close() {
            over = true;
        }
    }
}
