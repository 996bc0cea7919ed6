package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;

/**
 * What a master says of itself, as text: what it was corrected by. In a WAVE file it is a chunk called {@value #CHUNK}, in a FLAC file (RFC 9639) a
 * Vorbis comment called {@value #COMMENT}. Other programs pass both over, as they are asked to do with what they do not know.
 */
public final class MasterNote {

    static final String CHUNK = "oakm";
    static final String COMMENT = "OAKMIRROR_CORRECTION";
    private static final int VORBIS_COMMENT = 4;
    private static final int LAST = 0x80;
    private static final int LARGEST_BYTES = 65536;
    private static final int MOST_CHUNKS = 1000;

    private MasterNote() {}

    /** What a file was corrected by; none where it does not say, or is of another kind. */
    public static Optional<AppliedCorrection> read(Path file) {
        if (!Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try (FileChannel channel = FileChannel.open(file)) {
            ByteBuffer head = bytes(channel, 0, 12);
            if (head.remaining() < 12) {
                return Optional.empty();
            }
            Optional<String> text = tag(head, 8).equals("WAVE")
                    ? ofWave(channel)
                    : tag(head, 0).equals("fLaC") ? ofFlac(channel) : Optional.empty();
            return text.flatMap(AppliedCorrection::parse);
        } catch (IOException e) {
            return Optional.empty(); // whether it can be read at all is told by who reads its sound
        }
    }

    private static Optional<String> ofWave(FileChannel channel) throws IOException {
        long at = 12;
        for (int c = 0; c < MOST_CHUNKS && at + 8 <= channel.size(); c++) {
            ByteBuffer chunk = bytes(channel, at, 8);
            long size = chunk.getInt(4) & 0xFFFFFFFFL;
            String tag = tag(chunk, 0);
            if (tag.equals(CHUNK) && size <= LARGEST_BYTES) {
                return Optional.of(text(bytes(channel, at + 8, (int) size)));
            }
            if (tag.equals("data")) {
                return Optional.empty();
            }
            at += 8 + size + (size & 1);
        }
        return Optional.empty();
    }

    private static Optional<String> ofFlac(FileChannel channel) throws IOException {
        long at = 4;
        for (int c = 0; c < MOST_CHUNKS && at + 4 <= channel.size(); c++) {
            ByteBuffer head = bytes(channel, at, 4).order(ByteOrder.BIG_ENDIAN);
            int type = head.get(0) & 0xFF;
            int size = head.getInt(0) & 0xFFFFFF;
            if ((type & ~LAST) == VORBIS_COMMENT && size <= LARGEST_BYTES) {
                return comment(bytes(channel, at + 4, size));
            }
            if ((type & LAST) != 0) {
                return Optional.empty();
            }
            at += 4 + (long) size;
        }
        return Optional.empty();
    }

    /** The comment of ours in a block of Vorbis comments: a vendor, a count and then each comment, every text after its length. */
    private static Optional<String> comment(ByteBuffer block) {
        if (next(block).isEmpty() || block.remaining() < 4) {
            return Optional.empty();
        }
        int count = block.getInt();
        for (int i = 0; i < Math.min(count, MOST_CHUNKS); i++) {
            Optional<String> comment = next(block);
            if (comment.isEmpty()) {
                return Optional.empty();
            }
            if (comment.get().startsWith(COMMENT + "=")) {
                return comment.map(s -> s.substring(COMMENT.length() + 1));
            }
        }
        return Optional.empty();
    }

    private static Optional<String> next(ByteBuffer block) {
        int length = block.remaining() >= 4 ? block.getInt() : -1;
        if (length < 0 || length > block.remaining()) {
            return Optional.empty();
        }
        String text = text(block.slice(block.position(), length));
        block.position(block.position() + length);
        return Optional.of(text);
    }

    private static String text(ByteBuffer bytes) {
        return StandardCharsets.UTF_8.decode(bytes).toString();
    }

    private static ByteBuffer bytes(FileChannel channel, long at, int count) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(count).order(ByteOrder.LITTLE_ENDIAN);
        while (bytes.hasRemaining() && channel.read(bytes, at + bytes.position()) > 0) {
            // until it is full, or the file ends
        }
        return bytes.flip();
    }

    private static String tag(ByteBuffer bytes, int at) {
        byte[] four = new byte[4];
        bytes.get(at, four);
        return new String(four, StandardCharsets.US_ASCII);
    }

    /** The chunk's content, of an even length. */
    static byte[] content(AppliedCorrection applied) {
        String text = applied.text();
        return (text.length() % 2 == 0 ? text : text + "\n").getBytes(StandardCharsets.UTF_8);
    }
}
