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

    private AudioFile() {}

    /**
     * Opens a file. What it holds decides, not its ending.
     *
     * @throws AudioFileException when it is missing, not readable, a folder, empty, or no audio
     */
    public static DecodedStream open(Path path) throws AudioFileException {
        String name = String.valueOf(path.getFileName());
        if (Files.isDirectory(path)) {
            throw new AudioFileException(name + " is a folder; choose an audio file in it.");
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
            throw new AudioFileException(name + " cannot be read.", e);
        }
        Optional<DecodedStream> plain = WavStream.open(path, name);
        return plain.isPresent() ? plain.get() : FfmpegStream.open(path, name);
    }

    /** Whether a file's ending is one of an audio file, for picking files out of a folder. */
    public static boolean looksLikeAudio(Path path) {
        String name = path.getFileName().toString().toLowerCase(Locale.ROOT);
        int dot = name.lastIndexOf('.');
        return !name.startsWith(".") && dot >= 0 && ENDINGS.contains(name.substring(dot + 1));
    }

    /** The usual endings, with a star and a dot, for a file chooser. */
    public static java.util.List<String> patterns() {
        return ENDINGS.stream().sorted().map(e -> "*." + e).toList();
    }

    /** Loads the decoders, which takes half a second the first time. */
    public static void warmUp() {
        Ffmpeg.load();
    }
}
