package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Whether files are cut off whose containers tell no length in frames that a decoder could miss: Ogg (RFC 3533: the last page of a stream
 * carries a mark), Wave64 (its header holds the length of the file) and CAF (its chunks hold theirs).
 */
final class Truncation {

    private static final int OGG_PAGE_MOST = 65_307;
    private static final int OGG_LAST = 4;
    private static final int OGG_HEADER = 27;
    private static final int MOST_CHUNKS = 1000;

    private Truncation() {}

    static boolean isCutOff(Path file) {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            ByteBuffer head = read(channel, 0, 24);
            return switch (tag(head)) {
                case "OggS" -> oggEndsEarly(channel);
                case "riff" ->
                    head.order(ByteOrder.LITTLE_ENDIAN).remaining() >= 24 && head.getLong(16) > channel.size();
                case "caff" -> cafEndsEarly(channel);
                default -> false;
            };
        } catch (IOException e) {
            return false; // it has gone since it was read, which will be noticed
        }
    }

    private static boolean oggEndsEarly(FileChannel channel) throws IOException {
        long from = Math.max(0, channel.size() - OGG_PAGE_MOST);
        ByteBuffer end = read(channel, from, (int) (channel.size() - from));
        for (int at = end.remaining() - OGG_HEADER; at >= 0; at--) {
            if (end.get(at) == 'O' && end.get(at + 1) == 'g' && end.get(at + 2) == 'g' && end.get(at + 3) == 'S') {
                int segments = end.get(at + 26) & 0xFF;
                int length = OGG_HEADER + segments;
                if (at + length > end.remaining()) {
                    return true;
                }
                for (int s = 0; s < segments; s++) {
                    length += end.get(at + OGG_HEADER + s) & 0xFF;
                }
                return at + length > end.remaining() || (end.get(at + 5) & OGG_LAST) == 0;
            }
        }
        return true;
    }

    private static boolean cafEndsEarly(FileChannel channel) throws IOException {
        long at = 8;
        for (int c = 0; c < MOST_CHUNKS && at + 12 <= channel.size(); c++) {
            long length = read(channel, at + 4, 8).getLong(0);
            if (length < 0) {
                return false; // to the end, wherever that is
            }
            at += 12 + length;
            if (at > channel.size()) {
                return true;
            }
        }
        return false;
    }

    private static String tag(ByteBuffer bytes) {
        return bytes.remaining() < 4 ? "" : new String(bytes.array(), 0, 4, StandardCharsets.ISO_8859_1);
    }

    private static ByteBuffer read(FileChannel channel, long at, int size) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(size);
        while (bytes.hasRemaining() && channel.read(bytes, at + bytes.position()) > 0) {
            // until it is full or the file ends
        }
        return bytes.flip();
    }
}
