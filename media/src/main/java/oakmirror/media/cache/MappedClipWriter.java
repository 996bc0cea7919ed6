package oakmirror.media.cache;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;

/** Writes the file that a {@link MappedClip} maps. */
final class MappedClipWriter implements AutoCloseable {

    private final FileChannel channel;
    private final float[] left = new float[MappedClip.CHUNK];
    private final float[] right = new float[MappedClip.CHUNK];
    private final ByteBuffer bytes =
            ByteBuffer.allocateDirect(2 * MappedClip.CHUNK * Float.BYTES).order(ByteOrder.LITTLE_ENDIAN);
    private final ChecksumTrailer seal = new ChecksumTrailer();
    private int filled;
    private long frames;

    MappedClipWriter(Path file) throws IOException {
        channel = FileChannel.open(file, StandardOpenOption.TRUNCATE_EXISTING, StandardOpenOption.WRITE);
    }

    void write(float[] l, float[] r, int count) throws IOException {
        int done = 0;
        while (done < count) {
            int n = Math.min(count - done, MappedClip.CHUNK - filled);
            System.arraycopy(l, done, left, filled, n);
            System.arraycopy(r, done, right, filled, n);
            filled += n;
            done += n;
            if (filled == MappedClip.CHUNK) {
                flush();
            }
        }
        frames += count;
    }

    private void flush() throws IOException {
        bytes.clear();
        bytes.asFloatBuffer().put(left).put(right);
        seal.add(bytes);
        drain(bytes);
        filled = 0;
    }

    private void drain(ByteBuffer from) throws IOException {
        while (from.hasRemaining()) {
            channel.write(from);
        }
    }

    /** Writes the last chunk and the seal. */
    long finish() throws IOException {
        if (filled > 0) {
            Arrays.fill(left, filled, left.length, 0f);
            Arrays.fill(right, filled, right.length, 0f);
            flush();
        }
        drain(seal.of(frames));
        return frames;
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
