package oakmirror.spectrum;

import java.util.Arrays;
import java.util.stream.IntStream;

/** Measures the {@link Transfer} from one signal to another over half overlapping Hann-windowed blocks, those of silence left out. */
public final class TransferAnalyser {

    private static final int SUMS = 4;
    /** −100 dBFS: below there is nothing but dither. */
    private static final double SILENT = 1e-10;

    private final int size;
    private final StereoTransform transform;
    private final float[] in;
    private final float[] out;
    private final LineSums[] sums = new LineSums[SUMS];
    private int filled;
    private int blocks;

    /** An analyser for two signals of a rate. */
    public TransferAnalyser(int sampleRate) {
        size = SpectrumAnalyser.blockSize(sampleRate);
        transform = new StereoTransform(size);
        in = new float[size];
        out = new float[size];
        Arrays.setAll(sums, i -> new LineSums(size / 2 + 1));
    }

    /** Takes the next samples of what goes in and of what comes out. */
    public void add(float[] nextIn, float[] nextOut, int count) {
        int done = 0;
        while (done < count) {
            int part = Math.min(count - done, size - filled);
            System.arraycopy(nextIn, done, in, filled, part);
            System.arraycopy(nextOut, done, out, filled, part);
            filled += part;
            done += part;
            if (filled == size) {
                analyse();
                System.arraycopy(in, size / 2, in, 0, size / 2);
                System.arraycopy(out, size / 2, out, 0, size / 2);
                filled = size / 2;
            }
        }
    }

    private void analyse() {
        if (power(in) < SILENT && power(out) < SILENT) {
            return;
        }
        transform.transform(in, out);
        float[][] lines = {transform.left, transform.right, transform.crossReal, transform.crossImaginary};
        for (int s = 0; s < SUMS; s++) {
            sums[s].add(lines[s]);
        }
        blocks++;
    }

    private static double power(float[] samples) {
        return IntStream.range(0, samples.length)
                        .mapToDouble(i -> (double) samples[i] * samples[i])
                        .sum()
                / samples.length;
    }

    /** The transfer of all that was taken. Ends the measurement. */
    public Transfer finish() {
        if (blocks == 0 && filled > 0) {
            Arrays.fill(in, filled, size, 0f);
            Arrays.fill(out, filled, size, 0f);
            analyse();
        }
        double[][] mean = new double[SUMS][size / 2 + 1];
        for (int s = 0; s < SUMS; s++) {
            sums[s].addTo(mean[s]);
            for (int k = 0; k < mean[s].length; k++) {
                mean[s][k] /= Math.max(1, blocks);
            }
        }
        for (int k = 0; k < mean[3].length; k++) {
            mean[3][k] = -mean[3][k]; // measured as in·out*
        }
        return new Transfer(size, mean[0], mean[1], mean[2], mean[3], blocks);
    }
}
