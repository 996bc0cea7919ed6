package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import oakmirror.files.DiskWait;
import oakmirror.text.Texts;

/** Opens audio files for reading. */
public final class AudioFile {

    private static final Set<String> ENDINGS = Set.of(
            "wav", "wave", "bwf", "rf64", "w64", "aif", "aiff", "aifc", "flac", "mp3", "m4a", "mp4", "aac", "ogg",
            "oga", "opus", "caf", "m4v", "mov", "mkv", "mka", "webm"); // of films the sound

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
        DiskWait.check();
        String name = nameOf(path);
        if (Files.isDirectory(path)) {
            throw new AudioFileException(Texts.of("audiofiles.isAFolderChoose", name));
        }
        if (Files.exists(path) && !Files.isRegularFile(path)) {
            throw new AudioFileException(Texts.of("audiofiles.isAPipeOr", name));
        }
        if (!Files.exists(path) && (name.indexOf(NO_CHARACTER) >= 0 || name.indexOf('?') >= 0)) {
            throw new AudioFileException(Texts.of("audiofiles.isNotFoundIf", name));
        }
        if (!Files.exists(path)) {
            throw new AudioFileException(Texts.of("audiofiles.isNotThereAny", name));
        }
        if (!Files.isReadable(path)) {
            throw new AudioFileException(Texts.of("audiofiles.mayNotBeRead", name));
        }
        try {
            if (Files.size(path) == 0) {
                throw new AudioFileException(Texts.of("audiofiles.isEmptyExportIt", name));
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
                        ? Texts.of("audiofiles.cannotBeReadCheck", name)
                        : Texts.of("audiofiles.isNotThereAny", name),
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
