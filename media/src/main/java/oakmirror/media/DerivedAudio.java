package oakmirror.media;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.hits.HitsStream;
import oakmirror.hits.StruckShare;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.cache.AudioCache.Filler;
import oakmirror.media.cache.AudioCache.FrameSink;
import oakmirror.media.cache.MappedClip;
import oakmirror.media.cache.SoundKey;
import oakmirror.media.file.AudioFileException;
import oakmirror.monitor.TimeStretch;
import oakmirror.stems.Bus;
import oakmirror.stems.StemPowers;
import oakmirror.text.Texts;

/** What is made of audio that is there, and what is found of it together: worked out once, and kept in the cache like the tracks themselves. */
public final class DerivedAudio {

    private static final int COPY_BLOCK = 16384;
    /** How much of taking something apart is finding out whether it was before. */
    private static final double KEY_SHARE = 0.05;

    private final AudioCache cache;

    DerivedAudio(AudioCache cache) {
        this.cache = cache;
    }

    /**
     * A ready track made longer or shorter without changing its pitch, for hearing it in step with another.
     *
     * @param factor length of what comes out over length of the track, from 0.25 to 4
     * @throws AudioFileException when the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public StereoSource stretched(ImportedTrack track, double factor, Progress progress) throws AudioFileException {
        StereoSource audio = TrackImporter.audioOf(track);
        return made(
                track.content().value() + "-stretched-" + Math.round(factor * 1e6),
                audio.sampleRate(),
                TimeStretch.framesOf(audio.frames(), factor),
                Texts.of("tracks.atAnotherTempo", track.name()),
                sink -> copy(new TimeStretch(audio, factor), sink, progress));
    }

    /**
     * What lies between stems and their mix.
     *
     * @param key tells the mix with its stems from any other
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Bus bus(String key, StereoSource mix, List<StereoSource> stems, Progress progress) {
        return found(
                key + "-bus-" + Bus.VERSION + "-" + mix.sampleRate(), Bus.class, () -> Bus.find(mix, stems, progress));
    }

    /**
     * What a stretch of a mix and its stems hold and have in common.
     *
     * @param key tells the mix with its stems, in their order, from any other
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public StemPowers stemPowers(
            String key, StereoSource mix, List<StereoSource> stems, TimeRange range, Progress progress) {
        String of = Long.toHexString(Double.doubleToLongBits(range.startSeconds())) + "-"
                + Long.toHexString(Double.doubleToLongBits(range.endSeconds()));
        return found(
                key + "-powers-" + StemPowers.VERSION + "-" + mix.sampleRate() + "-" + of,
                StemPowers.class,
                () -> StemPowers.measure(mix, stems, range, progress));
    }

    /**
     * A stem as it sounds in its mix: through the bus that lies between them.
     *
     * @param key tells this bus from any other
     * @throws AudioFileException when the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public StereoSource throughBus(ImportedTrack stem, Bus bus, String key, StereoSource mix, Progress progress)
            throws AudioFileException {
        StereoSource audio = TrackImporter.audioOf(stem);
        return made(
                stem.content().value() + "-in-" + key,
                mix.sampleRate(),
                mix.frames(),
                Texts.of("tracks.theStemAsIt", stem.name()),
                sink -> copy(bus.through(audio, mix), sink, progress));
    }

    /**
     * Sound at another rate.
     *
     * @param key tells this sound from any other
     * @throws AudioFileException when the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public StereoSource converted(StereoSource audio, String key, int rate, Progress progress)
            throws AudioFileException {
        if (rate == audio.sampleRate()) {
            return audio;
        }
        long frames = Math.round((double) audio.frames() * rate / audio.sampleRate());
        return made(key, rate, frames, Texts.of("tracks.itAtAnotherRate"), sink -> {
            try (RangeStream stream = new RangeStream(audio, new TimeRange(0, audio.seconds()));
                    Converted to = new Converted(stream.sampleRate(), rate, sink)) {
                drain(stream, TrackMeasurer.BLOCK, to::add, progress);
                to.finish(frames);
            }
        });
    }

    /**
     * What is struck of some sound, and how much.
     *
     * @param hits what is struck; the rest sustains
     * @param share how much of it
     */
    public record Apart(StereoSource hits, StruckShare share) {}

    /**
     * Some sound, whatever it comes from, taken apart into what is struck and what sustains. Known again by its samples.
     *
     * @param name what it is called in a sentence
     * @throws AudioFileException when the cache cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Apart apart(StereoSource sound, String name, Progress progress) throws AudioFileException {
        String key = SoundKey.of(sound, progress.part(0, KEY_SHARE)) + "-hits-" + HitsStream.VERSION;
        String shareName = key + "-share-" + sound.sampleRate();
        StereoSource hits = made(key, sound.sampleRate(), sound.frames(), Texts.of("tracks.theHitsOf", name), sink -> {
            HitsStream struck = new HitsStream(sound);
            copy(struck, sink, progress.part(KEY_SHARE, 1));
            cache.keepFound(shareName, struck.share());
        });
        StruckShare share = found(shareName, StruckShare.class, () -> {
            HitsStream again = new HitsStream(sound); // the sound was kept, its figures were not
            readAll(again, progress);
            return again.share();
        });
        return new Apart(hits, share);
    }

    private StereoSource made(String key, int rate, long frames, String what, Filler filler) throws AudioFileException {
        try {
            Optional<MappedClip> known = cache.audio(key, rate, frames);
            return known.isPresent() ? known.get() : cache.store(key, rate, filler);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("tracks.thereIsNoRoom", what), e);
        }
    }

    private <T> T found(String name, Class<T> type, Supplier<T> finder) {
        Optional<T> before = cache.found(name, type);
        if (before.isPresent()) {
            return before.get();
        }
        T found = finder.get();
        cache.keepFound(name, found);
        return found;
    }

    /** Writes all of a stereo stream, which is closed then. */
    private static void copy(AudioStream made, FrameSink sink, Progress progress) throws IOException {
        try (AudioStream stream = made) {
            drain(stream, COPY_BLOCK, sink, progress);
        }
    }

    private static void readAll(AudioStream stream, Progress progress) {
        try {
            drain(stream, COPY_BLOCK, (left, right, frames) -> {}, progress);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void drain(AudioStream stream, int size, FrameSink sink, Progress progress) throws IOException {
        float[][] block = new float[2][size];
        long all = stream.expectedFrames();
        long done = 0;
        int n;
        while ((n = stream.read(block, size)) > 0) {
            sink.write(block[0], block[1], n);
            done += n;
            progress.check((double) done / all);
        }
    }
}
