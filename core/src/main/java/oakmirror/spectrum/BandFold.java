package oakmirror.spectrum;

/**
 * Folds the powers of evenly spaced bins into the bands of the {@link BandGrid}. Bin k covers (k ± ½)·rate/size; what a band's edges
 * cut of it counts in proportion to its width.
 */
final class BandFold {

    private final int[] firstBin = new int[BandGrid.SIZE];
    private final float[][] share = new float[BandGrid.SIZE][];
    private final int usable;

    BandFold(int size, int sampleRate) {
        double binHz = (double) sampleRate / size;
        int usableBands = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double low = BandGrid.lowerEdgeHz(b) / binHz + 0.5;
            double high = BandGrid.lowerEdgeHz(b + 1) / binHz + 0.5;
            if (high > size / 2.0 + 1) {
                share[b] = new float[0];
                continue;
            }
            usableBands = b + 1;
            firstBin[b] = (int) low;
            share[b] = new float[Math.min((int) Math.ceil(high), size / 2 + 1) - firstBin[b]];
            for (int i = 0; i < share[b].length; i++) {
                int bin = firstBin[b] + i;
                share[b][i] = (float) (Math.min(high, bin + 1) - Math.max(low, bin));
            }
        }
        usable = usableBands;
    }

    int usableBands() {
        return usable;
    }

    /** Adds what a block holds to the bands of left, right and cross power. */
    void addTo(double[][] bands, StereoTransform block) {
        add(bands[0], block.left);
        add(bands[1], block.right);
        add(bands[2], block.crossReal);
    }

    /** The bands of lines. */
    double[] of(double[] lines) {
        double[] bands = new double[BandGrid.SIZE];
        for (int b = 0; b < usable; b++) {
            for (int i = 0; i < share[b].length; i++) {
                bands[b] += share[b][i] * lines[firstBin[b] + i];
            }
        }
        return bands;
    }

    /** Adds what some lines hold to bands. */
    void add(double[] bands, float[] lines) {
        for (int b = 0; b < usable; b++) {
            float[] shares = share[b];
            int first = firstBin[b];
            int last = shares.length - 1;
            double sum = (double) shares[0] * lines[first];
            for (int i = 1; i < last; i++) { // what lies wholly inside counts wholly
                sum += lines[first + i];
            }
            bands[b] += last > 0 ? sum + (double) shares[last] * lines[first + last] : sum;
        }
    }
}
