package oakmirror.spectrum;

import java.util.Arrays;
import java.util.function.Consumer;

/**
 * The spectrum of one second after the other, from Hann-windowed blocks that follow each other without overlapping. Seconds below −70 dBFS are
 * passed over. For one thread.
 */
public final class SecondsSpectrum {

    private static final double BLOCK_SECONDS = 0.2;
    private static final double GATE = 1e-7;

    private final StereoTransform transform;
    private final BandFold fold;
    private final Consumer<BandSpectrum> taker;
    private final float[] left;
    private final float[] right;
    private final int blocksASecond;
    private final double[][] bands = new double[3][BandGrid.SIZE];
    private int filled;
    private int blocks;

    /** Hands each second on as soon as it is over; what is handed on is new each time. */
    public SecondsSpectrum(int sampleRate, Consumer<BandSpectrum> taker) {
        int size = SpectrumAnalyser.blockSize(sampleRate, BLOCK_SECONDS);
        this.taker = taker;
        transform = new StereoTransform(size);
        fold = new BandFold(size, sampleRate);
        left = new float[size];
        right = new float[size];
        blocksASecond = Math.max(1, Math.round((float) sampleRate / size));
    }

    /** Takes the next frames of both sides. */
    public void add(float[] nextLeft, float[] nextRight, int frames) {
        for (int done = 0; done < frames; ) {
            int part = Math.min(frames - done, left.length - filled);
            System.arraycopy(nextLeft, done, left, filled, part);
            System.arraycopy(nextRight, done, right, filled, part);
            done += part;
            filled += part;
            if (filled == left.length) {
                filled = 0;
                transform.transform(left, right);
                fold.addTo(bands, transform);
                if (++blocks == blocksASecond) {
                    second();
                }
            }
        }
    }

    private void second() {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = (bands[0][b] + bands[1][b]) / 2 / blocks;
        }
        blocks = 0;
        for (double[] sums : bands) {
            Arrays.fill(sums, 0);
        }
        if (Arrays.stream(power).sum() > GATE) {
            taker.accept(new BandSpectrum(power, fold.usableBands(), 1));
        }
    }
}
