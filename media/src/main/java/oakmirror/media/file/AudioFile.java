package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Opens audio files for reading. */
public final class AudioFile {

    private static final Set<String> ENDINGS = Set.of(
            "wav", "wave", "bwf", "rf64", "w64", "aif", "aiff", "aifc", "flac", "mp3", "m4a", "mp4", "aac", "ogg",
            "oga", "opus", "caf");

    /** What stands for a character that could not be read. */
    private static final char NO_CHARACTER = '\uFFFD';

    private AudioFile() {}

    /**
     * Opens a file. What it holds decides, not its ending.
     *
     * @throws AudioFileException when it is missing, not readable, a folder, empty, or no audio
     */
    public static DecodedStream open(Path path) throws AudioFileException {
        check(path);
        Optional<DecodedStream> plain = WavStream.open(path, nameOf(path));
        return plain.isPresent() ? plain.get() : FfmpegStream.open(path, nameOf(path));
    }

    /** Whether the header of a file leaves open how much it holds, as while it is being written. */
    public static boolean isOpenEnded(Path path) throws IOException {
        return WavStream.isOpenEnded(path);
    }

    private static String nameOf(Path path) {
        return String.valueOf(path.getFileName() == null ? path : path.getFileName());
    }

    /**
     * Looks whether a file can be opened at all.
     *
     * @throws AudioFileException when it is missing, not readable, a folder, or empty
     */
    public static void check(Path path) throws AudioFileException {
        String name = nameOf(path);
        if (Files.isDirectory(path)) {
            throw new AudioFileException(name + " is a folder; choose an audio file in it.");
        }
        if (Files.exists(path) && !Files.isRegularFile(path)) {
            throw new AudioFileException(name + " is a pipe or a device and no file; choose an audio file.");
        }
        if (!Files.exists(path) && (name.indexOf(NO_CHARACTER) >= 0 || name.indexOf('?') >= 0)) {
            throw new AudioFileException(
                    name + " is not found; if its name is not in UTF-8, as names from old systems are, rename it.");
        }
        if (!Files.exists(path)) {
            throw new AudioFileException(name + " is not there any more; it may have been moved or renamed.");
        }
        if (!Files.isReadable(path)) {
            throw new AudioFileException(name + " may not be read; change its permissions and try again.");
        }
        try {
            if (Files.size(path) == 0) {
                throw new AudioFileException(name + " is empty; export it again.");
            }
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw unreadable(path, name, e);
        }
    }

    /** What to say of a file that cannot be read: that it has gone, where it has. */
    public static AudioFileException unreadable(Path path, String name, IOException cause) {
        return new AudioFileException(
                Files.exists(path)
                        ? name + " cannot be read; check the disk it is on, or export it again."
                        : name + " is not there any more; it may have been moved or renamed.",
                cause);
    }

    /** Whether a file's ending is one of an audio file, for picking files out of a folder. */
    public static boolean looksLikeAudio(Path path) {
        String name = nameOf(path).toLowerCase(Locale.ROOT);
        int dot = name.lastIndexOf('.');
        return !name.startsWith(".") && dot >= 0 && ENDINGS.contains(name.substring(dot + 1));
    }

    /** The usual endings, with a star and a dot, for a file chooser. */
    public static java.util.List<String> patterns() {
        return ENDINGS.stream().sorted().map(e -> "*." + e).toList();
    }
}
