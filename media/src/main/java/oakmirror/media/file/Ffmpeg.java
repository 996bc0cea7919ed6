package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;
import static org.bytedeco.ffmpeg.global.avutil.av_strerror;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.bytedeco.javacpp.BytePointer;

/** What every use of FFmpeg here has in common. */
final class Ffmpeg {

    static {
        av_log_set_level(AV_LOG_QUIET);
    }

    private Ffmpeg() {}

    /** Loads the native libraries, if that has not happened yet. */
    static void load() {
        // the static block does it
    }

    /** FFmpeg's own words for an error, for the log. */
    static String words(int error) {
        try (BytePointer buffer = new BytePointer(256)) {
            av_strerror(error, buffer, 256);
            return buffer.getString() + " (" + error + ")";
        }
    }

    /** The file as FFmpeg names it: with its protocol, so that no file name is taken for an address. */
    static BytePointer url(Path path) {
        return new BytePointer("file:" + path.toAbsolutePath(), StandardCharsets.UTF_8);
    }
}
