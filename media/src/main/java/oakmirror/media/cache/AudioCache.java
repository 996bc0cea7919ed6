package oakmirror.media.cache;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import oakmirror.measure.TrackMeasurement;
import oakmirror.rhythm.Rhythm;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Decoded audio and measurements in a folder of the user's cache. An entry is named by what its source file holds, so a moved file is
 * found again and a new bounce under the old name is not mistaken for the old one.
 *
 * <p>Files appear by renaming a finished temporary one, so two programs can share the folder: the worst that happens is that both do the
 * same work. When the folder grows over its limit the entries not used for longest go; what is mapped stays readable, as its file only
 * loses its name.
 */
public final class AudioCache {

    /** Limit used where nothing else is said: 8 GiB. */
    public static final long DEFAULT_LIMIT_BYTES = 8L << 30;

    private static final Logger LOG = LoggerFactory.getLogger(AudioCache.class);
    private static final ObjectMapper JSON = new ObjectMapper()
            .registerModule(new Jdk8Module())
            .setVisibility(PropertyAccessor.ALL, Visibility.NONE)
            .setVisibility(PropertyAccessor.FIELD, Visibility.ANY)
            .setVisibility(PropertyAccessor.CREATOR, Visibility.ANY);
    private static final int SAMPLED_PARTS = 64;
    private static final int SAMPLED_BYTES = 1 << 15;
    /** Raised whenever a measurement changes its meaning, so that old ones are not read. */
    private static final String FORMAT = "5";

    private final Path folder;
    private final long limitBytes;
    private final Set<Path> inUse = ConcurrentHashMap.newKeySet();

    /** A cache in a folder, which is made when needed. */
    public AudioCache(Path folder, long limitBytes) {
        this.folder = folder;
        this.limitBytes = limitBytes;
    }

    /** The cache in the user's own cache folder. */
    public static AudioCache ofUser() {
        return new AudioCache(UserFolders.cache().resolve("audio"), DEFAULT_LIMIT_BYTES);
    }

    /**
     * What names a file's entry: a digest of its length, its time of change, and 64 parts of 32 KiB spread evenly over it (all of a
     * file up to 2 MiB).
     */
    public static String keyOf(Path file) throws IOException {
        MessageDigest digest = sha256();
        long size = Files.size(file);
        long time = Files.getLastModifiedTime(file).toMillis();
        digest.update(ByteBuffer.allocate(16).putLong(size).putLong(time).flip());
        digest.update(FORMAT.getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        ByteBuffer part = ByteBuffer.allocate(SAMPLED_BYTES);
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            long step = Math.max(SAMPLED_BYTES, (size - SAMPLED_BYTES) / (SAMPLED_PARTS - 1));
            for (long at = 0; at < size; at += step) {
                part.clear();
                channel.read(part, at);
                digest.update(part.flip());
            }
        }
        return HexFormat.of().formatHex(digest.digest(), 0, 16);
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    /** The audio of an entry at a rate, if it is there. */
    public Optional<MappedClip> audio(String key, int sampleRate, long frames) {
        Path file = audioFile(key, sampleRate);
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try {
            Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis()));
            MappedClip clip = MappedClip.map(file, sampleRate, frames);
            inUse.add(file);
            return Optional.of(clip);
        } catch (IOException e) {
            LOG.debug("cached audio is not usable, decoding again", e);
            return Optional.empty();
        }
    }

    /** What was measured of an entry, with what was found wrong, if it is there. */
    public Optional<Measured> measured(String key) {
        Path file = measuredFile(key);
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try {
            return Optional.of(JSON.readValue(file.toFile(), Measured.class));
        } catch (IOException e) {
            LOG.debug("cached measurement is not usable, measuring again", e);
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
     * @throws IOException when the folder cannot be written or is full; what was begun is removed
     */
    public MappedClip store(String key, int sampleRate, Filler filler) throws IOException {
        makeFolder();
        Path temporary = Files.createTempFile(folder, key, ".part");
        try {
            long frames;
            try (MappedClipWriter writer = new MappedClipWriter(temporary)) {
                filler.fill(writer::write);
                frames = writer.finish();
            }
            Path file = audioFile(key, sampleRate);
            Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            inUse.add(file);
            MappedClip clip = MappedClip.map(file, sampleRate, frames);
            trim();
            return clip;
        } finally {
            Files.deleteIfExists(temporary);
        }
    }

    /** Keeps what was measured. A failure is no harm: it will be measured again. */
    public void keep(String key, Measured measured) {
        try {
            makeFolder();
            Path temporary = Files.createTempFile(folder, key, ".part");
            try {
                JSON.writeValue(temporary.toFile(), measured);
                Files.move(
                        temporary,
                        measuredFile(key),
                        StandardCopyOption.REPLACE_EXISTING,
                        StandardCopyOption.ATOMIC_MOVE);
            } finally {
                Files.deleteIfExists(temporary);
            }
        } catch (IOException e) {
            LOG.debug("measurement not kept", e);
        }
    }

    private void makeFolder() throws IOException {
        try {
            Files.createDirectories(folder);
        } catch (FileAlreadyExistsException e) {
            throw new IOException("The cache folder " + folder + " is in the way of a file of that name.", e);
        }
    }

    private Path audioFile(String key, int sampleRate) {
        return folder.resolve(key + "-" + sampleRate + ".f32");
    }

    private Path measuredFile(String key) {
        return folder.resolve(key + ".json");
    }

    /** Removes what was not used for longest until the folder is within its limit. */
    void trim() throws IOException {
        List<Path> oldestFirst;
        try (Stream<Path> files = Files.list(folder)) {
            oldestFirst = files.filter(Files::isRegularFile)
                    .sorted(Comparator.comparingLong(AudioCache::changed))
                    .toList();
        }
        long total = oldestFirst.stream().mapToLong(AudioCache::size).sum();
        for (Path file : oldestFirst) {
            if (total <= limitBytes) {
                return;
            }
            boolean fresh =
                    file.toString().endsWith(".part") && System.currentTimeMillis() - changed(file) < 86_400_000;
            if (!inUse.contains(file) && !fresh) {
                long size = size(file);
                try {
                    Files.deleteIfExists(file);
                    total -= size;
                } catch (IOException e) {
                    LOG.debug("in use elsewhere: {}", file, e);
                }
            }
        }
    }

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
