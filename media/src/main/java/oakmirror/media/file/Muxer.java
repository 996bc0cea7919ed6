package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avformat.AVIO_FLAG_WRITE;
import static org.bytedeco.ffmpeg.global.avformat.av_interleaved_write_frame;
import static org.bytedeco.ffmpeg.global.avformat.av_write_trailer;
import static org.bytedeco.ffmpeg.global.avformat.avformat_alloc_output_context2;
import static org.bytedeco.ffmpeg.global.avformat.avformat_free_context;
import static org.bytedeco.ffmpeg.global.avformat.avformat_new_stream;
import static org.bytedeco.ffmpeg.global.avformat.avformat_write_header;
import static org.bytedeco.ffmpeg.global.avformat.avio_closep;
import static org.bytedeco.ffmpeg.global.avformat.avio_open;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;

/** A container that FFmpeg writes; the same bytes for the same content. */
final class Muxer implements Closeable {

    private final AVFormatContext format = new AVFormatContext(null);
    private boolean fileOpen;
    private boolean closed;

    /** Starts a file of a format by FFmpeg's name. */
    Muxer(String name, Path file) throws IOException {
        try (var url = Ffmpeg.url(file)) {
            Ffmpeg.check(avformat_alloc_output_context2(format, null, name, (String) null));
            format.flags(format.flags() | AVFormatContext.AVFMT_FLAG_BITEXACT);
            AVIOContext io = new AVIOContext(null);
            Ffmpeg.check(avio_open(io, url, AVIO_FLAG_WRITE));
            format.pb(io);
            fileOpen = true;
        } catch (IOException e) {
            avformat_free_context(format);
            throw e;
        }
    }

    AVStream addStream() {
        return avformat_new_stream(format, null);
    }

    void begin() throws IOException {
        begin(Map.of());
    }

    /** Writes the header with what the file says of itself. */
    void begin(Map<String, String> metadata) throws IOException {
        AVDictionary comments = new AVDictionary(null);
        for (Map.Entry<String, String> e : metadata.entrySet()) {
            Ffmpeg.check(av_dict_set(comments, e.getKey(), e.getValue(), 0));
        }
        format.metadata(comments);
        Ffmpeg.check(avformat_write_header(format, (AVDictionary) null));
    }

    void write(AVPacket packet) throws IOException {
        Ffmpeg.check(av_interleaved_write_frame(format, packet));
    }

    void end() throws IOException {
        Ffmpeg.check(av_write_trailer(format));
    }

    @Override
    public void close() throws IOException {
        if (closed) {
            return;
        }
        closed = true;
        int result = fileOpen ? avio_closep(format.pb()) : 0;
        avformat_free_context(format);
        Ffmpeg.check(result);
    }
}
