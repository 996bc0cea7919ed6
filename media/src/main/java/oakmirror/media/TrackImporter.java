package oakmirror.media;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.cache.AudioCache.FrameSink;
import oakmirror.media.cache.AudioCache.Measured;
import oakmirror.media.cache.MappedClip;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.Resampler;

/**
 * Brings a file in: decodes it once, measures it as it is, and writes its stereo fold at the wanted rate to the cache. What the cache
 * already has is not done again. Several imports may run at once.
 */
public final class TrackImporter {

    private final AudioCache cache;
    private final ExecutorService executor;

    /** An importer; the measurements of each file run side by side on the executor. */
    public TrackImporter(AudioCache cache, ExecutorService executor) {
        this.cache = cache;
        this.executor = executor;
    }

    /**
     * Imports a file.
     *
     * @param path the file
     * @param rate the rate it is wanted at, or empty for its own
     * @throws AudioFileException when the file cannot be read or the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public ImportedTrack importTrack(Path path, Optional<Integer> rate, Progress progress) throws AudioFileException {
        try (DecodedStream stream = AudioFile.open(path)) {
            String key = AudioCache.keyOf(path);
            int wanted = rate.orElse(stream.sampleRate());
            Optional<ImportedTrack> known = fromCache(path, key, wanted);
            if (known.isPresent()) {
                return known.get();
            }
            TrackMeasurement[] measured = new TrackMeasurement[1];
            MappedClip clip = cache.store(key, wanted, sink -> measured[0] = decode(stream, wanted, sink, progress));
            Measured result = new Measured(measured[0], stream.warnings());
            cache.keep(key, result);
            return new ImportedTrack(path, result.measurement(), clip, result.warnings());
        } catch (AudioFileException e) {
            throw e;
        } catch (FileSystemException e) {
            throw new AudioFileException(
                    "The cache folder cannot be written; make room or allow it, and add the file again.", e);
        } catch (IOException e) {
            String reason = String.valueOf(e.getMessage());
            throw new AudioFileException(
                    reason.contains("No space")
                            ? "There is no room left for decoded audio; make room and add the file again."
                            : path.getFileName() + " cannot be read: " + reason + ".",
                    e);
        }
    }

    private Optional<ImportedTrack> fromCache(Path path, String key, int rate) {
        Optional<Measured> measured = cache.measured(key);
        if (measured.isEmpty()) {
            return Optional.empty();
        }
        TrackMeasurement m = measured.get().measurement();
        long frames = framesAt(m, rate);
        return cache.audio(key, rate, frames)
                .map(clip -> new ImportedTrack(path, m, clip, measured.get().warnings()));
    }

    /** Length at another rate: what the resampler is asked to give. */
    private static long framesAt(TrackMeasurement m, int rate) {
        return rate == m.sampleRate() ? m.frames() : Math.round((double) m.frames() * rate / m.sampleRate());
    }

    private TrackMeasurement decode(DecodedStream stream, int rate, FrameSink sink, Progress progress)
            throws IOException {
        TrackMeasurer measurer = new TrackMeasurer(executor, true);
        if (rate == stream.sampleRate()) {
            return measurer.measure(stream, progress, sink::write);
        }
        long[] written = new long[1];
        Resampler.Sink counted = (l, r, n) -> {
            sink.write(l, r, n);
            written[0] += n;
        };
        try (Resampler resampler = new Resampler(stream.sampleRate(), rate, TrackMeasurer.BLOCK)) {
            TrackMeasurement m = measurer.measure(stream, progress, (l, r, n) -> resampler.add(l, r, n, counted));
            long wanted = framesAt(m, rate);
            Resampler.Sink upToLength =
                    (l, r, n) -> counted.accept(l, r, (int) Math.max(0, Math.min(n, wanted - written[0])));
            resampler.finish(upToLength);
            if (written[0] < wanted) {
                int missing = (int) (wanted - written[0]);
                counted.accept(new float[missing], new float[missing], missing);
            }
            return m;
        }
    }
}
