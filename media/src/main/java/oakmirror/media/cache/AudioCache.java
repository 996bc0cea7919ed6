package oakmirror.media.cache;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.smile.databind.SmileMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.files.AtomicFile;
import oakmirror.files.PrivateFolder;
import oakmirror.files.StaleFiles;
import oakmirror.measure.Provenance;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.folders.UserFolders;
import oakmirror.rhythm.Rhythm;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Decoded audio and measurements in a folder of the user's cache. An entry is named by what its source file holds ({@link ContentKey}), so a
 * moved file is found again and a new bounce under the old name is not mistaken for the old one.
 *
 * <p>Files appear by renaming a finished temporary one, so two programs can share the folder: the worst that happens is that both do the
 * same work. As nothing is forced to disk, audio is checked when it is opened, and a measurement is only taken for what its own
 * {@link Provenance} says it is; what does not hold is made again. When the folder grows over its limit the entries not used for longest go; what is heard or measured stays, until
 * its last user has let go of it ({@link MappedFiles}).
 */
public final class AudioCache {

    /** Limit used where nothing else is said: 8 GiB. */
    public static final long DEFAULT_LIMIT_BYTES = 8L << 30;

    private static final Logger LOG = LoggerFactory.getLogger(AudioCache.class);
    private static final String FOUND = ".smile";
    private static final ObjectMapper RECORDS =
            SmileMapper.builder() // binary: reading numbers from text took most of the time
                    .addModule(new Jdk8Module())
                    .visibility(PropertyAccessor.ALL, Visibility.NONE)
                    .visibility(PropertyAccessor.FIELD, Visibility.ANY)
                    .visibility(PropertyAccessor.CREATOR, Visibility.ANY)
                    .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                    .enable(DeserializationFeature.FAIL_ON_MISSING_CREATOR_PROPERTIES)
                    .defaultSetterInfo(JsonSetter.Value.forContentNulls(Nulls.FAIL))
                    .build();

    private final Path folder;
    private final long limitBytes;
    private final MappedFiles leases = new MappedFiles();

    /** A cache in a folder, which is made when needed. */
    public AudioCache(Path folder, long limitBytes) {
        this.folder = folder;
        this.limitBytes = limitBytes;
    }

    /** The cache in the user's own cache folder. */
    public static AudioCache ofUser() {
        return new AudioCache(UserFolders.cache().resolve("audio"), DEFAULT_LIMIT_BYTES);
    }

    /** The audio of an entry at a rate, if it is there and whole. */
    public Optional<MappedClip> audio(String key, int sampleRate, long frames) {
        Path file = audioFile(key, sampleRate);
        if (!Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try {
            MappedClip clip = MappedClip.map(file, sampleRate, frames);
            Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis()));
            leases.take(file, clip);
            return Optional.of(clip);
        } catch (IOException | RuntimeException e) {
            LOG.info("cached audio is not usable, decoding again", e);
            return Optional.empty();
        }
    }

    /** What was measured of just that, with what was found wrong, if it is there. */
    public Optional<Measured> measured(Provenance wanted) {
        return read(wanted).filter(m -> m.measurement().provenance().equals(wanted));
    }

    /**
     * What was measured of all that a file holds, whatever its rate is.
     *
     * @param least how much of it has to be known; more is as good
     */
    public Optional<Measured> measuredWhole(String content, Extent least) {
        return EnumSet.range(least, Extent.ALL).stream()
                .flatMap(extent -> measuredAll(content, extent).stream())
                .findFirst();
    }

    private Optional<Measured> measuredAll(String content, Extent extent) {
        return read(whole(content, 0, extent)).filter(m -> {
            TrackMeasurement found = m.measurement();
            return found.provenance().equals(whole(content, found.sampleRate(), extent));
        });
    }

    private static Provenance whole(String content, int sampleRate, Extent extent) {
        return new Provenance(Provenance.Origin.whole(content), sampleRate, extent, TrackMeasurer.VERSION);
    }

    private Optional<Measured> read(Provenance named) {
        return found(named.id(), Measured.class);
    }

    /**
     * What was found before, if it is there.
     *
     * @param name made of what it was found of, and by which version of what finds it
     */
    public <T> Optional<T> found(String name, Class<T> type) {
        Path file = foundFile(name);
        if (!Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try {
            return Optional.ofNullable(RECORDS.readValue(file.toFile(), type));
        } catch (IOException | RuntimeException e) {
            LOG.info("something in the cache is not usable and is found again", e);
            return Optional.empty();
        }
    }

    /** A measurement as it is kept. */
    public record Measured(TrackMeasurement measurement, Rhythm rhythm, List<String> warnings) {}

    /** Something that writes an entry's audio. */
    @FunctionalInterface
    public interface Filler {
        /** Writes all frames to the sink. */
        void fill(FrameSink sink) throws IOException;
    }

    /** Takes stereo frames. */
    @FunctionalInterface
    public interface FrameSink {
        /** Takes the next frames. */
        void write(float[] left, float[] right, int frames) throws IOException;
    }

    /**
     * Writes an entry's audio and maps it.
     *
     * @throws AudioFileException when what fills it fails in that way
     * @throws CacheException when the folder cannot be written or is full; what was begun is removed
     */
    public MappedClip store(String key, int sampleRate, Filler filler) throws IOException {
        Path target = audioFile(key, sampleRate);
        try {
            makeFolder();
            try (AtomicFile file = AtomicFile.begin(clear(target))) {
                long frames = fill(file, filler);
                file.commitUnforced();
                MappedClip clip = MappedClip.map(target, sampleRate, frames);
                leases.take(target, clip);
                trim();
                return clip;
            }
        } catch (AudioFileException | CacheException e) {
            throw e;
        } catch (IOException e) {
            throw new CacheException(e);
        }
    }

    private static long fill(AtomicFile file, Filler filler) throws IOException {
        try (MappedClipWriter writer = new MappedClipWriter(file.temporary())) {
            filler.fill(writer::write);
            return writer.finish();
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new CacheException(file.explained(e));
        }
    }

    /** Keeps what was measured, under what it says it was made of. A failure is no harm: it will be measured again. */
    public void keep(Measured measured) {
        keepFound(measured.measurement().provenance().id(), measured);
    }

    /** Keeps what was found under a name. A failure is no harm: it will be found again. */
    public void keepFound(String name, Object value) {
        try {
            makeFolder();
            Path target = clear(foundFile(name));
            try (AtomicFile file = AtomicFile.begin(target)) {
                RECORDS.writeValue(file.temporary().toFile(), value);
                file.commitUnforced();
            }
        } catch (IOException e) {
            LOG.info("not kept in the cache: {}", name, e);
        }
    }

    /** A place in the cache that no folder is in the way of. */
    private static Path clear(Path file) {
        if (Files.isDirectory(file)) {
            StaleFiles.removeFolder(file);
        }
        return file;
    }

    private void makeFolder() throws IOException {
        try {
            PrivateFolder.make(folder);
        } catch (FileAlreadyExistsException e) {
            throw new IOException(Texts.of("invalid.cacheFolder", folder), e);
        }
    }

    private Path audioFile(String key, int sampleRate) {
        return folder.resolve(key + "-" + sampleRate + ".f32");
    }

    private Path foundFile(String name) {
        return folder.resolve(name + FOUND);
    }

    /**
     * Has the reader of measurements made ready, which takes a while the first time: to be called in the background while the program starts.
     */
    public static void prepare() {
        try {
            RECORDS.readValue(RECORDS.writeValueAsBytes(null), Measured.class);
        } catch (IOException e) {
            LOG.debug("not prepared", e);
        }
    }

    /** Removes what was not used for longest and is used by nobody, until the folder is within its limit. */
    void trim() throws IOException {
        if (trimmedTotal() > limitBytes && leases.count() > 0) {
            leases.collect(); // some of it may have been forgotten without anybody having noticed
            trimmedTotal();
        }
    }

    /** Removes what can be removed, and says how much is there afterwards. */
    private long trimmedTotal() throws IOException {
        List<Entry> oldestFirst;
        try (Stream<Path> files = Files.list(folder)) {
            oldestFirst = files.filter(Files::isRegularFile)
                    .map(file -> new Entry(file, changed(file), size(file)))
                    .sorted(Comparator.comparingLong(Entry::changed))
                    .toList();
        }
        long total = oldestFirst.stream().mapToLong(Entry::size).sum();
        for (Entry entry : oldestFirst) {
            if (total <= limitBytes) {
                break;
            }
            Path file = entry.file();
            if (!leases.isTaken(file) && !file.toString().endsWith(".part")) {
                try {
                    Files.deleteIfExists(file);
                    total -= entry.size();
                } catch (IOException e) {
                    LOG.debug("in use elsewhere: {}", file, e);
                }
            }
        }
        return total;
    }

    /** A file as it was when it was looked at, once: other windows use it meanwhile, and times that change cannot be sorted by. */
    private record Entry(Path file, long changed, long size) {}

    private static long changed(Path file) {
        try {
            return Files.getLastModifiedTime(file).toMillis();
        } catch (IOException e) {
            return 0; // gone in the meantime
        }
    }

    private static long size(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return 0; // gone in the meantime
        }
    }
}
