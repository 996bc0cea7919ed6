package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;

/**
 * What a master says of itself: a chunk of a WAVE file, called {@value #CHUNK}, with what it was corrected by as text. Other programs pass it over,
 * as RIFF has them do with chunks they do not know.
 */
public final class MasterNote {

    static final String CHUNK = "oakm";
    private static final int LARGEST_BYTES = 65536;
    private static final int MOST_CHUNKS = 1000;

    private MasterNote() {}

    /** What a file was corrected by; none where it does not say, or is no WAVE file. */
    public static Optional<AppliedCorrection> read(Path file) {
        try (FileChannel channel = FileChannel.open(file)) {
            ByteBuffer head = bytes(channel, 0, 12);
            if (head.remaining() < 12 || !tag(head, 8).equals("WAVE")) {
                return Optional.empty();
            }
            long at = 12;
            for (int c = 0; c < MOST_CHUNKS && at + 8 <= channel.size(); c++) {
                ByteBuffer chunk = bytes(channel, at, 8);
                long size = chunk.getInt(4) & 0xFFFFFFFFL;
                String tag = tag(chunk, 0);
                if (tag.equals(CHUNK) && size <= LARGEST_BYTES) {
                    ByteBuffer text = bytes(channel, at + 8, (int) size);
                    return AppliedCorrection.parse(
                            StandardCharsets.UTF_8.decode(text).toString());
                }
                if (tag.equals("data")) {
                    return Optional.empty();
                }
                at += 8 + size + (size & 1);
            }
            return Optional.empty();
        } catch (IOException e) {
            return Optional.empty(); // whether it can be read at all is told by who reads its sound
        }
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
