package oakmirror.media.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.ChannelLayout.Role;
import oakmirror.text.Texts;

/**
 * Uncompressed WAVE, extensible WAVE and RF64/BW64 (ITU-R BS.2088) read without FFmpeg, whose libraries take longer to load than a
 * song takes to measure: 8 to 32 bits, 32 and 64-bit float. Anything else about a WAVE file that is not plain is left to FFmpeg.
 */
final class WavStream extends DecodingStream {

    private static final int FORMAT_PCM = 1;
    private static final int FORMAT_FLOAT = 3;
    private static final int FORMAT_EXTENSIBLE = 0xFFFE;
    private static final int BUFFER_BYTES = 1 << 18;
    private static final int MOST_CHANNELS = 16;
    /** More chunks than this before the sound, and it is no header but damage. */
    private static final int MOST_CHUNKS = 1000;

    private final FileChannel channel;
    private final String name;
    private final int sampleRate;
    private final ChannelLayout layout;
    private final int bytesPerSample;
    private final boolean isFloat;
    private final boolean endsEarly;
    private final long expectedFrames;
    private final ByteBuffer buffer;
    private short[] shorts = new short[0];
    private long bytesLeft;

    /** What a header says. */
    private record Header(int format, int channels, int rate, int bits, int mask, long dataStart, long dataBytes) {}

    private WavStream(Path path, FileChannel channel, String name, Header h) throws IOException {
        super(path);
        this.channel = channel;
        this.name = name;
        sampleRate = h.rate;
        layout = layout(h.channels, h.mask);
        bytesPerSample = h.bits / 8;
        isFloat = h.format == FORMAT_FLOAT;
        int frameBytes = bytesPerSample * h.channels;
        expectedFrames = h.dataBytes / frameBytes;
        bytesLeft = Math.min(h.dataBytes, channel.size() - h.dataStart) / frameBytes * frameBytes;
        endsEarly = h.dataBytes > channel.size() - h.dataStart;
        buffer = ByteBuffer.allocate(BUFFER_BYTES / frameBytes * frameBytes).order(ByteOrder.LITTLE_ENDIAN);
        buffer.limit(0);
        channel.position(h.dataStart);
    }

    /** To the byte: a header is exact. */
    @Override
    public boolean endsEarly() {
        return endsEarly;
    }

    /** Opens a file if it is a plain WAVE file; nothing when it is not, or not plain. */
    static Optional<DecodedStream> open(Path path, String name) throws AudioFileException {
        try {
            FileChannel channel = FileChannel.open(path, StandardOpenOption.READ);
            try {
                Optional<Header> header = header(channel, name);
                if (header.isPresent()) {
                    return Optional.of(new WavStream(path, channel, name, header.get()));
                }
            } catch (IOException | RuntimeException e) {
                channel.close();
                throw e;
            }
            channel.close();
            return Optional.empty();
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw AudioFile.unreadable(path, name, e);
        }
    }

    /** Whether the header of a WAVE file leaves open how much it holds, as while it is being written. */
    static boolean isOpenEnded(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
            Optional<Header> header = header(channel, String.valueOf(path.getFileName()));
            return header.isPresent()
                    && header.get().dataStart() + header.get().dataBytes() == channel.size()
                    && List.of(0, -1)
                            .contains(read(channel, header.get().dataStart() - 4, 4)
                                    .getInt(0))
                    && !isBig(channel);
        }
    }

    private static boolean isBig(FileChannel channel) throws IOException {
        String kind = tag(read(channel, 0, 4), 0);
        return kind.equals("RF64") || kind.equals("BW64");
    }

    private static Optional<Header> header(FileChannel channel, String name) throws IOException {
        ByteBuffer head = read(channel, 0, 12);
        String kind = head.remaining() < 12 ? "" : tag(head, 0);
        boolean big = kind.equals("RF64") || kind.equals("BW64");
        if (!(big || kind.equals("RIFF")) || !tag(head, 8).equals("WAVE")) {
            return Optional.empty();
        }
        long bigDataBytes = -1;
        ByteBuffer format = ByteBuffer.allocate(0);
        long at = 12;
        for (int c = 0; at + 8 <= channel.size(); c++) {
            if (c == MOST_CHUNKS) {
                throw damaged(name);
            }
            ByteBuffer chunk = read(channel, at, 8);
            long size = chunk.getInt(4) & 0xFFFFFFFFL;
            switch (tag(chunk, 0)) {
                case "ds64" -> {
                    ByteBuffer sizes = read(channel, at + 8, 16);
                    if (sizes.remaining() < 16) {
                        throw damaged(name);
                    }
                    bigDataBytes = sizes.getLong(8);
                }
                case "fmt " -> format = read(channel, at + 8, (int) Math.min(size, 40));
                case "data" -> {
                    // A size of all ones or none stands for "to the end": a program that streamed, or died.
                    boolean unknown = size == 0xFFFFFFFFL || size == 0;
                    long bytes = big && bigDataBytes >= 0 ? bigDataBytes : unknown ? channel.size() - at - 8 : size;
                    return plain(format, at + 8, bytes);
                }
                default -> {}
            }
            at += 8 + size + (size & 1);
        }
        return Optional.empty();
    }

    private static AudioFileException damaged(String name) {
        return new AudioFileException(Texts.of("audiofiles.isDamagedAndCannot", name));
    }

    private static Optional<Header> plain(ByteBuffer format, long dataStart, long dataBytes) {
        if (format.remaining() < 16) {
            return Optional.empty();
        }
        int code = format.getShort(0) & 0xFFFF;
        int channels = format.getShort(2);
        int rate = format.getInt(4);
        int blockAlign = format.getShort(12);
        int bits = format.getShort(14);
        int mask = 0;
        if (code == FORMAT_EXTENSIBLE && format.remaining() >= 26) {
            mask = format.getInt(20);
            code = format.getShort(24) & 0xFFFF;
        }
        boolean integers = code == FORMAT_PCM && (bits == 8 || bits == 16 || bits == 24 || bits == 32);
        boolean floats = code == FORMAT_FLOAT && (bits == 32 || bits == 64);
        boolean sane = channels > 0
                && channels <= MOST_CHANNELS
                && blockAlign == channels * bits / 8
                && rate >= FfmpegStream.LOWEST_RATE
                && rate <= FfmpegStream.HIGHEST_RATE
                && dataBytes >= blockAlign;
        return (integers || floats) && sane
                ? Optional.of(new Header(code, channels, rate, bits, mask, dataStart, dataBytes))
                : Optional.empty();
    }

    private static ChannelLayout layout(int channels, int mask) {
        if (channels <= 2 || Integer.bitCount(mask) != channels) {
            return ChannelLayout.usual(channels);
        }
        List<Role> roles = new ArrayList<>();
        for (int bit = 0; bit < 32; bit++) {
            if ((mask >>> bit & 1) == 1) {
                Optional<Role> role = FfmpegStream.roleOf(bit, channels);
                if (role.isEmpty()) {
                    return ChannelLayout.usual(channels);
                }
                roles.add(role.get());
            }
        }
        return new ChannelLayout(roles);
    }

    private static ByteBuffer read(FileChannel channel, long at, int size) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
        while (bytes.hasRemaining() && channel.read(bytes, at + bytes.position()) > 0) {
            // until it is full or the file ends
        }
        return bytes.flip();
    }

    private static String tag(ByteBuffer bytes, int at) {
        return new String(bytes.array(), at, 4, java.nio.charset.StandardCharsets.ISO_8859_1);
    }

    @Override
    boolean isFloatingPoint() {
        return isFloat;
    }

    @Override
    int available() throws AudioFileException {
        if (!buffer.hasRemaining()) {
            fill();
        }
        return buffer.remaining() / (bytesPerSample * layout.channels());
    }

    @Override
    void take(float[][] block, int from, int count) {
        int frameBytes = bytesPerSample * layout.channels();
        for (int c = 0; c < layout.channels(); c++) {
            convert(buffer.position() + c * bytesPerSample, frameBytes, block[c], from, count);
        }
        buffer.position(buffer.position() + count * frameBytes);
    }

    private void fill() throws AudioFileException {
        buffer.clear();
        buffer.limit((int) Math.min(buffer.capacity(), bytesLeft));
        try {
            while (buffer.hasRemaining() && channel.read(buffer) > 0) {
                // until it is full or the file ends
            }
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.cannotBeReadAny", name), e);
        }
        int frameBytes = bytesPerSample * layout.channels();
        int whole = buffer.position() / frameBytes * frameBytes;
        bytesLeft -= buffer.position();
        buffer.flip();
        buffer.limit(whole);
    }

    private void convert(int at, int stride, float[] out, int from, int count) {
        ByteBuffer b = buffer;
        if (isFloat) {
            for (int i = 0; i < count; i++) {
                int p = at + i * stride;
                out[from + i] = bytesPerSample == 4 ? b.getFloat(p) : (float) b.getDouble(p);
            }
            return;
        }
        switch (bytesPerSample) {
            case 1 -> {
                for (int i = 0; i < count; i++) {
                    out[from + i] = ((b.get(at + i * stride) & 0xFF) - 128) * (1f / 128);
                }
            }
            case 2 -> {
                // The usual form, in bulk: an array is read faster than a buffer.
                int channels = stride / 2;
                int length = (count - 1) * channels + 1;
                shorts = shorts.length < length ? new short[length] : shorts;
                b.slice(at, 2 * length)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .asShortBuffer()
                        .get(shorts, 0, length);
                for (int i = 0; i < count; i++) {
                    out[from + i] = shorts[i * channels] * (1f / 32768);
                }
            }
            case 3 -> {
                for (int i = 0; i < count; i++) {
                    int p = at + i * stride;
                    out[from + i] = ((b.get(p) & 0xFF) | b.getShort(p + 1) << 8) * (1f / 8388608);
                }
            }
            default -> {
                for (int i = 0; i < count; i++) {
                    out[from + i] = b.getInt(at + i * stride) * (1f / 2147483648f);
                }
            }
        }
    }

    @Override
    public int sampleRate() {
        return sampleRate;
    }

    @Override
    public ChannelLayout layout() {
        return layout;
    }

    @Override
    public long expectedFrames() {
        return expectedFrames;
    }

    @Override
    public void close() {
        try {
            channel.close();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e); // a file that was only read has nothing to lose
        }
    }
}
