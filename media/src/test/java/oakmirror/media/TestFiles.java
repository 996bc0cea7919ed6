package oakmirror.media;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.OutputFormat;

/** Audio files that tests share. */
public final class TestFiles {

    private TestFiles() {}

    /** The demo's files, which every checkout has. */
    public static Path demo(String name) {
        Path here = Path.of("").toAbsolutePath();
        Path root = Files.isDirectory(here.resolve("demo")) ? here : here.getParent();
        return root.resolve("demo").resolve(name);
    }

    /** The demo's mix. */
    public static Path demoMix() {
        return demo("withy-lanterns-ebb-tide.ogg");
    }

    /** The demo's healthy reference. */
    public static Path demoReference() {
        return demo("copper-lane-harbour-lights.ogg");
    }

    /** Some seconds of a file from two thirds on, where the demo's songs are fullest, as a file of floats. */
    public static Path excerpt(Path file, Path into, double seconds) throws IOException {
        return made(file.getFileName() + "-" + seconds, into, made -> decoded(file, made, seconds));
    }

    /** Makes a file unless it was made before, and copies it: most of what tests would do otherwise is to decode and to draw lots. */
    private static Path made(String name, Path into, Making making) throws IOException {
        Path folder = Files.createDirectories(sharedCache().resolveSibling("test-files"));
        Path kept = folder.resolve(name + ".wav");
        if (!Files.exists(kept)) {
            Path part = Files.createTempFile(folder, "made", ".wav");
            making.to(part);
            Files.move(part, kept, StandardCopyOption.ATOMIC_MOVE); // other tests, of other processes, may do the same
        }
        return Files.copy(kept, into, StandardCopyOption.REPLACE_EXISTING);
    }

    private interface Making {
        void to(Path file) throws IOException;
    }

    private static void decoded(Path file, Path into, double seconds) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            cut(stream, (int) (stream.expectedFrames() * 2 / 3), seconds, into);
        }
    }

    /** Some seconds of a file from a moment on, as a file of floats. */
    static void cut(Path file, double fromSeconds, double seconds, Path into) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            cut(stream, (int) Math.round(fromSeconds * stream.sampleRate()), seconds, into);
        }
    }

    private static void cut(DecodedStream stream, int from, double seconds, Path into) throws IOException {
        int to = from + (int) (seconds * stream.sampleRate());
        float[][] samples = new float[2][to];
        float[][] block = new float[2][8192];
        int at = 0;
        int n;
        while (at < to && (n = stream.read(block, 8192)) > 0) {
            for (int c = 0; c < 2; c++) {
                System.arraycopy(block[c], 0, samples[c], at, Math.min(n, to - at));
            }
            at += n;
        }
        float[] left = Arrays.copyOfRange(samples[0], from, to);
        float[] right = Arrays.copyOfRange(samples[1], from, to);
        write(into, OutputFormat.WAV_FLOAT, stream.sampleRate(), left, right);
    }

    /**
     * The folder of a cache that tests share, so that the demo is decoded and measured once for all of them. What is in it is known by its
     * content; whoever fills, damages or counts a cache has one of its own.
     */
    public static Path sharedCache() {
        return demo("x").getParent().resolveSibling("target").resolve("test-cache");
    }

    /** Music-like sound, different on both sides. */
    public static Path music(Path file, int rate, double seconds, double amplitude) throws IOException {
        return made(
                "music-" + rate + "-" + seconds + "-" + amplitude,
                file,
                made -> write(
                        made,
                        OutputFormat.WAV_FLOAT,
                        rate,
                        Signals.musicLike(rate, seconds, amplitude, 1),
                        Signals.musicLike(rate, seconds, amplitude, 2)));
    }

    /** Samples as a file. */
    public static Path write(Path file, OutputFormat format, int rate, float[] left, float[] right) throws IOException {
        try (AudioWriter writer = format.open(file, rate)) {
            writer.write(left, right, left.length);
            writer.commit();
        }
        return file;
    }

    /** A WAVE file made by hand: any format code, channels and bits, with any data behind its header. */
    public static Path wav(Path file, int code, int channels, int rate, int bits, byte[] data, long claimedBytes)
            throws IOException {
        ByteBuffer b = ByteBuffer.allocate(44 + data.length).order(ByteOrder.LITTLE_ENDIAN);
        b.put(ascii("RIFF")).putInt((int) (36 + claimedBytes)).put(ascii("WAVE"));
        b.put(ascii("fmt "))
                .putInt(16)
                .putShort((short) code)
                .putShort((short) channels)
                .putInt(rate);
        b.putInt(rate * channels * bits / 8)
                .putShort((short) (channels * bits / 8))
                .putShort((short) bits);
        b.put(ascii("data")).putInt((int) claimedBytes).put(data);
        return Files.write(file, b.array());
    }

    /** A WAVE file of 32-bit floats with one array a channel. */
    public static Path floats(Path file, int rate, float[]... channels) throws IOException {
        ByteBuffer data =
                ByteBuffer.allocate(4 * channels.length * channels[0].length).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < channels[0].length; i++) {
            for (float[] channel : channels) {
                data.putFloat(channel[i]);
            }
        }
        return wav(file, 3, channels.length, rate, 32, data.array(), data.capacity());
    }

    private static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    /** All of a file, each channel. */
    public static float[][] read(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            int channels = stream.layout().channels();
            float[][] block = new float[channels][1 << 16];
            float[][] all = new float[channels][0];
            int n;
            while ((n = stream.read(block, block[0].length)) > 0) {
                for (int c = 0; c < channels; c++) {
                    int at = all[c].length;
                    all[c] = Arrays.copyOf(all[c], at + n);
                    System.arraycopy(block[c], 0, all[c], at, n);
                }
            }
            return all;
        }
    }
}
