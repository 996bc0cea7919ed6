package oakmirror.stereo;

import oakmirror.audio.StereoSource;
import oakmirror.audio.Sums;
import oakmirror.audio.TimeRange;

/**
 * How often left and right meet at which values, turned by 45°: across lies the difference (R−L)/2, upwards the sum (L+R)/2, as the phase
 * scope of the trade has it. Mono is an upright line, a side turned over a level one.
 *
 * @param counts how often, [row from the top][column], {@link #SIZE} of each; of stretches over about 90 s blocks are left out evenly
 * @param peak the magnitude at the picture's edge, full scale being 1
 * @param correlation of left and right over all of it, −1 to +1; NaN for silence
 * @param balanceDb power of right over left in dB
 */
public record PhaseScope(int[][] counts, double peak, double correlation, double balanceDb) {

    /** Rows, and columns. */
    public static final int SIZE = 121;

    private static final int BLOCK = 8192;
    /** Of longer stretches every second block, or fewer, is drawn. */
    private static final long MOST_DRAWN = 1 << 22;

    private static final double SMALLEST_PEAK = 1e-4;

    /** Looks at a stretch of a track. */
    public static PhaseScope of(StereoSource source, TimeRange range) {
        long from = Math.max(0, Math.round(range.startSeconds() * source.sampleRate()));
        long to = Math.min(source.frames(), Math.round(range.endSeconds() * source.sampleRate()));
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        double ll = 0;
        double rr = 0;
        double lr = 0;
        double peak = SMALLEST_PEAK;
        for (long at = from; at < to; at += BLOCK) {
            int n = (int) Math.min(BLOCK, to - at);
            source.read(at, left, right, 0, n);
            ll += Sums.products(left, left, 0, n);
            rr += Sums.products(right, right, 0, n);
            lr += Sums.products(left, right, 0, n);
            peak = Math.max(peak, highest(left, right, n));
        }
        int[][] counts = new int[SIZE][SIZE];
        float scale = (float) ((SIZE / 2) / peak / 2);
        long every = Math.max(1, (to - from) / MOST_DRAWN) * BLOCK;
        for (long at = from; at < to; at += every) {
            int n = (int) Math.min(BLOCK, to - at);
            source.read(at, left, right, 0, n);
            for (int i = 0; i < n; i++) {
                int column = (int) (SIZE / 2 + 0.5f + (right[i] - left[i]) * scale);
                int row = (int) (SIZE / 2 + 0.5f - (left[i] + right[i]) * scale);
                counts[row][column]++;
            }
        }
        double root = Math.sqrt(ll * rr);
        return new PhaseScope(
                counts,
                peak,
                root > 0 ? lr / root : ll + rr > 0 ? 1 : Double.NaN,
                ll + rr > 0
                        ? Math.max(Width.MONO_DB, Math.min(-Width.MONO_DB, 10 * Math.log10(rr / Math.max(ll, 1e-300))))
                        : Double.NaN);
    }

    /** The highest magnitude of middle and difference. */
    private static double highest(float[] left, float[] right, int n) {
        float highest = 0;
        for (int i = 0; i < n; i++) {
            float both = Math.abs(left[i]) + Math.abs(right[i]); // the greater of |l + r| and |l − r|
            if (both > highest) {
                highest = both;
            }
        }
        return highest / 2;
    }
}
