package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;
import static org.bytedeco.ffmpeg.global.avutil.av_strerror;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import oakmirror.media.folders.NativeFolder;
import oakmirror.text.Texts;
import org.bytedeco.javacpp.BytePointer;

/** What every use of FFmpeg here has in common. */
final class Ffmpeg {

    private Ffmpeg() {}

    /**
     * Loads the native libraries, if that has not happened yet.
     *
     * @throws AudioFileException when they cannot be unpacked, as where the user's folder is full, may not be written to, or nothing in it may be run
     */
    static void load() throws AudioFileException {
        NativeFolder.use();
        try {
            av_log_set_level(AV_LOG_QUIET);
        } catch (LinkageError e) {
            throw new AudioFileException(
                    Texts.of("audiofiles.theDecodersCannotBe", System.getProperty(NativeFolder.OF_DECODERS)), e);
        }
    }

    /** FFmpeg's own words for an error, for the log. */
    static String words(int error) {
        try (BytePointer buffer = new BytePointer(256)) {
            av_strerror(error, buffer, 256);
            String text = buffer.getString();
            int end = text.indexOf('\0'); // what lies behind it is whatever was in memory
            return (end < 0 ? text : text.substring(0, end)) + " (" + error + ")";
        }
    }

    /** Throws what a call says went wrong, in FFmpeg's words, for the log. */
    static void check(int result) throws IOException {
        if (result < 0) {
            throw new IOException(words(result));
        }
    }

    /** The file as FFmpeg names it: with its protocol, so that no file name is taken for an address. */
    static BytePointer url(Path path) {
        return new BytePointer("file:" + path.toAbsolutePath(), StandardCharsets.UTF_8);
    }
}
