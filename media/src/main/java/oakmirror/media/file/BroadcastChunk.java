package oakmirror.media.file;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.CharsetEncoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Map;
import java.util.Optional;
import oakmirror.delivery.LoudnessFields;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.measure.Levels;

/**
 * The {@code bext} chunk of a Broadcast Wave file, version 2: EBU Tech 3285. Its texts are ASCII; what is not is written without its accents, or as a question mark.
 */
final class BroadcastChunk {

    static final String NAME = "bext";

    private static final int FIXED_BYTES = 602;
    private static final int DESCRIPTION = 256;
    private static final int ORIGINATOR = 32;
    private static final int REFERENCE = 32;
    private static final int UMID = 64;
    private static final int RESERVED = 180;
    private static final int VERSION = 2;
    private static final String PROGRAM = "Oak Mirror";

    private BroadcastChunk() {}

    /** The chunk's length, which does not depend on what was measured. */
    static int size(int sampleRate, int bits) {
        int history = history(sampleRate, bits).length();
        return FIXED_BYTES + history + (history & 1);
    }

    /** The chunk's content. */
    static byte[] content(
            Tags tags, Optional<LocalDateTime> made, int sampleRate, int bits, Optional<Levels> measured) {
        ByteBuffer b = ByteBuffer.allocate(size(sampleRate, bits)).order(ByteOrder.LITTLE_ENDIAN);
        put(b, description(tags), DESCRIPTION);
        put(b, PROGRAM, ORIGINATOR);
        put(b, tags.text(TagField.ISRC), REFERENCE);
        put(b, made.map(DateTimeFormatter.ofPattern("yyyy-MM-dd")::format).orElse(""), 10);
        put(b, made.map(DateTimeFormatter.ofPattern("HH:mm:ss")::format).orElse(""), 8);
        b.putLong(0); // begins at midnight
        b.putShort((short) VERSION);
        b.put(new byte[UMID]);
        putLoudness(b, measured.filter(LoudnessFields::isDefined));
        b.put(new byte[RESERVED]);
        put(b, history(sampleRate, bits), b.remaining());
        return b.array();
    }

    private static void putLoudness(ByteBuffer b, Optional<Levels> m) {
        b.putShort(field(m, l -> l.loudness().integratedLufs()));
        b.putShort(field(m, l -> l.loudness().rangeLu()));
        b.putShort(field(m, l -> l.peaks().truePeakDbtp()));
        b.putShort(field(m, l -> l.loudness().maxMomentaryLufs()));
        b.putShort(field(m, l -> l.loudness().maxShortTermLufs()));
    }

    private static short field(Optional<Levels> m, java.util.function.ToDoubleFunction<Levels> figure) {
        return m.map(l -> LoudnessFields.hundredths(figure.applyAsDouble(l))).orElse(LoudnessFields.UNDEFINED);
    }

    private static String description(Tags tags) {
        String artist = tags.text(TagField.ARTIST);
        String title = tags.text(TagField.TITLE);
        return artist.isEmpty() || title.isEmpty() ? artist + title : artist + " - " + title;
    }

    /** How it was coded, as EBU R 98 writes it. */
    private static String history(int sampleRate, int bits) {
        return "A=" + (bits == 32 ? "FLOAT" : "PCM") + ",F=" + sampleRate + ",W=" + bits + ",M=stereo,T=" + PROGRAM
                + "\r\n";
    }

    /** Letters that are no letter with a mark, and how they are spelt without them. */
    private static final Map<String, String> SPELT = Map.ofEntries(
            Map.entry("ß", "ss"),
            Map.entry("ẞ", "SS"),
            Map.entry("æ", "ae"),
            Map.entry("Æ", "AE"),
            Map.entry("œ", "oe"),
            Map.entry("Œ", "OE"),
            Map.entry("ø", "o"),
            Map.entry("Ø", "O"),
            Map.entry("ł", "l"),
            Map.entry("Ł", "L"),
            Map.entry("đ", "d"),
            Map.entry("Đ", "D"),
            Map.entry("ð", "d"),
            Map.entry("Ð", "D"),
            Map.entry("þ", "th"),
            Map.entry("Þ", "Th"),
            Map.entry("ı", "i"),
            Map.entry("…", "..."));

    private static void put(ByteBuffer b, String text, int length) {
        String plain = java.text.Normalizer.normalize(text, java.text.Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .replaceAll("[‘’]", "'")
                .replaceAll("[“”„]", "\"")
                .replaceAll("[–—]", "-");
        for (Map.Entry<String, String> letter : SPELT.entrySet()) {
            plain = plain.replace(letter.getKey(), letter.getValue());
        }
        CharsetEncoder ascii = StandardCharsets.US_ASCII
                .newEncoder()
                .onUnmappableCharacter(CodingErrorAction.REPLACE)
                .replaceWith(new byte[] {'?'});
        byte[] field = new byte[length];
        ascii.encode(java.nio.CharBuffer.wrap(plain), ByteBuffer.wrap(field), true);
        b.put(field);
    }
}
