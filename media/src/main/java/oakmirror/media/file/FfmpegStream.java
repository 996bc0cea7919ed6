package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_to_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_frame;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_packet;
import static org.bytedeco.ffmpeg.global.avformat.av_find_best_stream;
import static org.bytedeco.ffmpeg.global.avformat.av_read_frame;
import static org.bytedeco.ffmpeg.global.avformat.avformat_close_input;
import static org.bytedeco.ffmpeg.global.avformat.avformat_find_stream_info;
import static org.bytedeco.ffmpeg.global.avformat.avformat_open_input;
import static org.bytedeco.ffmpeg.global.avutil.AVERROR_EAGAIN;
import static org.bytedeco.ffmpeg.global.avutil.AVERROR_EOF;
import static org.bytedeco.ffmpeg.global.avutil.AVMEDIA_TYPE_AUDIO;
import static org.bytedeco.ffmpeg.global.avutil.AV_NOPTS_VALUE;
import static org.bytedeco.ffmpeg.global.avutil.av_channel_layout_channel_from_index;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_free;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_unref;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.ChannelLayout.Role;
import oakmirror.text.Texts;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVChannelLayout;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.Pointer;
import org.bytedeco.javacpp.PointerPointer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** An audio file decoded by FFmpeg, at its own rate and with its own channels. Only containers of audio are opened. */
final class FfmpegStream extends DecodingStream {

    private static final Logger LOG = LoggerFactory.getLogger(FfmpegStream.class);
    static final String FORMATS = "wav,w64,aiff,caf,flac,mp3,aac,mov,mp4,m4a,3gp,3g2,mj2,ogg,matroska,webm,au";

    static final int LOWEST_RATE = 4000;
    static final int HIGHEST_RATE = 400_000;

    /** More channels than this, and a header is damaged. */
    private static final int MOST_CHANNELS = 64;

    private final String name;
    private final Path path;
    private final AVFormatContext format;
    private final AVCodecContext codec;
    private final AVPacket packet;
    private final AVFrame frame;
    private final int streamIndex;
    private final int sampleRate;
    private final ChannelLayout layout;
    private final long expectedFrames;
    private final SampleConverter converter;
    private float[][] pending = new float[0][0];
    private int pendingStart;
    private int pendingEnd;
    private int badPackets;
    private boolean gotAny;
    private boolean draining;
    private boolean ended;
    private boolean closed;

    static FfmpegStream open(Path path, String name) throws AudioFileException {
        Ffmpeg.load();
        AVFormatContext format = new AVFormatContext(null);
        AVDictionary options = new AVDictionary(null);
        av_dict_set(options, "protocol_whitelist", "file", 0);
        av_dict_set(options, "format_whitelist", FORMATS, 0);
        try (BytePointer url = Ffmpeg.url(path)) {
            int error = avformat_open_input(format, url, null, options);
            if (error < 0) {
                throw new AudioFileException(
                        Texts.of("audiofiles.isNotAnAudio", name), new IllegalStateException(Ffmpeg.words(error)));
            }
        } finally {
            av_dict_free(options);
        }
        AVCodecContext codec = null;
        try {
            AVStream stream = stream(format, name);
            codec = avcodec_alloc_context3(null);
            openCodec(codec, stream, name);
            return new FfmpegStream(path, name, format, stream, codec);
        } catch (AudioFileException | RuntimeException e) {
            if (codec != null) {
                avcodec_free_context(codec);
            }
            avformat_close_input(format);
            throw e;
        }
    }

    /** The stream of a file that holds its sound. */
    private static AVStream stream(AVFormatContext format, String name) throws AudioFileException {
        if (avformat_find_stream_info(format, (PointerPointer<Pointer>) null) < 0) {
            throw new AudioFileException(Texts.of("audiofiles.isDamagedAndCannot", name));
        }
        int index = av_find_best_stream(format, AVMEDIA_TYPE_AUDIO, -1, -1, (PointerPointer<AVCodec>) null, 0);
        if (index < 0) {
            throw new AudioFileException(Texts.of("audiofiles.holdsNoSoundThat", name));
        }
        return format.streams(index);
    }

    private static void openCodec(AVCodecContext codec, AVStream stream, String name) throws AudioFileException {
        int channels = stream.codecpar().ch_layout().nb_channels();
        if (channels > MOST_CHANNELS) {
            throw new AudioFileException(Texts.of("audiofiles.saysItHasChannels", name, channels));
        }
        AVCodec decoder = avcodec_find_decoder(stream.codecpar().codec_id());
        avcodec_parameters_to_context(codec, stream.codecpar());
        codec.pkt_timebase(stream.time_base());
        if (decoder == null
                || avcodec_open2(codec, decoder, (PointerPointer<Pointer>) null) < 0
                || codec.sample_rate() <= 0
                || codec.ch_layout().nb_channels() <= 0
                || !SampleConverter.reads(codec.sample_fmt())) {
            throw new AudioFileException(Texts.of("audiofiles.holdsSoundInA", name));
        }
        if (codec.sample_rate() < LOWEST_RATE || codec.sample_rate() > HIGHEST_RATE) {
            throw new AudioFileException(Texts.of("audiofiles.saysItHasSamples", name, codec.sample_rate()));
        }
    }

    private FfmpegStream(Path path, String name, AVFormatContext format, AVStream stream, AVCodecContext codec) {
        super(path);
        this.path = path;
        this.name = name;
        this.format = format;
        this.codec = codec;
        streamIndex = stream.index();
        sampleRate = codec.sample_rate();
        layout = layoutOf(codec.ch_layout());
        expectedFrames = expectedFrames(stream);
        converter = new SampleConverter(layout.channels());
        packet = av_packet_alloc();
        frame = av_frame_alloc();
    }

    private long expectedFrames(AVStream stream) {
        if (stream.duration() != AV_NOPTS_VALUE && stream.duration() > 0) {
            return Math.round((double) stream.duration()
                    * stream.time_base().num()
                    / stream.time_base().den()
                    * sampleRate);
        }
        return format.duration() > 0 ? Math.round(format.duration() * 1e-6 * sampleRate) : -1;
    }

    private static ChannelLayout layoutOf(AVChannelLayout ffmpeg) {
        int channels = ffmpeg.nb_channels();
        if (channels <= 2) {
            return ChannelLayout.usual(channels);
        }
        List<Role> roles = new ArrayList<>();
        for (int c = 0; c < channels; c++) {
            Optional<Role> role = roleOf(av_channel_layout_channel_from_index(ffmpeg, c), channels);
            if (role.isEmpty()) {
                return ChannelLayout.usual(channels);
            }
            roles.add(role.get());
        }
        return new ChannelLayout(roles);
    }

    /** FFmpeg's channel numbers are the bits of a WAVE channel mask. What a 5.1 file calls back is its surround pair. */
    static Optional<Role> roleOf(int channel, int channels) {
        return Optional.ofNullable(
                switch (channel) {
                    case 0 -> Role.LEFT;
                    case 1 -> Role.RIGHT;
                    case 2 -> Role.CENTRE;
                    case 3 -> Role.LFE;
                    case 4 -> channels > 6 ? Role.BACK_LEFT : Role.SURROUND_LEFT;
                    case 5 -> channels > 6 ? Role.BACK_RIGHT : Role.SURROUND_RIGHT;
                    case 8 -> Role.BACK_CENTRE;
                    case 9 -> Role.SURROUND_LEFT;
                    case 10 -> Role.SURROUND_RIGHT;
                    default -> null;
                });
    }

    @Override
    public int sampleRate() {
        return sampleRate;
    }

    @Override
    public ChannelLayout layout() {
        return layout;
    }

    @Override
    public long expectedFrames() {
        return expectedFrames;
    }

    @Override
    boolean isFloatingPoint() {
        return SampleConverter.isFloatingPoint(codec.sample_fmt());
    }

    @Override
    int available() throws AudioFileException {
        return pendingStart == pendingEnd && !decodeMore() ? 0 : pendingEnd - pendingStart;
    }

    @Override
    void take(float[][] block, int from, int count) {
        for (int c = 0; c < pending.length; c++) {
            System.arraycopy(pending[c], pendingStart, block[c], from, count);
        }
        pendingStart += count;
    }

    private boolean decodeMore() throws AudioFileException {
        while (!ended) {
            int got = avcodec_receive_frame(codec, frame);
            if (got >= 0) {
                take();
                if (pendingEnd > 0) {
                    gotAny = true;
                    return true;
                }
            } else if (got == AVERROR_EOF || draining) {
                ended = true;
                if (!gotAny) {
                    throw new AudioFileException(Texts.of("audiofiles.holdsNoSamplesExport", name));
                }
            } else if (got == AVERROR_EAGAIN()) {
                sendPacket();
            } else {
                badPackets++;
                LOG.debug("{}: a part cannot be decoded: {}", path, Ffmpeg.words(got));
                sendPacket();
            }
        }
        return false;
    }

    private void sendPacket() {
        while (true) {
            if (av_read_frame(format, packet) < 0) {
                draining = avcodec_send_packet(codec, null) < 0 || draining;
                return;
            }
            boolean ours = packet.stream_index() == streamIndex;
            int error = ours ? avcodec_send_packet(codec, packet) : 0;
            av_packet_unref(packet);
            if (error < 0 && error != AVERROR_EAGAIN()) {
                badPackets++;
            } else if (ours) {
                return;
            }
        }
    }

    private void take() {
        int count = frame.ch_layout().nb_channels() == layout.channels() ? frame.nb_samples() : 0;
        if (pending.length == 0 || pending[0].length < count) {
            pending = new float[layout.channels()][Math.max(count, 4096)];
        }
        if (count > 0) {
            converter.convert(frame, pending);
        }
        pendingStart = 0;
        pendingEnd = count;
        av_frame_unref(frame);
    }

    @Override
    public List<String> warnings() {
        List<String> warnings = super.warnings();
        if (badPackets > 0) {
            warnings.add(Texts.of("audiofiles.partsOfTheFile"));
        }
        return warnings;
    }

    @Override
    public void close() {
        if (!closed) {
            closed = true;
            av_frame_free(frame);
            av_packet_free(packet);
            avcodec_free_context(codec);
            avformat_close_input(format);
        }
    }
}
