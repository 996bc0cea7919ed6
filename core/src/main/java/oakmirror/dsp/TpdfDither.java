package oakmirror.dsp;

/**
 * Rounds samples to a number of bits with triangular dither of ±1 step (the sum of two independent even distributions of one step),
 * which makes the rounding error free of distortion and of noise modulation (S. P. Lipshitz, R. A. Wannamaker, J. Vanderkooy,
 * "Quantization and dither", J. Audio Eng. Soc. 40, 1992). What lies beyond full scale is clipped and counted. The noise is a
 * repeatable sequence, so that the same render gives the same file.
 */
public final class TpdfDither {

    private final int bits;
    private final double steps;
    private final double scale;
    private final int lowest;
    private final int highest;
    private long state;
    private long clipped;

    /** Dither for one channel; different seeds give unrelated noise. */
    public TpdfDither(int bits, long seed) {
        this(bits, seed, 1);
    }

    /** Rounds alone, for what is dithered already, or will be. */
    public static TpdfDither off(int bits) {
        return new TpdfDither(bits, 1, 0);
    }

    private TpdfDither(int bits, long seed, double steps) {
        this.steps = steps;
        if (bits < 8 || bits > 24) {
            throw new IllegalArgumentException("dither is for 8 to 24 bits, not " + bits);
        }
        this.bits = bits;
        this.scale = 1 << (bits - 1);
        this.lowest = -(1 << (bits - 1));
        this.highest = (1 << (bits - 1)) - 1;
        this.state = seed * 0x9E3779B97F4A7C15L + 1;
    }

    /** The bits rounded to. */
    public int bits() {
        return bits;
    }

    /** The integer for a sample of full scale ±1. */
    public int quantise(float sample) {
        long rounded = Math.round(sample * scale + steps * (uniform() + uniform()));
        if (rounded < lowest || rounded > highest) {
            clipped++;
            return rounded < lowest ? lowest : highest;
        }
        return (int) rounded;
    }

    /** How many samples so far were clipped. */
    public long clipped() {
        return clipped;
    }

    /** Even between −½ and ½ (xorshift64*, S. Vigna 2016). */
    private double uniform() {
        state ^= state >>> 12;
        state ^= state << 25;
        state ^= state >>> 27;
        return ((state * 0x2545F4914F6CDD1DL) >>> 11) * 0x1.0p-53 - 0.5;
    }
}
