package oakmirror.media.delivery;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import oakmirror.audio.Progress;
import oakmirror.files.StaleFiles;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.Converted;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.OutputFormat;
import oakmirror.text.Texts;

/**
 * What lossy coders make of a master: what is rendered is kept beside its file for as long as this is open, coded and decoded, since what a coder leaves out raises peaks. A coder that
 * has no such rate gets the master as it is brought to one.
 */
final class CodedTrial implements Closeable {

    private final List<OutputFormat> coders;
    private final int sampleRate;
    private final ExecutorService executor;
    private final Path folder;
    private final AudioWriter samples;
    private long frames;

    /**
     * Begins.
     *
     * @param written what the master is written as: where that loses something itself, it is what is tried, and otherwise every coder there is
     * @param executor where measuring runs
     * @throws AudioFileException when there is no room for temporary files, in one sentence
     */
    CodedTrial(OutputFormat written, int sampleRate, ExecutorService executor) throws AudioFileException {
        coders = written.isLossy()
                ? List.of(written)
                : Arrays.stream(OutputFormat.values())
                        .filter(OutputFormat::isLossy)
                        .toList();
        this.sampleRate = sampleRate;
        this.executor = executor;
        Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
        try {
            folder = StaleFiles.folder(temporary);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("delivered.noRoomForATrial", temporary), e);
        }
        samples = OutputFormat.WAV_FLOAT.open(folder.resolve("master.wav"), sampleRate);
    }

    /** Takes the master's next frames. */
    void write(float[] left, float[] right, int count) throws IOException {
        samples.write(left, right, count);
        frames += count;
    }

    /**
     * The highest true peaks of what comes out of the coders, one each. Ends what is taken.
     *
     * @throws CancellationException when the progress says so
     */
    List<CodedPeak> peaks(Progress progress) throws IOException {
        samples.commit();
        AtomicBoolean isOver = new AtomicBoolean();
        // Threads of their own: measuring has parts of it done by others, and whoever waits for them must not be one of
        // these.
        ExecutorService abreast = Executors.newFixedThreadPool(coders.size());
        try {
            List<Future<CodedPeak>> running = new ArrayList<>();
            for (OutputFormat coder : coders) {
                Progress part = coders.size() == running.size() + 1 ? progress : done -> progress.report(0);
                running.add(abreast.submit(() -> peak(coder, done -> !isOver.get() && part.report(done))));
            }
            List<CodedPeak> peaks = new ArrayList<>();
            for (Future<CodedPeak> r : running) {
                peaks.add(r.get());
            }
            return peaks;
        } catch (ExecutionException e) {
            throw rethrown(e.getCause());
        } catch (InterruptedException e) {
            throw interrupted();
        } finally {
            isOver.set(true); // one that fails ends the others
            end(abreast);
        }
    }

    /** What is being written to is not taken away before it is let go. */
    private static void end(ExecutorService pool) {
        pool.shutdown();
        try {
            pool.awaitTermination(1, TimeUnit.HOURS);
        } catch (InterruptedException e) {
            throw interrupted();
        }
    }

    private static CancellationException interrupted() {
        Thread.currentThread().interrupt();
        return new CancellationException("cancelled");
    }

    private static IOException rethrown(Throwable cause) {
        if (cause instanceof RuntimeException e) {
            throw e;
        }
        if (cause instanceof Error e) {
            throw e;
        }
        return (IOException) cause;
    }

    private CodedPeak peak(OutputFormat coder, Progress progress) throws IOException {
        Path file = code(coder, progress.part(0, 0.7));
        try (DecodedStream stream = AudioFile.open(file)) {
            double dbtp = new TrackMeasurer(executor, Extent.LEVELS)
                    .measure(stream, progress.part(0.7, 1))
                    .file()
                    .peaks()
                    .truePeakDbtp();
            return new CodedPeak(coder, dbtp);
        }
    }

    private Path code(OutputFormat coder, Progress progress) throws IOException {
        int rate = coder.rateFor(Optional.empty(), sampleRate);
        try (DecodedStream stream = AudioFile.open(samples.file());
                AudioWriter file = coder.open(folder.resolve("trial." + coder.ending()), rate);
                Converted converted = new Converted(sampleRate, rate, file::write)) {
            float[][] block = new float[2][TrackMeasurer.BLOCK];
            long done = 0;
            for (int n = stream.read(block, block[0].length); n > 0; n = stream.read(block, block[0].length)) {
                if (rate == sampleRate) {
                    file.write(block[0], block[1], n);
                } else {
                    converted.add(block[0], block[1], n);
                }
                done += n;
                progress.check((double) done / frames);
            }
            if (rate != sampleRate) {
                converted.finish(Math.round((double) frames * rate / sampleRate));
            }
            file.commit();
            return file.file();
        }
    }

    @Override
    public void close() throws IOException {
        try {
            samples.close();
        } finally {
            StaleFiles.removeFolder(folder);
        }
    }
}
