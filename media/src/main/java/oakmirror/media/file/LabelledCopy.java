package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_MJPEG;
import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_PNG;
import static org.bytedeco.ffmpeg.global.avcodec.AV_PKT_FLAG_KEY;
import static org.bytedeco.ffmpeg.global.avcodec.av_new_packet;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_copy;
import static org.bytedeco.ffmpeg.global.avformat.AV_DISPOSITION_ATTACHED_PIC;
import static org.bytedeco.ffmpeg.global.avformat.av_read_frame;
import static org.bytedeco.ffmpeg.global.avformat.avformat_close_input;
import static org.bytedeco.ffmpeg.global.avformat.avformat_find_stream_info;
import static org.bytedeco.ffmpeg.global.avformat.avformat_open_input;
import static org.bytedeco.ffmpeg.global.avutil.AVMEDIA_TYPE_VIDEO;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import oakmirror.delivery.Cover;
import oakmirror.delivery.LoudnessFields;
import oakmirror.delivery.TagField;
import oakmirror.measure.Levels;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.javacpp.Pointer;
import org.bytedeco.javacpp.PointerPointer;

/** Copies an encoded file, its sound as it is, behind what it says of itself. */
final class LabelledCopy {

    private static final int FRONT_COVER = 3;

    private LabelledCopy() {}

    /** Copies it; the sound is not coded again. */
    static void write(Path from, Path to, Encoding encoding, FileLabel label, Optional<Levels> measured)
            throws IOException {
        Ffmpeg.load();
        AVFormatContext input = new AVFormatContext(null);
        AVPacket packet = av_packet_alloc();
        try (var url = Ffmpeg.url(from);
                Muxer output = new Muxer(encoding.muxer(), to)) {
            Ffmpeg.check(avformat_open_input(input, url, null, (AVDictionary) null));
            Ffmpeg.check(avformat_find_stream_info(input, (PointerPointer<Pointer>) null));
            AVStream source = input.streams(0);
            AVStream sound = output.addStream();
            Ffmpeg.check(avcodec_parameters_copy(sound.codecpar(), source.codecpar()));
            sound.codecpar().codec_tag(0);
            sound.time_base(source.time_base());
            Optional<Cover> cover = label.tags().cover();
            boolean inComment = encoding == Encoding.OPUS;
            Optional<AVStream> picture = inComment ? Optional.empty() : cover.map(c -> pictureStream(output, c));
            Map<String, String> metadata = metadata(encoding, label, measured);
            if (inComment) {
                cover.ifPresent(c -> metadata.put("METADATA_BLOCK_PICTURE", pictureBlock(c)));
            }
            output.begin(metadata);
            if (picture.isPresent()) {
                writePicture(output, picture.get(), cover.orElseThrow());
            }
            while (av_read_frame(input, packet) >= 0) {
                packet.stream_index(sound.index());
                av_packet_rescale_ts(packet, source.time_base(), sound.time_base());
                packet.pos(-1);
                output.write(packet);
                av_packet_unref(packet);
            }
            output.end();
        } finally {
            av_packet_free(packet);
            avformat_close_input(input);
        }
    }

    private static Map<String, String> metadata(Encoding encoding, FileLabel label, Optional<Levels> measured) {
        Map<String, String> all = new LinkedHashMap<>();
        label.tags().texts().forEach((field, text) -> all.put(name(encoding, field), text));
        Optional<Levels> known = measured.filter(LoudnessFields::isDefined).filter(m -> isLabelled(label));
        switch (encoding) {
            case FLAC, MP3 ->
                known.ifPresent(m -> {
                    all.put("REPLAYGAIN_TRACK_GAIN", LoudnessFields.replayGain(m));
                    all.put("REPLAYGAIN_TRACK_PEAK", LoudnessFields.replayPeak(m));
                });
            case OPUS -> known.ifPresent(m -> all.put("R128_TRACK_GAIN", LoudnessFields.r128Gain(m)));
            case AAC -> {} // has no field for gain that is agreed on
        }
        if (encoding != Encoding.AAC) {
            label.made().map(DateTimeFormatter.ISO_LOCAL_DATE_TIME::format).ifPresent(t -> all.put("ENCODING_TIME", t));
        }
        if (encoding == Encoding.FLAC) {
            label.applied().ifPresent(a -> all.put(MasterNote.COMMENT, a.text()));
        }
        return all;
    }

    private static boolean isLabelled(FileLabel label) {
        return label.made().isPresent() || !label.tags().texts().isEmpty();
    }

    private static String name(Encoding encoding, TagField field) {
        boolean byFrame = encoding == Encoding.MP3 && field != TagField.COMMENT;
        boolean byComment = encoding == Encoding.FLAC || encoding == Encoding.OPUS;
        return byFrame ? TagNames.id3(field) : byComment ? TagNames.vorbis(field) : TagNames.ffmpeg(field);
    }

    private static AVStream pictureStream(Muxer output, Cover cover) {
        AVStream stream = output.addStream();
        stream.codecpar().codec_type(AVMEDIA_TYPE_VIDEO);
        stream.codecpar().codec_id(cover.type().equals("image/png") ? AV_CODEC_ID_PNG : AV_CODEC_ID_MJPEG);
        PictureSize size = PictureSize.of(cover);
        stream.codecpar().width(size.width());
        stream.codecpar().height(size.height());
        stream.disposition(AV_DISPOSITION_ATTACHED_PIC);
        return stream;
    }

    private static void writePicture(Muxer output, AVStream stream, Cover cover) throws IOException {
        AVPacket packet = av_packet_alloc();
        try {
            Ffmpeg.check(av_new_packet(packet, cover.data().length));
            packet.data().put(cover.data(), 0, cover.data().length);
            packet.stream_index(stream.index());
            packet.flags(packet.flags() | AV_PKT_FLAG_KEY);
            packet.pts(0);
            packet.dts(0);
            output.write(packet);
        } finally {
            av_packet_free(packet);
        }
    }

    /** The picture as FLAC has it (RFC 9639 §8.8), in base 64: how Vorbis comments carry one. */
    private static String pictureBlock(Cover cover) {
        byte[] type = cover.type().getBytes(StandardCharsets.US_ASCII);
        PictureSize size = PictureSize.of(cover);
        ByteBuffer block = ByteBuffer.allocate(32 + type.length + cover.data().length);
        block.putInt(FRONT_COVER).putInt(type.length).put(type).putInt(0);
        block.putInt(size.width()).putInt(size.height()).putInt(24).putInt(0);
        block.putInt(cover.data().length).put(cover.data());
        return Base64.getEncoder().encodeToString(block.array());
    }
}
