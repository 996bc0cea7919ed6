package oakmirror.measure;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import oakmirror.audio.AudioStream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Progress;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectrumAnalyser;

/**
 * Reads a stream once, in blocks, and feeds every measurement from the same block. The measurements of a block run side by side on
 * an executor while the next block is being read; heap use does not grow with the stream but for 8 bytes every 10 ms.
 */
public final class TrackMeasurer {

    /** Takes the stereo fold of each block while it is measured, on the calling thread, in order. */
    @FunctionalInterface
    public interface FoldConsumer {
        /** Takes the next frames; the arrays are used again afterwards. */
        void accept(float[] left, float[] right, int frames) throws IOException;
    }

    /** Frames in a block, at most. */
    public static final int BLOCK = 131072;

    private final ExecutorService executor;
    private final boolean withSpectrum;

    /**
     * A measurer.
     *
     * @param executor where the parts of the work run
     * @param withSpectrum whether the spectrum is wanted; without it, it comes out silent
     */
    public TrackMeasurer(ExecutorService executor, boolean withSpectrum) {
        this.executor = executor;
        this.withSpectrum = withSpectrum;
    }

    /** Measures a stream to its end. */
    public TrackMeasurement measure(AudioStream stream, Progress progress) throws IOException {
        return measure(stream, progress, (l, r, n) -> {});
    }

    /**
     * Measures a stream to its end and hands on its stereo fold.
     *
     * @throws IOException when the stream cannot be read
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public TrackMeasurement measure(AudioStream stream, Progress progress, FoldConsumer foldConsumer)
            throws IOException {
        Pass pass = new Pass(stream.sampleRate(), stream.layout());
        Block current = new Block(stream.layout());
        Block next = new Block(stream.layout());
        long frames = 0;
        current.fill(stream);
        while (current.count > 0) {
            List<Future<?>> running = pass.feed(current);
            foldConsumer.accept(current.left, current.right, current.count);
            next.fill(stream);
            await(running);
            frames += current.count;
            progress.check(stream.expectedFrames() > 0 ? (double) frames / stream.expectedFrames() : 0);
            Block swap = current;
            current = next;
            next = swap;
        }
        return pass.result(frames, stream.nonFiniteSamples());
    }

    private static void await(List<Future<?>> running) {
        try {
            for (Future<?> future : running) {
                future.get();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new java.util.concurrent.CancellationException("interrupted");
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    private static final class Block {
        private final float[][] channels;
        private final float[] left;
        private final float[] right;
        private final boolean isStereo;
        private int count;

        Block(ChannelLayout layout) {
            channels = new float[layout.channels()][BLOCK];
            isStereo = layout.equals(ChannelLayout.stereo());
            left = isStereo ? channels[0] : new float[BLOCK];
            right = isStereo ? channels[1] : new float[BLOCK];
        }

        void fill(AudioStream stream) throws IOException {
            count = stream.read(channels, BLOCK);
            if (!isStereo) {
                stream.layout().foldToStereo(channels, count, left, right);
            }
        }
    }

    private final class Pass {
        private final int sampleRate;
        private final ChannelLayout layout;
        private final LoudnessMeter loudness;
        private final List<LoudnessMeter> heard;
        private final List<TruePeakMeter> peaks = new ArrayList<>();
        private final List<SpectrumAnalyser> spectrum;

        Pass(int sampleRate, ChannelLayout layout) {
            this.sampleRate = sampleRate;
            this.layout = layout;
            loudness = new LoudnessMeter(sampleRate, layout);
            heard = layout.channels() > 2 ? List.of(new LoudnessMeter(sampleRate, ChannelLayout.stereo())) : List.of();
            for (int c = 0; c < layout.channels(); c++) {
                peaks.add(new TruePeakMeter(sampleRate));
            }
            spectrum = withSpectrum ? List.of(new SpectrumAnalyser(sampleRate)) : List.of();
        }

        List<Future<?>> feed(Block block) {
            List<Callable<?>> work = new ArrayList<>();
            for (int c = 0; c < peaks.size(); c++) {
                TruePeakMeter meter = peaks.get(c);
                float[] samples = block.channels[c];
                work.add(task(() -> meter.add(samples, block.count)));
            }
            work.add(task(() -> loudness.add(block.channels, block.count)));
            float[][] fold = {block.left, block.right};
            heard.forEach(m -> work.add(task(() -> m.add(fold, block.count))));
            spectrum.forEach(s -> work.add(task(() -> s.add(block.left, block.right, block.count))));
            List<Future<?>> futures = new ArrayList<>();
            work.forEach(w -> futures.add(executor.submit(w)));
            return futures;
        }

        private Callable<?> task(Runnable runnable) {
            return () -> {
                runnable.run();
                return null;
            };
        }

        TrackMeasurement result(long frames, long nonFinite) {
            Loudness of = loudness.result();
            double heardLufs = heard.isEmpty()
                    ? of.integratedLufs()
                    : heard.get(0).result().integratedLufs();
            return new TrackMeasurement(
                    sampleRate,
                    layout.channels(),
                    frames,
                    of,
                    heardLufs,
                    Peaks.join(peaks.stream().map(TruePeakMeter::finish).toList()),
                    spectrum.isEmpty() ? BandSpectrum.silent() : spectrum.get(0).finish(),
                    loudness.contour(TrackMeasurement.CONTOUR_SECONDS),
                    nonFinite);
        }
    }
}
