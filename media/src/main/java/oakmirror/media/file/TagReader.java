package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avformat.AV_DISPOSITION_ATTACHED_PIC;
import static org.bytedeco.ffmpeg.global.avformat.avformat_close_input;
import static org.bytedeco.ffmpeg.global.avformat.avformat_open_input;
import static org.bytedeco.ffmpeg.global.avutil.AVMEDIA_TYPE_AUDIO;
import static org.bytedeco.ffmpeg.global.avutil.AV_DICT_IGNORE_SUFFIX;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_free;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_get;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import oakmirror.delivery.Cover;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVDictionaryEntry;
import org.bytedeco.javacpp.BytePointer;

/** Reads what an audio file says of itself. */
public final class TagReader {

    private TagReader() {}

    /** Title, artist, cover and so on; what cannot be read is not there. */
    public static Tags read(Path file) {
        EnumMap<TagField, String> texts = new EnumMap<>(TagField.class);
        Content content = content(file);
        content.texts().forEach((name, text) -> TagNames.field(name)
                .filter(f -> f.objection(f.tidied(text)).isEmpty())
                .ifPresent(f -> texts.putIfAbsent(f, text)));
        return new Tags(texts, content.cover());
    }

    /** Everything it says, by the names it has there, in capitals. */
    static Map<String, String> all(Path file) {
        return content(file).texts();
    }

    private record Content(Map<String, String> texts, Optional<Cover> cover) {}

    private static Content content(Path file) {
        Map<String, String> texts = new TreeMap<>();
        Optional<Cover> cover = Optional.empty();
        if (!Files.isRegularFile(file) || !Files.isReadable(file)) {
            return new Content(texts, cover);
        }
        AVFormatContext format = new AVFormatContext(null);
        AVDictionary options = new AVDictionary(null);
        try (BytePointer url = Ffmpeg.url(file)) {
            Ffmpeg.load();
            av_dict_set(options, "protocol_whitelist", "file", 0);
            av_dict_set(options, "format_whitelist", FfmpegStream.FORMATS, 0);
            if (avformat_open_input(format, url, null, options) >= 0) {
                collect(format.metadata(), texts);
                for (int i = 0; i < format.nb_streams(); i++) {
                    AVStream stream = format.streams(i);
                    if (stream.codecpar().codec_type() == AVMEDIA_TYPE_AUDIO) {
                        collect(stream.metadata(), texts); // where Ogg has them
                    }
                    cover = cover.or(() -> picture(stream));
                }
            }
        } catch (AudioFileException e) {
            return new Content(texts, cover); // whether it can be read at all is told by who reads its sound
        } finally {
            av_dict_free(options);
            avformat_close_input(format);
        }
        return new Content(texts, cover);
    }

    private static void collect(AVDictionary dictionary, Map<String, String> into) {
        AVDictionaryEntry entry = null;
        while ((entry = av_dict_get(dictionary, "", entry, AV_DICT_IGNORE_SUFFIX)) != null) {
            String name = text(entry.key()).toUpperCase(Locale.ROOT);
            into.putIfAbsent(name, text(entry.value()));
        }
    }

    private static String text(BytePointer pointer) {
        return new String(pointer.getStringBytes(), StandardCharsets.UTF_8);
    }

    private static Optional<Cover> picture(AVStream stream) {
        int size = stream.attached_pic().size();
        if ((stream.disposition() & AV_DISPOSITION_ATTACHED_PIC) == 0 || size <= 0 || size > Cover.MOST_BYTES) {
            return Optional.empty();
        }
        byte[] data = new byte[size];
        stream.attached_pic().data().get(data, 0, size);
        return Cover.of(data);
    }
}
