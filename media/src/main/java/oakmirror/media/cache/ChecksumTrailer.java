package oakmirror.media.cache;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.zip.CRC32C;

/**
 * What stands at the end of a file of decoded audio: its length in frames, and a checksum of the first 4 KiB of every {@value #EVERY}th chunk
 * and of the last one. Cheap enough to be checked whenever the file is opened; what a power cut leaves, zeros instead of what was
 * written, does not pass.
 */
final class ChecksumTrailer {

    static final int BYTES = 24;

    private static final long MARK = 0x4F414B5345414C31L; // OAKSEAL1
    private static final int EVERY = 16;
    private static final int CHECKED_BYTES = 4096;

    private final CRC32C sum = new CRC32C();
    private final CRC32C last = new CRC32C();
    private long chunks;

    /** Takes the next chunk, whose bytes begin at the buffer's start. */
    void add(ByteBuffer chunk) {
        last.reset();
        last.update(chunk.slice(0, CHECKED_BYTES));
        if (chunks % EVERY == 0) {
            sum.update(chunk.slice(0, CHECKED_BYTES));
        }
        chunks++;
    }

    /** The seal of all that was taken. */
    ByteBuffer of(long frames) {
        ByteBuffer seal = ByteBuffer.allocate(BYTES).order(ByteOrder.LITTLE_ENDIAN);
        seal.putLong(MARK).putLong(frames).putInt((int) sum.getValue()).putInt((int) last.getValue());
        return seal.flip();
    }

    /** Throws when a file's seal is not that of what it holds. */
    static void check(FileChannel channel, long chunks, long frames) throws IOException {
        ChecksumTrailer seal = new ChecksumTrailer();
        ByteBuffer part = ByteBuffer.allocate(CHECKED_BYTES);
        for (long c = 0; c < chunks; c = next(c, chunks)) {
            part.clear();
            read(channel, part, c * MappedClip.CHUNK_BYTES);
            seal.chunks = c;
            seal.add(part);
        }
        ByteBuffer found = ByteBuffer.allocate(BYTES);
        read(channel, found, chunks * MappedClip.CHUNK_BYTES);
        if (!found.equals(seal.of(frames))) {
            throw new IOException("the cached audio is not what was written");
        }
    }

    /** The next chunk that is looked at: every sixteenth, and the last. */
    private static long next(long chunk, long chunks) {
        return chunk == chunks - 1 ? chunks : Math.min(chunk - chunk % EVERY + EVERY, chunks - 1);
    }

    private static void read(FileChannel channel, ByteBuffer into, long at) throws IOException {
        while (into.hasRemaining()) {
            if (channel.read(into, at + into.position()) < 0) {
                throw new IOException("the cached audio ends early");
            }
        }
        into.flip();
    }
}
