package oakmirror.dsp;

/**
 * Something that changes a stereo stream in place. Holds state, is used by one thread at a time, and allocates nothing while
 * processing.
 */
public interface StereoProcessor {

    /** Changes the next frames. */
    void process(float[] left, float[] right, int offset, int count);

    /**
     * Takes the next frames as {@link #process} does, where only what is kept of them matters: what the arrays hold afterwards may be
     * anything. For going through the past quickly.
     */
    default void pass(float[] left, float[] right, int offset, int count) {
        process(left, right, offset, count);
    }

    /** Does what {@link #pass} has put off, so that the next {@link #process} takes no longer than any other. */
    default void settle() {}

    /** By how many frames what comes out lags what goes in. */
    int latencyFrames();

    /** How many frames of the past matter to what comes out. */
    int memoryFrames();

    /** How many frames of the past it may be sent through beside a block of the present, before it takes too long: at 48 kHz half a second of what costs little. */
    default int catchUpFrames() {
        return 24_576;
    }

    /** Forgets the past. */
    void reset();
}
