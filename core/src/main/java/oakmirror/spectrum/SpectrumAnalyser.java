package oakmirror.spectrum;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.audio.Sums;

/**
 * Averaged spectrum of a stereo stream by Welch's method (P. D. Welch, IEEE Trans. Audio Electroacoust. AU-15, 1967): Hann-windowed
 * blocks, half overlapping, their powers averaged. A block lasts equally long at every rate, usually {@value #USUAL_SECONDS} s: so lines lie at the
 * same frequencies, blocks at the same moments, and copies of a recording at several rates read alike.
 *
 * <p>Powers are folded into the bands of the {@link BandGrid} by exact integration: a line's power is spread evenly over its width
 * and split where a band's edge cuts it, so that the bands conserve power.
 *
 * <p>Gating: blocks below −70 dBFS are left out, and, for the bands, then those more than 20 dB below the mean of the rest, so that silence,
 * gaps and fades do not count. As the mean is only known at the end, blocks are summed in classes of half a decibel of their level.
 * A stream shorter than one block is analysed as one block, padded with silence.
 */
public final class SpectrumAnalyser {

    /** Length of the usual block in seconds: a whole even number of samples at every usual rate from 8 to 192 kHz. */
    public static final double USUAL_SECONDS = 0.4;

    private static final double ABSOLUTE_GATE_DB = -70;
    private static final double RELATIVE_GATE_DB = -20;
    private static final double CLASS_DB = 0.5;
    private static final int CLASSES = 180;
    /** Left, right, real and imaginary part of their cross power. */
    private static final int SUMS = 4;

    private final int sampleRate;
    private final int size;
    private final StereoTransform transform;
    private final BandFold fold;
    private final Chroma chroma;
    private final float[] left;
    private final float[] right;
    private final LineSums[][] classLines = new LineSums[CLASSES][];
    private final int[] classCount = new int[CLASSES];
    private final double[] classPower = new double[CLASSES];
    /** Energy of the newer half of the block before, which is the older half of this one; NaN for the first block. */
    private double halfBefore = Double.NaN;

    private int filled;
    private boolean anyBlock;
    private boolean anySample;

    /** An analyser for one stream, with the usual block. */
    public SpectrumAnalyser(int sampleRate) {
        this(sampleRate, USUAL_SECONDS);
    }

    /**
     * An analyser for one stream.
     *
     * @param sampleRate its rate
     * @param blockSeconds length of a block
     */
    public SpectrumAnalyser(int sampleRate, double blockSeconds) {
        this.sampleRate = sampleRate;
        this.size = blockSize(sampleRate, blockSeconds);
        this.transform = new StereoTransform(size);
        this.fold = new BandFold(size, sampleRate);
        this.chroma = new Chroma(sampleRate, size);
        this.left = new float[size];
        this.right = new float[size];
    }

    /** Samples in the usual block at a rate. */
    public static int blockSize(int sampleRate) {
        return blockSize(sampleRate, USUAL_SECONDS);
    }

    /**
     * Samples at a rate in a block of so many seconds: the even number next to it that can be transformed, which at odd rates is a little off (less than 1 %).
     */
    public static int blockSize(int sampleRate, double seconds) {
        int half = Math.max(2, (int) Math.round(seconds * sampleRate / 2));
        for (int off = 0; ; off++) {
            if (off < half && RowTransform.fits(2 * (half - off))) {
                return 2 * (half - off);
            }
            if (RowTransform.fits(2 * (half + off))) {
                return 2 * (half + off);
            }
        }
    }

    /** Takes the next frames. */
    public void add(float[] l, float[] r, int count) {
        int done = 0;
        anySample |= count > 0;
        while (done < count) {
            int part = Math.min(count - done, size - filled);
            System.arraycopy(l, done, left, filled, part);
            System.arraycopy(r, done, right, filled, part);
            filled += part;
            done += part;
            if (filled == size) {
                analyse();
                System.arraycopy(left, size / 2, left, 0, size / 2);
                System.arraycopy(right, size / 2, right, 0, size / 2);
                filled = size / 2;
            }
        }
    }

    private void analyse() {
        anyBlock = true;
        double newerHalf = energy(size / 2, size);
        double olderHalf = Double.isNaN(halfBefore) ? energy(0, size / 2) : halfBefore;
        halfBefore = newerHalf;
        double power = (olderHalf + newerHalf) / (2 * size);
        int level = (int) Math.floor((Decibels.ofPower(power) - ABSOLUTE_GATE_DB) / CLASS_DB);
        if (power <= 0 || level < 0) {
            return;
        }
        level = Math.min(level, CLASSES - 1);
        transform.transform(left, right);
        if (classLines[level] == null) {
            classLines[level] = new LineSums[SUMS];
            Arrays.setAll(classLines[level], p -> new LineSums(size / 2 + 1));
        }
        chroma.add(transform.left, transform.right);
        classLines[level][0].add(transform.left);
        classLines[level][1].add(transform.right);
        classLines[level][2].add(transform.crossReal);
        classLines[level][3].add(transform.crossImaginary);
        classCount[level]++;
        classPower[level] += power;
    }

    private double energy(int from, int to) {
        return Sums.products(left, left, from, to) + Sums.products(right, right, from, to);
    }

    /** The spectrum of all that was taken. Ends the stream. */
    public StereoSpectrum finish() {
        if (!anyBlock && anySample) {
            Arrays.fill(left, filled, size, 0f);
            Arrays.fill(right, filled, size, 0f);
            analyse();
        }
        int first = gateClass();
        int blocks = blocksFrom(first);
        double[][] lines = linesFrom(first);
        double seconds = blocks == 0 ? 0 : (blocks + 1) * (size / 2.0) / sampleRate;
        return new StereoSpectrum(fold.of(lines[0]), fold.of(lines[1]), fold.of(lines[2]), fold.usableBands(), seconds);
    }

    /** The same line by line, all blocks above −70 dBFS. */
    public LineSpectrum lines() {
        double[][] lines = linesFrom(0);
        double[] power = new double[lines[0].length];
        for (int k = 0; k < power.length; k++) {
            power[k] = (lines[0][k] + lines[1][k]) / 2;
        }
        return new LineSpectrum(sampleRate, size, power, lines[2], lines[3], blocksFrom(0));
    }

    /** The keys that all that was taken is most like. Ends the stream. */
    public List<Key.Likeness> keys() {
        return Key.likeliest(chroma.notesOfAll());
    }

    private int blocksFrom(int first) {
        return Arrays.stream(classCount, first, CLASSES).sum();
    }

    /** Mean lines of all blocks of a class of level and the louder ones. */
    private double[][] linesFrom(int first) {
        double[][] lines = new double[SUMS][size / 2 + 1];
        int blocks = Math.max(1, blocksFrom(first));
        for (int p = 0; p < SUMS; p++) {
            for (int c = first; c < CLASSES; c++) {
                if (classLines[c] != null) {
                    classLines[c][p].addTo(lines[p]);
                }
            }
            for (int k = 0; k < lines[p].length; k++) {
                lines[p][k] /= blocks;
            }
        }
        return lines;
    }

    private int gateClass() {
        double power = 0;
        int count = 0;
        for (int c = 0; c < CLASSES; c++) {
            power += classPower[c];
            count += classCount[c];
        }
        if (count == 0) {
            return 0;
        }
        double gateDb = Decibels.ofPower(power / count) + RELATIVE_GATE_DB;
        int level = (int) Math.floor((gateDb - ABSOLUTE_GATE_DB) / CLASS_DB);
        return Math.max(0, Math.min(CLASSES - 1, level));
    }
}
