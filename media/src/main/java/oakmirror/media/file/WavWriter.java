package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;
import oakmirror.dsp.TpdfDither;

/**
 * WAVE files of one or two channels: 16 or 24 bits with TPDF dither, or 32-bit float. A file that outgrows 4 GiB becomes RF64 (EBU Tech 3306, ITU-R
 * BS.2088): a chunk kept free for that at the start is turned into its {@code ds64}.
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
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(1 << 16).order(ByteOrder.LITTLE_ENDIAN);
    private final int headerBytes;
    private final byte[] note;
    private long frames;

    /** A stereo file. */
    WavWriter(PendingFile pending, int sampleRate, int bits, Optional<AppliedCorrection> applied) throws IOException {
        this(pending, sampleRate, bits, 2, applied);
    }

    /** A file of one channel, which takes what comes for the left, or two. */
    WavWriter(PendingFile pending, int sampleRate, int bits, int channels, Optional<AppliedCorrection> applied)
            throws IOException {
        this.pending = pending;
        this.channels = channels;
        this.note = applied.map(MasterNote::content).orElse(new byte[0]);
        this.bits = bits;
        this.sampleRate = sampleRate;
        this.dither =
                bits == 32 ? new TpdfDither[0] : new TpdfDither[] {new TpdfDither(bits, 1), new TpdfDither(bits, 2)};
        channel = FileChannel.open(pending.temporary(), StandardOpenOption.WRITE);
        ByteBuffer header = header(0);
        headerBytes = header.remaining();
        drain(header);
    }

    private ByteBuffer header(long dataBytes) {
        boolean isFloat = bits == 32;
        int formatBytes = isFloat ? 18 : 16;
        int noteBytes = note.length == 0 ? 0 : 8 + note.length;
        int size = 12 + 8 + DS64_BYTES + 8 + formatBytes + (isFloat ? 12 : 0) + noteBytes + 8;
        long riffBytes = size - 8 + dataBytes + (dataBytes & 1);
        boolean big = riffBytes > LARGEST_RIFF;
        ByteBuffer h = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
        tag(h, big ? "RF64" : "RIFF").putInt(big ? -1 : (int) riffBytes);
        tag(h, "WAVE");
        tag(h, big ? "ds64" : "JUNK").putInt(DS64_BYTES);
        h.putLong(big ? riffBytes : 0)
                .putLong(big ? dataBytes : 0)
                .putLong(big ? frames : 0)
                .putInt(0);
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
                if (buffer.remaining() < 8) {
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
        if (bits == 32) {
            buffer.putFloat(sample);
            return;
        }
        int value = dither[side].quantise(sample);
        if (bits == 24) {
            buffer.put((byte) value).putShort((short) (value >> 8));
        } else {
            buffer.putShort((short) value);
        }
    }

    private void flush() throws IOException {
        drain(buffer.flip());
        buffer.clear();
    }

    private void drain(ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) {
            channel.write(bytes);
        }
    }

    @Override
    public void commit() throws IOException {
        try {
            flush();
            long dataBytes = channel.position() - headerBytes;
            if ((dataBytes & 1) == 1) {
                drain(ByteBuffer.wrap(new byte[1]));
            }
            channel.position(0);
            drain(header(dataBytes));
            channel.force(true);
            channel.close();
            pending.commit();
        } catch (IOException e) {
            throw pending.failure(e);
        }
    }

    @Override
    public long clippedSamples() {
        long sum = 0;
        for (TpdfDither d : dither) {
            sum += d.clipped();
        }
        return sum;
    }

    @Override
    public void close() throws IOException {
        channel.close();
        pending.discard();
    }
}
