package oakmirror.dsp;

/** A processor that hears the middle, (L+R)/2, as its left side and the difference, (L−R)/2, as its right one. */
public final class MidSide implements StereoProcessor {

    private final StereoProcessor inner;

    /** One around a processor of middle and difference. */
    public MidSide(StereoProcessor inner) {
        this.inner = inner;
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        toMidSide(left, right, offset, count);
        inner.process(left, right, offset, count);
        for (int i = offset; i < offset + count; i++) {
            float mid = left[i];
            float side = right[i];
            left[i] = mid + side;
            right[i] = mid - side;
        }
    }

    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        toMidSide(left, right, offset, count);
        inner.pass(left, right, offset, count);
    }

    @Override
    public void settle() {
        inner.settle();
    }

    private static void toMidSide(float[] left, float[] right, int offset, int count) {
        for (int i = offset; i < offset + count; i++) {
            float l = left[i];
            float r = right[i];
            left[i] = (l + r) / 2;
            right[i] = (l - r) / 2;
        }
    }

    @Override
    public int latencyFrames() {
        return inner.latencyFrames();
    }

    @Override
    public int memoryFrames() {
        return inner.memoryFrames();
    }

    @Override
    public void reset() {
        inner.reset();
    }
}
