package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_FLAC;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_from_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avformat.AVIO_FLAG_WRITE;
import static org.bytedeco.ffmpeg.global.avformat.av_interleaved_write_frame;
import static org.bytedeco.ffmpeg.global.avformat.av_write_trailer;
import static org.bytedeco.ffmpeg.global.avformat.avformat_alloc_output_context2;
import static org.bytedeco.ffmpeg.global.avformat.avformat_free_context;
import static org.bytedeco.ffmpeg.global.avformat.avformat_new_stream;
import static org.bytedeco.ffmpeg.global.avformat.avformat_write_header;
import static org.bytedeco.ffmpeg.global.avformat.avio_closep;
import static org.bytedeco.ffmpeg.global.avformat.avio_open;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S32;
import static org.bytedeco.ffmpeg.global.avutil.av_channel_layout_default;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;

import java.io.IOException;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;
import oakmirror.dsp.TpdfDither;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.ShortPointer;

/** FLAC files (RFC 9639) of 16 or 24 bits with TPDF dither, through FFmpeg's encoder. */
final class FlacWriter implements AudioWriter {

    private final PendingFile pending;
    private final AVFormatContext format = new AVFormatContext(null);
    private final AVCodecContext codec;
    private final AVStream stream;
    private final AVFrame frame = av_frame_alloc();
    private final AVPacket packet = av_packet_alloc();
    private final TpdfDither[] dither;
    private final int[] samples;
    private final int frameSize;
    private int filled;
    private long written;
    private boolean fileOpen;
    private boolean closed;

    FlacWriter(PendingFile pending, int sampleRate, int bits, Optional<AppliedCorrection> applied) throws IOException {
        this.pending = pending;
        this.dither = new TpdfDither[] {new TpdfDither(bits, 1), new TpdfDither(bits, 2)};
        Ffmpeg.load();
        AVCodec encoder = avcodec_find_encoder(AV_CODEC_ID_FLAC);
        codec = avcodec_alloc_context3(encoder);
        codec.sample_rate(sampleRate);
        av_channel_layout_default(codec.ch_layout(), 2);
        codec.sample_fmt(bits == 16 ? AV_SAMPLE_FMT_S16 : AV_SAMPLE_FMT_S32);
        codec.bits_per_raw_sample(bits);
        codec.time_base().num(1).den(sampleRate);
        check(avcodec_open2(codec, encoder, (AVDictionary) null));
        frameSize = codec.frame_size();
        samples = new int[2 * frameSize];
        try (BytePointer url = Ffmpeg.url(pending.temporary())) {
            check(avformat_alloc_output_context2(format, null, "flac", (String) null));
            stream = avformat_new_stream(format, encoder);
            stream.time_base(codec.time_base());
            check(avcodec_parameters_from_context(stream.codecpar(), codec));
            AVIOContext io = new AVIOContext(null);
            check(avio_open(io, url, AVIO_FLAG_WRITE));
            format.pb(io);
            fileOpen = true;
        }
        if (applied.isPresent()) {
            AVDictionary comments = new AVDictionary(null);
            check(av_dict_set(comments, MasterNote.COMMENT, applied.get().text(), 0));
            format.metadata(comments);
        }
        check(avformat_write_header(format, (AVDictionary) null));
        frame.format(codec.sample_fmt());
        frame.nb_samples(frameSize);
        frame.sample_rate(sampleRate);
        av_channel_layout_default(frame.ch_layout(), 2);
        check(av_frame_get_buffer(frame, 0));
    }

    private static void check(int result) throws IOException {
        if (result < 0) {
            throw new IOException(Ffmpeg.words(result));
        }
    }

    @Override
    public void write(float[] left, float[] right, int count) throws IOException {
        try {
            for (int i = 0; i < count; i++) {
                samples[2 * filled] = dither[0].quantise(left[i]);
                samples[2 * filled + 1] = dither[1].quantise(right[i]);
                if (++filled == frameSize) {
                    encode();
                }
            }
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    private void encode() throws IOException {
        check(av_frame_make_writable(frame));
        frame.nb_samples(filled);
        if (codec.sample_fmt() == AV_SAMPLE_FMT_S16) {
            short[] shorts = new short[2 * filled];
            for (int i = 0; i < shorts.length; i++) {
                shorts[i] = (short) samples[i];
            }
            new ShortPointer(frame.data(0)).put(shorts, 0, shorts.length);
        } else {
            int[] high = new int[2 * filled];
            for (int i = 0; i < high.length; i++) {
                high[i] = samples[i] << (32 - dither[0].bits());
            }
            new IntPointer(frame.data(0)).put(high, 0, high.length);
        }
        frame.pts(written);
        written += filled;
        filled = 0;
        check(avcodec_send_frame(codec, frame));
        drain();
    }

    private void drain() throws IOException {
        while (avcodec_receive_packet(codec, packet) >= 0) {
            packet.stream_index(stream.index());
            av_packet_rescale_ts(packet, codec.time_base(), stream.time_base());
            check(av_interleaved_write_frame(format, packet));
        }
    }

    @Override
    public void commit() throws IOException {
        try {
            if (filled > 0) {
                encode();
            }
            check(avcodec_send_frame(codec, null));
            drain();
            check(av_write_trailer(format));
            release();
            pending.commit();
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    @Override
    public long clippedSamples() {
        return dither[0].clipped() + dither[1].clipped();
    }

    private void release() throws IOException {
        if (closed) {
            return;
        }
        closed = true;
        int result = 0;
        if (fileOpen) {
            result = avio_closep(format.pb());
        }
        av_frame_free(frame);
        av_packet_free(packet);
        avcodec_free_context(codec);
        avformat_free_context(format);
        check(result);
    }

    @Override
    public void close() throws IOException {
        try {
            release();
        } finally {
            pending.discard();
        }
    }
}
