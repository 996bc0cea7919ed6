package oakmirror.media.file;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.delivery.TagField;

/**
 * What a field is called in files: by FFmpeg's generic names, which it turns into those of each format; in Vorbis comments (Xiph's field names); in ID3v2.4
 * (its frames, id3.org); and in the INFO list of a RIFF file (Microsoft's "Multimedia Programming Interface and Data Specifications 1.0").
 */
final class TagNames {

    private record Names(String ffmpeg, String vorbis, String id3, String info) {}

    private static final Map<TagField, Names> NAMES = new EnumMap<>(TagField.class);

    static {
        NAMES.put(TagField.TITLE, new Names("title", "TITLE", "TIT2", "INAM"));
        NAMES.put(TagField.ARTIST, new Names("artist", "ARTIST", "TPE1", "IART"));
        NAMES.put(TagField.ALBUM, new Names("album", "ALBUM", "TALB", "IPRD"));
        NAMES.put(TagField.ALBUM_ARTIST, new Names("album_artist", "ALBUMARTIST", "TPE2", ""));
        NAMES.put(TagField.TRACK, new Names("track", "TRACKNUMBER", "TRCK", "IPRT"));
        NAMES.put(TagField.DATE, new Names("date", "DATE", "TDRC", "ICRD"));
        NAMES.put(TagField.GENRE, new Names("genre", "GENRE", "TCON", "IGNR"));
        NAMES.put(TagField.COMPOSER, new Names("composer", "COMPOSER", "TCOM", ""));
        NAMES.put(TagField.ISRC, new Names("isrc", "ISRC", "TSRC", ""));
        NAMES.put(TagField.COPYRIGHT, new Names("copyright", "COPYRIGHT", "TCOP", "ICOP"));
        NAMES.put(TagField.COMMENT, new Names("comment", "COMMENT", "COMM", "ICMT"));
    }

    private TagNames() {}

    /** The name FFmpeg turns into the one of whatever format it writes. */
    static String ffmpeg(TagField field) {
        return NAMES.get(field).ffmpeg;
    }

    /** The name in a Vorbis comment. */
    static String vorbis(TagField field) {
        return NAMES.get(field).vorbis;
    }

    /** The frame of ID3v2.4. */
    static String id3(TagField field) {
        return NAMES.get(field).id3;
    }

    /** The chunk in a RIFF file's INFO list; empty where it has none. */
    static String info(TagField field) {
        return NAMES.get(field).info;
    }

    /** The field that any of its names stands for. */
    static Optional<TagField> field(String name) {
        return Arrays.stream(TagField.values())
                .filter(f -> {
                    Names n = NAMES.get(f);
                    return List.of(n.ffmpeg, n.vorbis, n.id3).stream().anyMatch(name::equalsIgnoreCase);
                })
                .findFirst();
    }
}
