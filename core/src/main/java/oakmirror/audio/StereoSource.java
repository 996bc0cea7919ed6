package oakmirror.audio;

/** Stereo samples with random access. Reading allocates nothing and may be done from several threads at once. */
public interface StereoSource {

    /** Frames a second. */
    int sampleRate();

    /** Length in frames. */
    long frames();

    /**
     * Copies frames out; what lies before the start or past the end is silence.
     *
     * @param position first frame wanted, may be negative
     * @param left receives the left side from {@code offset} on
     * @param right receives the right side from {@code offset} on
     * @param offset where to write
     * @param count how many frames
     */
    void read(long position, float[] left, float[] right, int offset, int count);

    /** Length in seconds. */
    default double seconds() {
        return (double) frames() / sampleRate();
    }
}
