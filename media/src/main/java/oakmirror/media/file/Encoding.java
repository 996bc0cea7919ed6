package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLT;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLTP;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S32;

/** What FFmpeg is asked for, by its own names. */
enum Encoding {
    FLAC("flac", "flac", 0),
    MP3("libmp3lame", "mp3", 320_000),
    AAC("aac", "ipod", 256_000),
    OPUS("libopus", "opus", 192_000);

    private final String encoder;
    private final String muxer;
    private final int bitsPerSecond;

    Encoding(String encoder, String muxer, int bitsPerSecond) {
        this.encoder = encoder;
        this.muxer = muxer;
        this.bitsPerSecond = bitsPerSecond;
    }

    String encoder() {
        return encoder;
    }

    String muxer() {
        return muxer;
    }

    int bitsPerSecond() {
        return bitsPerSecond;
    }

    int sampleFormat(int bits) {
        return switch (this) {
            case FLAC -> bits == 16 ? AV_SAMPLE_FMT_S16 : AV_SAMPLE_FMT_S32;
            case MP3, AAC -> AV_SAMPLE_FMT_FLTP;
            case OPUS -> AV_SAMPLE_FMT_FLT;
        };
    }
}
