package oakmirror.dsp;

/** Two processors, one behind the other. */
public final class Series implements StereoProcessor {

    private final StereoProcessor first;
    private final StereoProcessor second;
    /** How much of the past went through the first alone. */
    private long passed;

    /** One, and what comes behind it. */
    public Series(StereoProcessor first, StereoProcessor second) {
        this.first = first;
        this.second = second;
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        passed = Long.MAX_VALUE;
        first.process(left, right, offset, count);
        second.process(left, right, offset, count);
    }

    /** What lies so far back that only the first remembers it is for that alone. */
    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        int alone = (int) Math.min(count, Math.max(0, first.memoryFrames() - passed));
        if (alone > 0) {
            first.pass(left, right, offset, alone);
            passed += alone;
        }
        if (alone < count) {
            first.process(left, right, offset + alone, count - alone);
            second.pass(left, right, offset + alone, count - alone);
        }
    }

    @Override
    public void settle() {
        first.settle();
        second.settle();
    }

    @Override
    public int latencyFrames() {
        return first.latencyFrames() + second.latencyFrames();
    }

    @Override
    public int memoryFrames() {
        return first.memoryFrames() + second.memoryFrames();
    }

    @Override
    public void reset() {
        passed = 0;
        first.reset();
        second.reset();
    }
}
