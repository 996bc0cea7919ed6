package oakmirror;

import java.util.Random;

/**
 * Gives what a {@link Random} of that seed gives, Gaussian numbers to the last place but one, without its locks: tests make minutes of noise. For one thread.
 */
public final class QuickRandom extends Random {

    private static final long serialVersionUID = 1L;
    private static final long MULTIPLIER = 0x5DEECE66DL;
    private static final long MASK = (1L << 48) - 1;

    private long state;
    private double next;
    private boolean hasNext;

    /** Random numbers, always the same for a seed. */
    public QuickRandom(long seed) {
        super(seed);
        setSeed(seed);
    }

    @Override
    public void setSeed(long seed) {
        state = (seed ^ MULTIPLIER) & MASK;
        hasNext = false;
    }

    @Override
    protected int next(int bits) {
        state = (state * MULTIPLIER + 0xBL) & MASK;
        return (int) (state >>> (48 - bits));
    }

    @Override
    public double nextGaussian() {
        if (hasNext) {
            hasNext = false;
            return next;
        }
        double a;
        double b;
        double square;
        do {
            a = 2 * nextDouble() - 1;
            b = 2 * nextDouble() - 1;
            square = a * a + b * b;
        } while (square >= 1 || square == 0);
        double factor = Math.sqrt(-2 * Math.log(square) / square);
        next = b * factor;
        hasNext = true;
        return a * factor;
    }
}
