package oakmirror.media;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
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
import oakmirror.processing.TimeStretch;
import oakmirror.rhythm.Rhythm;
import oakmirror.rhythm.TempoFinder;

/**
 * Brings a file in: decodes it once, measures it as it is, and writes its stereo fold at the wanted rate to the cache. What the cache
 * already has is not done again. Several imports may run at once.
 */
public final class TrackImporter {

    private static final int STRETCH_BLOCK = 16384;

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
            Rhythm rhythm = TempoFinder.find(measured[0].activity());
            Measured result = new Measured(measured[0], rhythm, stream.warnings());
            cache.keep(key, result);
            return new ImportedTrack(path, result.measurement(), clip, rhythm, result.warnings());
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
                .map(clip -> new ImportedTrack(
                        path, m, clip, measured.get().rhythm(), measured.get().warnings()));
    }

    /** Length at another rate: what the resampler is asked to give. */
    private static long framesAt(TrackMeasurement m, int rate) {
        return rate == m.sampleRate() ? m.frames() : Math.round((double) m.frames() * rate / m.sampleRate());
    }

    /**
     * Measures a stretch of a ready track as it is heard: loudness, peaks and spectrum. What was measured once is kept.
     *
     * @throws AudioFileException when the track's file cannot be read any more, in one sentence
     */
    public TrackMeasurement measurePassage(ImportedTrack track, TimeRange range) throws AudioFileException {
        try {
            int rate = track.audio().sampleRate();
            String key = AudioCache.keyOf(track.path()) + "-" + rate + "-" + Math.round(range.startSeconds() * rate)
                    + "-" + Math.round(range.endSeconds() * rate);
            Optional<Measured> known = cache.measured(key);
            if (known.isPresent()) {
                return known.get().measurement();
            }
            try (RangeStream stream = new RangeStream(track.audio(), range)) {
                TrackMeasurement measured =
                        new TrackMeasurer(executor, TrackMeasurer.Extent.COMPARED).measure(stream, Progress.NONE);
                cache.keep(key, new Measured(measured, Rhythm.NONE, List.of()));
                return measured;
            }
        } catch (IOException e) {
            throw new AudioFileException(track.path().getFileName() + " cannot be read any more.", e);
        }
    }

    /**
     * A ready track made longer or shorter without changing its pitch, for hearing it in step with another. Kept in the cache like the
     * track itself.
     *
     * @param factor length of what comes out over length of the track, from 0.25 to 4
     * @throws AudioFileException when the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public StereoSource stretched(ImportedTrack track, double factor, Progress progress) throws AudioFileException {
        try {
            String key = AudioCache.keyOf(track.path()) + "-stretched-" + Math.round(factor * 1e6);
            int rate = track.audio().sampleRate();
            long frames = TimeStretch.framesOf(track.audio().frames(), factor);
            Optional<MappedClip> known = cache.audio(key, rate, frames);
            return known.isPresent()
                    ? known.get()
                    : cache.store(key, rate, sink -> stretch(track.audio(), factor, sink, progress));
        } catch (IOException e) {
            throw new AudioFileException(
                    "There is no room for " + track.path().getFileName()
                            + " at another tempo; make room and try again.",
                    e);
        }
    }

    private static void stretch(StereoSource audio, double factor, FrameSink sink, Progress progress)
            throws IOException {
        try (TimeStretch stream = new TimeStretch(audio, factor)) {
            float[][] block = new float[2][STRETCH_BLOCK];
            long done = 0;
            int n;
            while ((n = stream.read(block, STRETCH_BLOCK)) > 0) {
                sink.write(block[0], block[1], n);
                done += n;
                progress.check((double) done / stream.expectedFrames());
            }
        }
    }

    private TrackMeasurement decode(DecodedStream stream, int rate, FrameSink sink, Progress progress)
            throws IOException {
        TrackMeasurer measurer = new TrackMeasurer(executor, TrackMeasurer.Extent.ALL);
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
