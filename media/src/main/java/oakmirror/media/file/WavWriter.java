package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import oakmirror.delivery.Tags;
import oakmirror.dsp.TpdfDither;
import oakmirror.measure.Levels;

/**
 * WAVE files of one or two channels: 16 or 24 bits with TPDF dither, or 32-bit float. A file that outgrows 4 GiB becomes RF64 (EBU Tech 3306, ITU-R
 * BS.2088): a chunk kept free for that at the start is turned into its {@code ds64}. One with a label is a Broadcast Wave file, whose header is written again at
 * the end with the loudness that was measured, and has its tags behind its sound.
 */
final class WavWriter implements AudioWriter {

    private static final int DS64_BYTES = 28;
    private static final int FORMAT_PCM = 1;
    private static final int FORMAT_FLOAT = 3;
    private static final long LARGEST_RIFF = 0xFFFFFFFFL;

    private final PendingFile pending;
    private final FileChannel channel;
    private final int bits;
    private final int channels;
    private final int sampleRate;
    private final TpdfDither[] dither;
    private final byte[] bytes = new byte[1 << 16];
    private int filled;
    private final int headerBytes;
    private final FileLabel label;
    private final byte[] note;
    private Optional<Levels> measured = Optional.empty();
    private long frames;

    /** A stereo file. */
    WavWriter(PendingFile pending, int sampleRate, Samples samples, FileLabel label) throws IOException {
        this(pending, sampleRate, samples, 2, label);
    }

    /** A file of one channel, which takes what comes for the left, or two. */
    WavWriter(PendingFile pending, int sampleRate, Samples samples, int channels, FileLabel label) throws IOException {
        this.pending = pending;
        this.channels = channels;
        this.label = label;
        this.note = label.applied().map(MasterNote::content).orElse(new byte[0]);
        this.bits = samples.bits();
        this.sampleRate = sampleRate;
        this.dither = samples.rounding();
        channel = FileChannel.open(pending.temporary(), StandardOpenOption.WRITE);
        ByteBuffer header = header(0, 0);
        headerBytes = header.remaining();
        drain(header);
    }

    private ByteBuffer header(long dataBytes, int tagBytes) {
        boolean isFloat = bits == 32;
        int formatBytes = isFloat ? 18 : 16;
        int noteBytes = note.length == 0 ? 0 : 8 + note.length;
        byte[] broadcast = isLabelled()
                ? BroadcastChunk.content(label.tags(), label.made(), sampleRate, bits, measured)
                : new byte[0];
        int broadcastBytes = broadcast.length == 0 ? 0 : 8 + broadcast.length;
        int size = 12 + 8 + DS64_BYTES + broadcastBytes + 8 + formatBytes + (isFloat ? 12 : 0) + noteBytes + 8;
        long riffBytes = size - 8 + dataBytes + (dataBytes & 1) + tagBytes;
        boolean big = riffBytes > LARGEST_RIFF;
        ByteBuffer h = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
        tag(h, big ? "RF64" : "RIFF").putInt(big ? -1 : (int) riffBytes);
        tag(h, "WAVE");
        tag(h, big ? "ds64" : "JUNK").putInt(DS64_BYTES);
        h.putLong(big ? riffBytes : 0)
                .putLong(big ? dataBytes : 0)
                .putLong(big ? frames : 0)
                .putInt(0);
        if (broadcast.length > 0) {
            tag(h, BroadcastChunk.NAME).putInt(broadcast.length).put(broadcast);
        }
        tag(h, "fmt ").putInt(formatBytes);
        int frameBytes = channels * bits / 8;
        h.putShort((short) (isFloat ? FORMAT_FLOAT : FORMAT_PCM)).putShort((short) channels);
        h.putInt(sampleRate)
                .putInt(sampleRate * frameBytes)
                .putShort((short) frameBytes)
                .putShort((short) bits);
        if (isFloat) {
            h.putShort((short) 0);
            tag(h, "fact").putInt(4).putInt(big ? -1 : (int) frames);
        }
        if (note.length > 0) {
            tag(h, MasterNote.CHUNK).putInt(note.length).put(note);
        }
        tag(h, "data").putInt(big ? -1 : (int) dataBytes);
        return h.flip();
    }

    private static ByteBuffer tag(ByteBuffer buffer, String fourCharacters) {
        return buffer.put(fourCharacters.getBytes(StandardCharsets.US_ASCII));
    }

    @Override
    public void write(float[] left, float[] right, int count) throws IOException {
        try {
            for (int i = 0; i < count; i++) {
                if (bytes.length - filled < 8) {
                    flush();
                }
                put(0, left[i]);
                if (channels == 2) {
                    put(1, right[i]);
                }
            }
            frames += count;
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    private void put(int side, float sample) {
        int value = bits == 32 ? Float.floatToRawIntBits(sample) : dither[side].quantise(sample);
        for (int shift = 0; shift < bits; shift += 8) {
            bytes[filled++] = (byte) (value >> shift);
        }
    }

    private void flush() throws IOException {
        drain(ByteBuffer.wrap(bytes, 0, filled));
        filled = 0;
    }

    private void drain(ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) {
            channel.write(bytes);
        }
    }

    private boolean isLabelled() {
        return label.made().isPresent() || !label.tags().equals(Tags.NONE);
    }

    @Override
    public void measured(Levels levels) {
        measured = Optional.of(levels);
    }

    @Override
    public void commit() throws IOException {
        try {
            flush();
            long dataBytes = channel.position() - headerBytes;
            if ((dataBytes & 1) == 1) {
                drain(ByteBuffer.wrap(new byte[1]));
            }
            byte[] tags = isLabelled() ? WavTags.chunks(label.tags(), measured) : new byte[0];
            drain(ByteBuffer.wrap(tags));
            channel.position(0);
            drain(header(dataBytes, tags.length));
            channel.force(true);
            channel.close();
            pending.commit();
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    @Override
    public Path file() {
        return pending.target();
    }

    @Override
    public long clippedSamples() {
        return Samples.clipped(dither);
    }

    @Override
    public void close() throws IOException {
        channel.close();
        pending.discard();
    }
}
