package oakmirror.media;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.measure.Provenance;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.cache.AudioCache.FrameSink;
import oakmirror.media.cache.AudioCache.Measured;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.cache.MappedClip;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import oakmirror.profile.Measurements;
import oakmirror.profile.ToneSpread;
import oakmirror.rhythm.Rhythm;
import oakmirror.rhythm.TempoFinder;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Brings a file in: decodes it once, measures it as it is, and writes its stereo fold at the wanted rate to the cache. What the cache
 * already has is not done again. Several imports may run at once.
 */
public final class TrackImporter {

    private static final Logger LOG = LoggerFactory.getLogger(TrackImporter.class);
    /** How often a file is read that is written to meanwhile. */
    private static final int READINGS = 3;

    private final AudioCache cache;
    private final ExecutorService executor;

    /** An importer; the measurements of each file run side by side on the executor. */
    public TrackImporter(AudioCache cache, ExecutorService executor) {
        this.cache = cache;
        this.executor = executor;
    }

    /**
     * Imports a file. One that is written to meanwhile is read again.
     *
     * @param path the file
     * @param rate the rate it is wanted at, or empty for its own
     * @throws AudioFileException when the file cannot be read or the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public ImportedTrack importTrack(Path path, Optional<Integer> rate, Progress progress) throws AudioFileException {
        return importTrack(path, rate, Extent.ALL, progress);
    }

    /**
     * The same, of which no more is measured than is wanted.
     *
     * @param extent how much is measured where less of it is known
     */
    public ImportedTrack importTrack(Path path, Optional<Integer> rate, Extent extent, Progress progress)
            throws AudioFileException {
        for (int i = 0; i < READINGS; i++) {
            try {
                return read(path, rate, extent, progress);
            } catch (ChangedMeanwhile e) {
                LOG.info("{} was written to while it was read", path);
            }
        }
        throw new AudioFileException(Texts.of("tracks.isBeingWrittenTo", path.getFileName()));
    }

    private ImportedTrack read(Path path, Optional<Integer> rate, Extent extent, Progress progress)
            throws AudioFileException {
        AudioFile.check(path);
        ContentKey content = keyOf(path); // before it is opened: what comes under its name afterwards has another one
        Optional<ImportedTrack> known = fromCache(path, content, rate, extent);
        if (known.isPresent()) {
            return known.get(); // without loading decoders
        }
        try (DecodedStream stream = AudioFile.open(path)) {
            int wanted = rate.orElse(stream.sampleRate());
            TrackMeasurement[] measured = new TrackMeasurement[1];
            MappedClip clip = cache.store(content.value(), wanted, sink -> {
                measured[0] = decode(stream, content, wanted, extent, sink, progress);
                if (!keyOf(path).equals(content)) {
                    throw new ChangedMeanwhile();
                }
            });
            Rhythm rhythm = TempoFinder.find(measured[0].activity());
            Measured result = new Measured(measured[0], rhythm, stream.warnings());
            cache.keep(result);
            return ImportedTrack.of(path, content, measured[0], clip, rhythm, result.warnings());
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e); // the cache's, in one sentence
        }
    }

    /**
     * What is kept of a file without its sound.
     *
     * @param warnings what was found wrong with it, each in one sentence
     */
    public record Kept(Measurements figures, List<String> warnings) {}

    /**
     * Measures a file without keeping its sound.
     *
     * @throws AudioFileException when the file cannot be read, or nothing is heard of it, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Kept figures(Path path, Progress progress) throws AudioFileException {
        AudioFile.check(path);
        ContentKey content = keyOf(path);
        try (DecodedStream stream = AudioFile.open(path)) {
            ToneSpread spread = new ToneSpread(stream.sampleRate());
            TrackMeasurement measured = new TrackMeasurer(executor, Extent.ALL)
                    .measure(stream, Origin.whole(content.value()), progress, spread::add);
            if (!keyOf(path).equals(content)) {
                throw new AudioFileException(Texts.of("tracks.isBeingWrittenTo", path.getFileName()));
            }
            requireHeard(measured, String.valueOf(path.getFileName()));
            return new Kept(
                    Measurements.of(measured, measured, TempoFinder.find(measured.activity()), spread.spreadDb()),
                    stream.warnings());
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw AudioFile.unreadable(path, String.valueOf(path.getFileName()), e);
        }
    }

    /**
     * What is kept of a ready track, or of a passage of one.
     *
     * @throws AudioFileException when it has no sound, or nothing is heard of it, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Measurements figures(ImportedTrack track, Optional<TimeRange> passage, Progress progress)
            throws AudioFileException {
        StereoSource audio = audioOf(track);
        TrackMeasurement compared =
                passage.isPresent() ? measurePassage(track, passage.get(), progress.part(0, 0.7)) : track.measurement();
        requireHeard(compared, track.name());
        ToneSpread spread = new ToneSpread(audio.sampleRate());
        try (RangeStream stream = new RangeStream(audio, passage.orElse(new TimeRange(0, audio.seconds())))) {
            float[][] block = new float[2][TrackMeasurer.BLOCK];
            long done = 0;
            int n;
            while ((n = stream.read(block, TrackMeasurer.BLOCK)) > 0) {
                spread.add(block[0], block[1], n);
                done += n;
                progress.check(0.7 + 0.3 * done / stream.expectedFrames());
            }
        }
        return Measurements.of(compared, track.measurement(), track.rhythm(), spread.spreadDb());
    }

    private static void requireHeard(TrackMeasurement measured, String name) throws AudioFileException {
        if (!Double.isFinite(measured.heardLufs())) {
            throw new AudioFileException(Texts.of("tracks.nothingIsHeardOf", name));
        }
    }

    /** The file has other bytes now than those that were being read. */
    private static final class ChangedMeanwhile extends AudioFileException {
        private static final long serialVersionUID = 1L;

        ChangedMeanwhile() {
            super("changed while it was read");
        }
    }

    private static ContentKey keyOf(Path path) throws AudioFileException {
        try {
            return ContentKey.of(path);
        } catch (IOException e) {
            throw AudioFile.unreadable(path, String.valueOf(path.getFileName()), e);
        }
    }

    /** What a file held that is not there any more or has other bytes now, as long as the cache has it. */
    public Optional<ImportedTrack> known(Path file, String content, Optional<Integer> rate) {
        return fromCache(file, ContentKey.kept(content), rate, Extent.ALL);
    }

    private Optional<ImportedTrack> fromCache(Path path, ContentKey content, Optional<Integer> rate, Extent extent) {
        Optional<Measured> kept = cache.measuredWhole(content.value(), extent);
        if (kept.isEmpty()) {
            return Optional.empty();
        }
        TrackMeasurement whole = kept.get().measurement();
        int wanted = rate.orElse(whole.sampleRate());
        return cache.audio(content.value(), wanted, framesAt(whole, wanted))
                .map(clip -> ImportedTrack.of(
                        path,
                        content,
                        whole,
                        clip,
                        kept.get().rhythm(),
                        kept.get().warnings()));
    }

    /** Length at another rate: what the resampler is asked to give. */
    private static long framesAt(TrackMeasurement m, int rate) {
        return rate == m.sampleRate() ? m.frames() : Math.round((double) m.frames() * rate / m.sampleRate());
    }

    /**
     * Measures a stretch of a ready track as it is heard: loudness, peaks and spectrum. What was measured once is kept. The file is not
     * asked for: whatever has become of it, this is of what was read.
     *
     * @throws AudioFileException when the track has no audio, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public TrackMeasurement measurePassage(ImportedTrack track, TimeRange range, Progress progress)
            throws AudioFileException {
        StereoSource audio = audioOf(track);
        Origin origin = Origin.passage(track.content().value(), range);
        Provenance wanted = new Provenance(origin, audio.sampleRate(), Extent.COMPARED, TrackMeasurer.VERSION);
        Optional<Measured> known = cache.measured(wanted);
        if (known.isPresent()) {
            return known.get().measurement();
        }
        try (RangeStream stream = new RangeStream(audio, range)) {
            TrackMeasurement measured =
                    new TrackMeasurer(executor, Extent.COMPARED).measure(stream, origin, progress, (l, r, n) -> {});
            cache.keep(new Measured(measured, Rhythm.NONE, List.of()));
            return measured;
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("tracks.cannotBeReadAny", track.name()), e);
        }
    }

    static StereoSource audioOf(ImportedTrack track) throws AudioFileException {
        return track.audio().orElseThrow(() -> new AudioFileException(Texts.of("tracks.hasNoSoundTo", track.name())));
    }

    /** What is made of audio that is there. */
    public DerivedAudio derived() {
        return new DerivedAudio(cache);
    }

    private TrackMeasurement decode(
            DecodedStream stream, ContentKey content, int rate, Extent extent, FrameSink sink, Progress progress)
            throws IOException {
        TrackMeasurer measurer = new TrackMeasurer(executor, extent);
        Origin origin = Origin.whole(content.value());
        if (rate == stream.sampleRate()) {
            return measurer.measure(stream, origin, progress, sink::write);
        }
        try (Converted converted = new Converted(stream.sampleRate(), rate, sink)) {
            TrackMeasurement m = measurer.measure(stream, origin, progress, converted::add);
            converted.finish(framesAt(m, rate));
            return m;
        }
    }
}
