package oakmirror.dsp;

/** Two processors, one behind the other. */
final class Series implements StereoProcessor {

    private final StereoProcessor first;
    private final StereoProcessor second;

    Series(StereoProcessor first, StereoProcessor second) {
        this.first = first;
        this.second = second;
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        first.process(left, right, offset, count);
        second.process(left, right, offset, count);
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
        first.reset();
        second.reset();
    }
}
