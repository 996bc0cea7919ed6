package oakmirror.media.cache;

import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import oakmirror.audio.StereoSource;

/**
 * Stereo audio in a mapped file: chunks of {@value #CHUNK} frames, each the left side and then the right side as little-endian
 * 32-bit floats, so that reading copies straight into planar arrays. The last chunk is whole; its end is silence. Behind the chunks stands a
 * {@link ChecksumTrailer}, by which a file that did not reach the disk is known.
 */
public final class MappedClip implements StereoSource {

    static final int CHUNK = 4096;

    private static final int CHUNK_FLOATS = 2 * CHUNK;
    static final int CHUNK_BYTES = CHUNK_FLOATS * Float.BYTES;
    private static final int CHUNKS_PER_SEGMENT = 16384; // 512 MiB a mapping

    private final int sampleRate;
    private final long frames;
    private final FloatBuffer[] segments;

    private MappedClip(int sampleRate, long frames, FloatBuffer[] segments) {
        this.sampleRate = sampleRate;
        this.frames = frames;
        this.segments = segments;
    }

    /** Maps a file written by {@link MappedClipWriter}. */
    static MappedClip map(Path file, int sampleRate, long frames) throws IOException {
        long chunks = (frames + CHUNK - 1) / CHUNK;
        if (Files.size(file) != chunks * CHUNK_BYTES + ChecksumTrailer.BYTES) {
            throw new IOException("the cached audio has another length than it should");
        }
        FloatBuffer[] segments = new FloatBuffer[(int) ((chunks + CHUNKS_PER_SEGMENT - 1) / CHUNKS_PER_SEGMENT)];
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            ChecksumTrailer.check(channel, chunks, frames);
            for (int s = 0; s < segments.length; s++) {
                long first = (long) s * CHUNKS_PER_SEGMENT;
                long count = Math.min(CHUNKS_PER_SEGMENT, chunks - first);
                segments[s] = channel.map(FileChannel.MapMode.READ_ONLY, first * CHUNK_BYTES, count * CHUNK_BYTES)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .asFloatBuffer();
            }
        }
        return new MappedClip(sampleRate, frames, segments);
    }

    @Override
    public int sampleRate() {
        return sampleRate;
    }

    @Override
    public long frames() {
        return frames;
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        int done = 0;
        while (done < count) {
            long at = position + done;
            if (at < 0 || at >= frames) {
                int silent = at < 0 ? (int) Math.min(count - done, -at) : count - done;
                Arrays.fill(left, offset + done, offset + done + silent, 0f);
                Arrays.fill(right, offset + done, offset + done + silent, 0f);
                done += silent;
                continue;
            }
            long chunk = at / CHUNK;
            int inChunk = (int) (at % CHUNK);
            int n = (int) Math.min(Math.min(count - done, CHUNK - inChunk), frames - at);
            FloatBuffer segment = segments[(int) (chunk / CHUNKS_PER_SEGMENT)];
            int base = (int) (chunk % CHUNKS_PER_SEGMENT) * CHUNK_FLOATS + inChunk;
            segment.get(base, left, offset + done, n);
            segment.get(base + CHUNK, right, offset + done, n);
            done += n;
        }
    }
}
