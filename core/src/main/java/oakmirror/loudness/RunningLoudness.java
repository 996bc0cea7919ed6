package oakmirror.loudness;

/**
 * Integrated loudness of what goes by, gated as ITU-R BS.1770-5 has it, without keeping every block: blocks are summed in classes of
 * {@value #CLASS_LU} LU, so that only blocks within one class of the relative gate can fall on its wrong side. For one thread; allocates
 * nothing.
 */
final class RunningLoudness {

    private static final double CLASS_LU = 0.1;
    private static final double LOWEST_LUFS = -70;
    private static final int CLASSES = 900;
    private static final double RELATIVE_GATE_LU = -10;

    private final double[] power = new double[CLASSES];
    private final long[] count = new long[CLASSES];
    private double sum;
    private long blocks;

    /** Takes the power of a block of 400 ms. */
    void add(double blockPower) {
        double lufs = LoudnessScale.ofPower(blockPower);
        if (lufs > LOWEST_LUFS) {
            int c = Math.min(CLASSES - 1, (int) ((lufs - LOWEST_LUFS) / CLASS_LU));
            power[c] += blockPower;
            count[c]++;
            sum += blockPower;
            blocks++;
        }
    }

    /** Starts over. */
    void reset() {
        java.util.Arrays.fill(power, 0);
        java.util.Arrays.fill(count, 0);
        sum = 0;
        blocks = 0;
    }

    /** LUFS of all blocks since the start; NaN of none. */
    double lufs() {
        if (blocks == 0) {
            return Double.NaN;
        }
        double gate = LoudnessScale.ofPower(sum / blocks) + RELATIVE_GATE_LU;
        int first = (int) Math.max(0, Math.ceil((gate - LOWEST_LUFS) / CLASS_LU));
        double kept = 0;
        long keptBlocks = 0;
        for (int c = first; c < CLASSES; c++) {
            kept += power[c];
            keptBlocks += count[c];
        }
        return keptBlocks == 0 ? Double.NaN : LoudnessScale.ofPower(kept / keptBlocks);
    }
}
