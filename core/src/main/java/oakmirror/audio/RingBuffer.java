package oakmirror.audio;

/**
 * The last while of something that goes on: a ring that is written to by one thread and read by others. What is older than it holds is gone.
 */
public final class RingBuffer {

    private final int sampleRate;
    private final float[] left;
    private final float[] right;
    private long taken;

    /** Room for so many seconds. */
    public RingBuffer(int sampleRate, double seconds) {
        this.sampleRate = sampleRate;
        left = new float[(int) Math.ceil(seconds * sampleRate)];
        right = new float[left.length];
    }

    /** Takes the next frames. */
    public synchronized void add(float[] l, float[] r, int frames) {
        for (int done = 0; done < frames; ) {
            int at = (int) (taken % left.length);
            int part = Math.min(frames - done, left.length - at);
            System.arraycopy(l, done, left, at, part);
            System.arraycopy(r, done, right, at, part);
            done += part;
            taken += part;
        }
    }

    /** A copy of the last so many seconds, or of what there is. */
    public synchronized Clip last(double seconds) {
        int n = (int) Math.min(Math.min(Math.round(seconds * sampleRate), left.length), taken);
        float[][] copy = new float[2][n];
        for (int done = 0; done < n; ) {
            int at = (int) ((taken - n + done) % left.length);
            int part = Math.min(n - done, left.length - at);
            System.arraycopy(left, at, copy[0], done, part);
            System.arraycopy(right, at, copy[1], done, part);
            done += part;
        }
        return new Clip(sampleRate, ChannelLayout.stereo(), copy);
    }

    /** How many seconds can be had. */
    public synchronized double seconds() {
        return (double) Math.min(taken, left.length) / sampleRate;
    }
}
