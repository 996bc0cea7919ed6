package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import oakmirror.correction.ImpulseResponse;
import oakmirror.text.Texts;

/** Impulse responses as audio files: those of headphones or a room are read, those of a correction written. */
public final class ImpulseResponseFile {

    /** The longest response that is taken, in seconds. */
    private static final double LONGEST_SECONDS = 1.0;

    /** What may be cut off at the end: parts of the whole energy below this. */
    private static final double NEGLIGIBLE = 1e-6;

    private ImpulseResponseFile() {}

    /**
     * Reads a response, its left and right side, at a rate. Nothing is scaled but for the change of rate, which keeps the gain at
     * every frequency. Silence and what has died away by 60 dB at the end is cut.
     *
     * @throws AudioFileException when the file cannot be read, is silent, or rings for longer than
     *     {@value MonitorInsert#LONGEST_SECONDS} s; in one sentence
     */
    public static double[][] read(Path file, int sampleRate) throws AudioFileException {
        String name = String.valueOf(file.getFileName());
        Collector collected = new Collector((int) (30L * sampleRate));
        try (DecodedStream stream = AudioFile.open(file)) {
            decode(stream, sampleRate, collected);
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.cannotBeRead", name), e);
        }
        int length = lengthOf(collected);
        if (length == 0) {
            throw new AudioFileException(Texts.of("audiofiles.isSilentChooseAn", name));
        }
        if (length > LONGEST_SECONDS * sampleRate) {
            throw new AudioFileException(Texts.of("audiofiles.ringsForLongerThan", name));
        }
        double[][] response = new double[2][length];
        for (int i = 0; i < length; i++) {
            response[0][i] = collected.left[i];
            response[1][i] = collected.right[i];
        }
        return response;
    }

    /**
     * Writes a response as a WAVE file of 32-bit floats.
     *
     * @param channels 1, or 2 for the same response on both sides
     * @return the name it has: where it was free and another came to have it, one with a number
     */
    public static Path write(Path file, ImpulseResponse response, int channels) throws IOException {
        return write(file, response, response, channels);
    }

    /** Writes two responses of one length and rate as the channels of such a file: that of the middle first, then that of the side. */
    public static Path writePair(Path file, ImpulseResponse middle, ImpulseResponse side) throws IOException {
        return write(file, middle, side, 2);
    }

    private static Path write(Path file, ImpulseResponse first, ImpulseResponse second, int channels)
            throws IOException {
        float[] left = floats(first.taps());
        float[] right = floats(second.taps());
        PendingFile pending = PendingFile.create(file);
        try (WavWriter writer = new WavWriter(pending, first.sampleRate(), Samples.FLOAT, channels, FileLabel.NONE)) {
            writer.write(left, right, left.length);
            writer.commit();
            return writer.file();
        }
    }

    private static float[] floats(double[] taps) {
        float[] samples = new float[taps.length];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) taps[i];
        }
        return samples;
    }

    private static void decode(DecodedStream stream, int sampleRate, Collector collected) throws IOException {
        int from = stream.sampleRate();
        float[][] block = new float[stream.layout().channels()][4096];
        float[] left = new float[4096];
        float[] right = new float[4096];
        boolean isMono = stream.layout().channels() == 1;
        try (Resampler resampler = new Resampler(from, sampleRate, 4096)) {
            // Samples of a response stand for an area: at another rate they are as much smaller as there are more of
            // them.
            float scale = (float) from / sampleRate;
            int n;
            while ((n = stream.read(block, 4096)) > 0) {
                if (isMono) { // one response for both sides, at full level
                    System.arraycopy(block[0], 0, left, 0, n);
                    System.arraycopy(block[0], 0, right, 0, n);
                } else {
                    stream.layout().foldToStereo(block, n, left, right);
                }
                if (from == sampleRate) {
                    collected.take(left, right, n, 1);
                } else {
                    resampler.add(left, right, n, (l, r, count) -> collected.take(l, r, count, scale));
                }
            }
            if (from != sampleRate) {
                resampler.finish((l, r, count) -> collected.take(l, r, count, scale));
            }
        }
    }

    private static int lengthOf(Collector c) {
        double whole = 0;
        for (int i = 0; i < c.count; i++) {
            whole += c.left[i] * c.left[i] + c.right[i] * c.right[i];
        }
        int length = c.count;
        double rest = 0;
        while (length > 0) {
            rest += c.left[length - 1] * c.left[length - 1] + c.right[length - 1] * c.right[length - 1];
            if (rest > whole * NEGLIGIBLE) {
                break;
            }
            length--;
        }
        return whole == 0 ? 0 : length;
    }

    private static final class Collector {
        private final int most;
        private float[] left = new float[8192];
        private float[] right = new float[8192];
        private int count;

        Collector(int most) {
            this.most = most;
        }

        void take(float[] l, float[] r, int n, float scale) {
            int taken = Math.min(n, most - count);
            while (count + taken > left.length) {
                left = Arrays.copyOf(left, 2 * left.length);
                right = Arrays.copyOf(right, 2 * right.length);
            }
            for (int i = 0; i < taken; i++) {
                left[count + i] = scale * l[i];
                right[count + i] = scale * r[i];
            }
            count += taken;
        }
    }
}
