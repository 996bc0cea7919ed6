package oakmirror.dsp;

/** Takes down what a limiter takes away. */
@FunctionalInterface
public interface Reduction {

    /** Keeps nothing. */
    Reduction NOT_KEPT = (frame, frames, gain) -> {};

    /**
     * The lowest gain of some frames.
     *
     * @param frame where they begin in what went in, from 0 on; below 0 for what comes out before it
     * @param frames how many
     * @param gain linear, at most 1
     */
    void add(long frame, int frames, double gain);
}
