package oakmirror.media.file;

import oakmirror.dsp.TpdfDither;

/**
 * How samples are written.
 *
 * @param bits bits a sample; 32 means floating point, and a lossy format takes these too
 * @param dithered whether what is rounded is dithered
 */
record Samples(int bits, boolean dithered) {

    static final Samples FLOAT = new Samples(32, false);

    /** What rounds left and right; nothing for floating point. */
    TpdfDither[] rounding() {
        if (bits == 32) {
            return new TpdfDither[0];
        }
        return dithered
                ? new TpdfDither[] {new TpdfDither(bits, 1), new TpdfDither(bits, 2)}
                : new TpdfDither[] {TpdfDither.off(bits), TpdfDither.off(bits)};
    }

    /** How many samples lay beyond full scale. */
    static long clipped(TpdfDither[] rounding) {
        long sum = 0;
        for (TpdfDither d : rounding) {
            sum += d.clipped();
        }
        return sum;
    }
}
