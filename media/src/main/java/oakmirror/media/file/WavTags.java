package oakmirror.media.file;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import oakmirror.delivery.Cover;
import oakmirror.delivery.LoudnessFields;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.measure.Levels;

/**
 * The tags of a WAVE file, as two chunks behind its sound: an INFO list for programs that know no other, and {@code "id3 "}, an ID3v2.4 tag (id3.org,
 * "ID3 tag version 2.4.0") in UTF-8 with everything, the cover and ReplayGain among it.
 */
final class WavTags {

    private static final byte UTF_8 = 3;
    private static final byte FRONT_COVER = 3;

    private WavTags() {}

    /** Both chunks; empty where there is nothing to say. */
    static byte[] chunks(Tags tags, Optional<Levels> measured) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] info = info(tags);
        if (info.length > 0) {
            put(out, "LIST", info);
        }
        byte[] frames = frames(tags, measured.filter(LoudnessFields::isDefined));
        if (frames.length > 0) {
            put(out, "id3 ", tag(frames));
        }
        return out.toByteArray();
    }

    private static byte[] info(Tags tags) {
        ByteArrayOutputStream list = new ByteArrayOutputStream();
        tags.texts().forEach((field, text) -> {
            if (!TagNames.info(field).isEmpty()) {
                put(list, TagNames.info(field), (text + "\0").getBytes(StandardCharsets.UTF_8));
            }
        });
        if (list.size() == 0) {
            return new byte[0];
        }
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        whole.writeBytes("INFO".getBytes(StandardCharsets.US_ASCII));
        whole.writeBytes(list.toByteArray());
        return whole.toByteArray();
    }

    private static void put(ByteArrayOutputStream out, String name, byte[] content) {
        ByteBuffer head = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
        out.writeBytes(head.put(name.getBytes(StandardCharsets.US_ASCII))
                .putInt(content.length)
                .array());
        out.writeBytes(content);
        if ((content.length & 1) == 1) {
            out.write(0);
        }
    }

    private static byte[] frames(Tags tags, Optional<Levels> measured) {
        ByteArrayOutputStream frames = new ByteArrayOutputStream();
        for (Map.Entry<TagField, String> e : tags.texts().entrySet()) {
            // a comment has a language, and a description, which stays empty
            String before = e.getKey() == TagField.COMMENT ? "und\0" : "";
            frame(frames, TagNames.id3(e.getKey()), text(before + e.getValue()));
        }
        measured.ifPresent(m -> {
            frame(frames, "TXXX", text("REPLAYGAIN_TRACK_GAIN\0" + LoudnessFields.replayGain(m)));
            frame(frames, "TXXX", text("REPLAYGAIN_TRACK_PEAK\0" + LoudnessFields.replayPeak(m)));
        });
        tags.cover().ifPresent(c -> frame(frames, "APIC", picture(c)));
        return frames.toByteArray();
    }

    private static byte[] text(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return ByteBuffer.allocate(1 + bytes.length).put(UTF_8).put(bytes).array();
    }

    private static byte[] picture(Cover cover) {
        byte[] type = (cover.type() + "\0").getBytes(StandardCharsets.US_ASCII);
        return ByteBuffer.allocate(1 + type.length + 2 + cover.data().length)
                .put(UTF_8)
                .put(type)
                .put(FRONT_COVER)
                .put((byte) 0) // no description
                .put(cover.data())
                .array();
    }

    private static void frame(ByteArrayOutputStream out, String name, byte[] content) {
        out.writeBytes(name.getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(sevenBits(content.length));
        out.write(0);
        out.write(0);
        out.writeBytes(content);
    }

    private static byte[] tag(byte[] frames) {
        ByteBuffer tag = ByteBuffer.allocate(10 + frames.length);
        tag.put("ID3".getBytes(StandardCharsets.US_ASCII))
                .put((byte) 4)
                .put((byte) 0)
                .put((byte) 0)
                .put(sevenBits(frames.length))
                .put(frames);
        return tag.array();
    }

    /** A size of which each byte has seven bits, so that it is never taken for the start of a frame of sound. */
    private static byte[] sevenBits(int size) {
        return new byte[] {
            (byte) (size >> 21 & 0x7F), (byte) (size >> 14 & 0x7F), (byte) (size >> 7 & 0x7F), (byte) (size & 0x7F)
        };
    }
}
