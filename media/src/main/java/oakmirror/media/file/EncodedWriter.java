package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_BITEXACT;
import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_GLOBAL_HEADER;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder_by_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_from_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLT;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLTP;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S32;
import static org.bytedeco.ffmpeg.global.avutil.av_channel_layout_default;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.dsp.TpdfDither;
import oakmirror.measure.Levels;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.measure.WorkerThreads;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.javacpp.FloatPointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.ShortPointer;

/**
 * Files through FFmpeg's encoders: FLAC (RFC 9639) of 16 or 24 bits, and lossy ones for test listening. What a file says of itself is only known when its
 * loudness is, so the sound is encoded to a file of its own first and copied behind its label at the end.
 */
final class EncodedWriter implements AudioWriter {

    private final PendingFile pending;
    private final PendingFile unlabelled;
    private final Encoding encoding;
    private final FileLabel label;
    private final Muxer muxer;
    private final AVCodecContext codec;
    private final AVStream stream;
    private final AVFrame frame = av_frame_alloc();
    private final AVPacket packet = av_packet_alloc();
    private final TpdfDither[] dither;
    private final float[][] samples;
    private final int frameSize;
    private Optional<Levels> measured = Optional.empty();
    private int filled;
    private long written;
    private boolean closed;

    /**
     * Starts a stereo file.
     *
     * @param unlabelled where the sound goes first; this writer's from now on, like {@code pending}
     */
    EncodedWriter(
            PendingFile pending,
            PendingFile unlabelled,
            Encoding encoding,
            int sampleRate,
            Samples form,
            FileLabel label)
            throws IOException {
        this.pending = pending;
        this.unlabelled = unlabelled;
        this.encoding = encoding;
        this.label = label;
        this.dither = form.rounding();
        Ffmpeg.load();
        codec = avcodec_alloc_context3(avcodec_find_encoder_by_name(encoding.encoder()));
        Muxer begun = null;
        try {
            open(encoding, sampleRate, form);
            frameSize = codec.frame_size();
            samples = new float[2][frameSize];
            begun = new Muxer(encoding.muxer(), unlabelled.temporary());
            muxer = begun;
            stream = begun.addStream();
            stream.time_base(codec.time_base());
            Ffmpeg.check(avcodec_parameters_from_context(stream.codecpar(), codec));
            begun.begin();
            frame.format(codec.sample_fmt());
            frame.nb_samples(frameSize);
            frame.sample_rate(sampleRate);
            av_channel_layout_default(frame.ch_layout(), 2);
            Ffmpeg.check(av_frame_get_buffer(frame, 0));
        } catch (IOException | RuntimeException e) {
            free(begun); // nobody has this to close it
            throw e;
        }
    }

    private void open(Encoding encoding, int sampleRate, Samples form) throws IOException {
        codec.sample_rate(sampleRate);
        av_channel_layout_default(codec.ch_layout(), 2);
        codec.sample_fmt(encoding.sampleFormat(form.bits()));
        if (form.bits() != 32) {
            codec.bits_per_raw_sample(form.bits());
        }
        codec.bit_rate(encoding.bitsPerSecond());
        codec.time_base().num(1).den(sampleRate);
        codec.flags(codec.flags() | AV_CODEC_FLAG_BITEXACT | AV_CODEC_FLAG_GLOBAL_HEADER);
        Ffmpeg.check(avcodec_open2(codec, codec.codec(), (AVDictionary) null));
    }

    private void free(Muxer begun) throws IOException {
        av_frame_free(frame);
        av_packet_free(packet);
        avcodec_free_context(codec);
        if (begun != null) {
            begun.close();
        }
    }

    @Override
    public void write(float[] left, float[] right, int count) throws IOException {
        try {
            for (int i = 0; i < count; i++) {
                samples[0][filled] = left[i];
                samples[1][filled] = right[i];
                if (++filled == frameSize) {
                    encode();
                }
            }
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    private void encode() throws IOException {
        Ffmpeg.check(av_frame_make_writable(frame));
        frame.nb_samples(filled);
        switch (codec.sample_fmt()) {
            case AV_SAMPLE_FMT_S16 -> {
                short[] shorts = new short[2 * filled];
                for (int i = 0; i < shorts.length; i++) {
                    shorts[i] = (short) rounded(i);
                }
                new ShortPointer(frame.data(0)).put(shorts, 0, shorts.length);
            }
            case AV_SAMPLE_FMT_S32 -> {
                int[] high = new int[2 * filled];
                for (int i = 0; i < high.length; i++) {
                    high[i] = rounded(i) << (32 - dither[0].bits());
                }
                new IntPointer(frame.data(0)).put(high, 0, high.length);
            }
            case AV_SAMPLE_FMT_FLT -> {
                float[] both = new float[2 * filled];
                for (int i = 0; i < both.length; i++) {
                    both[i] = samples[i & 1][i >> 1];
                }
                new FloatPointer(frame.data(0)).put(both, 0, both.length);
            }
            case AV_SAMPLE_FMT_FLTP -> {
                new FloatPointer(frame.data(0)).put(samples[0], 0, filled);
                new FloatPointer(frame.data(1)).put(samples[1], 0, filled);
            }
            default -> throw new IOException("no samples of format " + codec.sample_fmt());
        }
        frame.pts(written);
        written += filled;
        filled = 0;
        Ffmpeg.check(avcodec_send_frame(codec, frame));
        drain();
    }

    /** The integer for one of the samples, left and right in turn. */
    private int rounded(int i) {
        return dither[i & 1].quantise(samples[i & 1][i >> 1]);
    }

    private void drain() throws IOException {
        while (avcodec_receive_packet(codec, packet) >= 0) {
            packet.stream_index(stream.index());
            av_packet_rescale_ts(packet, codec.time_base(), stream.time_base());
            muxer.write(packet);
        }
    }

    @Override
    public void measured(Levels levels) {
        measured = Optional.of(levels);
    }

    @Override
    public void commit() throws IOException {
        try {
            if (filled > 0) {
                encode();
            }
            Ffmpeg.check(avcodec_send_frame(codec, null));
            drain();
            muxer.end();
            release();
            LabelledCopy.write(unlabelled.temporary(), pending.temporary(), encoding, label, said());
            unlabelled.discard();
            pending.commit();
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    /** What it says of its loudness: where something is lost, that of what comes out of it, whose peaks are higher. */
    private Optional<Levels> said() throws IOException {
        if (encoding == Encoding.FLAC || measured.isEmpty()) {
            return measured;
        }
        ExecutorService parts = WorkerThreads.forParts();
        try (DecodedStream decoded = AudioFile.open(unlabelled.temporary())) {
            return Optional.of(new TrackMeasurer(parts, Extent.LEVELS)
                    .measure(decoded, Progress.NONE)
                    .heard());
        } finally {
            parts.shutdown();
        }
    }

    @Override
    public Path file() {
        return pending.target();
    }

    @Override
    public long clippedSamples() {
        return Samples.clipped(dither);
    }

    private void release() throws IOException {
        if (closed) {
            return;
        }
        closed = true;
        free(muxer);
    }

    @Override
    public void close() throws IOException {
        try {
            release();
        } finally {
            unlabelled.discard();
            pending.discard();
        }
    }
}
