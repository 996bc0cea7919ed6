package oakmirror.dsp;

/** Noise that is added to what goes by, again and again from its start; its end goes over into it. For one thread at a time; allocates nothing while it is added. */
public final class NoiseLoop {

    private final float[] left;
    private final float[] right;
    private int at;

    /** One round of it, which is not copied. */
    public NoiseLoop(float[] left, float[] right) {
        this.left = left;
        this.right = right;
    }

    /** The same noise from its start. */
    public NoiseLoop another() {
        return new NoiseLoop(left, right);
    }

    /** Adds the next frames, at a gain that goes evenly from one to another. */
    public void addTo(float[] l, float[] r, int count, float fromGain, float toGain) {
        float step = (toGain - fromGain) / count;
        float gain = fromGain;
        for (int i = 0; i < count; i++) {
            gain += step;
            l[i] += gain * left[at];
            r[i] += gain * right[at];
            at = at + 1 == left.length ? 0 : at + 1;
        }
    }
}
