package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import oakmirror.correction.ImpulseResponse;
import oakmirror.dsp.StereoResponse;
import oakmirror.text.Texts;

/** Impulse responses as audio files: those of headphones or a room are read, those of a correction written. */
public final class ImpulseResponseFile {

    /** The longest response that is taken, in seconds. */
    private static final double LONGEST_SECONDS = 1.0;

    private static final double LONGEST_ROOM_SECONDS = 1.5;
    private static final double FIRST_SOUND = 0.01;
    private static final int BEFORE_FIRST = 8;
    private static final int BLOCK = 4096;

    /** What may be cut off at the end: parts of the whole energy below this. */
    private static final double NEGLIGIBLE = 1e-6;

    private ImpulseResponseFile() {}

    /**
     * Reads a response, its left and right side, at a rate. Nothing is scaled but for the change of rate, which keeps the gain at
     * every frequency. Silence and what has died away by 60 dB at the end is cut.
     *
     * @throws AudioFileException when the file cannot be read, is silent, or rings for longer than
     *     {@value #LONGEST_SECONDS} s; in one sentence
     */
    public static double[][] read(Path file, int sampleRate) throws AudioFileException {
        return read(file, sampleRate, LONGEST_SECONDS, false);
    }

    /**
     * Reads what becomes of an impulse in a room: of one channel the same for both sides, of two one for each, of four from left to left, left to right, right to left
     * and right to right. What lies before the first sound is cut, from all alike.
     *
     * @throws AudioFileException when the file cannot be read, is silent, or rings for longer than {@value #LONGEST_ROOM_SECONDS} s; in one sentence
     */
    public static StereoResponse readRoom(Path file, int sampleRate) throws AudioFileException {
        double[][] four = read(file, sampleRate, LONGEST_ROOM_SECONDS, true);
        return four.length == 2
                ? StereoResponse.each(four[0], four[1])
                : new StereoResponse(four[0], four[1], four[2], four[3]);
    }

    private static double[][] read(Path file, int sampleRate, double longest, boolean isRoom)
            throws AudioFileException {
        String name = String.valueOf(file.getFileName());
        double[][] response;
        try (DecodedStream stream = AudioFile.open(file)) {
            boolean isTrueStereo = isRoom && stream.layout().channels() == 4;
            Collector first = new Collector((int) (30L * sampleRate));
            Collector second = new Collector((int) (30L * sampleRate));
            decode(stream, sampleRate, first, isTrueStereo ? Optional.of(second) : Optional.empty());
            response = isTrueStereo
                    ? new double[][] {first.left(), first.right(), second.left(), second.right()}
                    : new double[][] {first.left(), first.right()};
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.cannotBeRead", name), e);
        }
        int end = end(response);
        int start = isRoom ? start(response, end) : 0;
        if (end == 0) {
            throw new AudioFileException(Texts.of("audiofiles.isSilentChooseAn", name));
        }
        if (end - start > longest * sampleRate) {
            throw new AudioFileException(Texts.of("audiofiles.ringsForLongerThan", name, Texts.number(longest, 1)));
        }
        for (int c = 0; c < response.length; c++) {
            response[c] = Arrays.copyOfRange(response[c], start, end);
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

    /** Four channels come in pairs; of all other layouts the fold to stereo, of one channel the same for both sides at full level. */
    private static void decode(DecodedStream stream, int sampleRate, Collector first, Optional<Collector> second)
            throws IOException {
        int from = stream.sampleRate();
        float[][] block = new float[stream.layout().channels()][BLOCK];
        float[][] pairs = new float[4][BLOCK];
        // Samples of a response stand for an area: at another rate they are as much smaller as there are more of them.
        float scale = from == sampleRate ? 1 : (float) from / sampleRate;
        try (Resampler one = new Resampler(from, sampleRate, BLOCK);
                Resampler other = new Resampler(from, sampleRate, BLOCK)) {
            int n;
            while ((n = stream.read(block, BLOCK)) > 0) {
                if (second.isPresent()) {
                    for (int c = 0; c < 4; c++) {
                        System.arraycopy(block[c], 0, pairs[c], 0, n);
                    }
                } else if (block.length == 1) {
                    System.arraycopy(block[0], 0, pairs[0], 0, n);
                    System.arraycopy(block[0], 0, pairs[1], 0, n);
                } else {
                    stream.layout().foldToStereo(block, n, pairs[0], pairs[1]);
                }
                if (from == sampleRate) {
                    first.take(pairs[0], pairs[1], n, 1);
                    take(second, pairs[2], pairs[3], n, 1);
                } else {
                    one.add(pairs[0], pairs[1], n, (l, r, count) -> first.take(l, r, count, scale));
                    other.add(pairs[2], pairs[3], n, (l, r, count) -> take(second, l, r, count, scale));
                }
            }
            if (from != sampleRate) {
                one.finish((l, r, count) -> first.take(l, r, count, scale));
                other.finish((l, r, count) -> take(second, l, r, count, scale));
            }
        }
    }

    private static void take(Optional<Collector> to, float[] left, float[] right, int count, float scale) {
        to.ifPresent(c -> c.take(left, right, count, scale));
    }

    /** Where it has died away. */
    private static int end(double[][] response) {
        double whole = 0;
        for (double[] channel : response) {
            whole += Arrays.stream(channel).map(x -> x * x).sum();
        }
        int length = response[0].length;
        double rest = 0;
        while (length > 0) {
            for (double[] channel : response) {
                rest += channel[length - 1] * channel[length - 1];
            }
            if (rest > whole * NEGLIGIBLE) {
                break;
            }
            length--;
        }
        return whole == 0 ? 0 : length;
    }

    /** Where its first sound begins: a little before the first sample of a hundredth of the highest. */
    private static int start(double[][] response, int end) {
        double highest = 0;
        for (double[] channel : response) {
            highest = Math.max(
                    highest, Arrays.stream(channel).map(Math::abs).max().orElse(0));
        }
        for (int i = 0; i < end; i++) {
            for (double[] channel : response) {
                if (Math.abs(channel[i]) > highest * FIRST_SOUND) {
                    return Math.max(0, i - BEFORE_FIRST);
                }
            }
        }
        return 0;
    }

    private static final class Collector {
        private final int most;
        private float[] left = new float[8192];
        private float[] right = new float[8192];
        private int count;

        Collector(int most) {
            this.most = most;
        }

        double[] left() {
            return doubles(left);
        }

        double[] right() {
            return doubles(right);
        }

        private double[] doubles(float[] samples) {
            double[] all = new double[count];
            for (int i = 0; i < count; i++) {
                all[i] = samples[i];
            }
            return all;
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
