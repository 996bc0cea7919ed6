package oakmirror.monitor;

import oakmirror.audio.StereoSource;
import oakmirror.dsp.StereoProcessor;

/** Runs what lies before a place of a track through a processor, so that it comes in there as if it had always been on. For one thread at a time. */
final class Preroll {

    private static final int BLOCK = 1024;

    private final float[] left = new float[BLOCK];
    private final float[] right = new float[BLOCK];
    private final SourceReader reader = new SourceReader(BLOCK);

    /** Resets a processor and runs it through as much of the source before {@code frame} as it remembers: the next frame out of it is that one, as if it had always been on. */
    void bring(StereoProcessor processor, StereoSource source, long frame) {
        processor.reset();
        int latency = processor.latencyFrames();
        pass(processor, source, frame - processor.memoryFrames(), frame + latency);
    }

    /** Brings a processor on from one place to a later one. */
    void bringOn(StereoProcessor processor, StereoSource source, long from, long to) {
        int latency = processor.latencyFrames();
        pass(processor, source, from + latency, to + latency);
    }

    private void pass(StereoProcessor processor, StereoSource source, long from, long to) {
        reader.begin(source);
        for (long at = from; at < to; at += BLOCK) {
            int n = (int) Math.min(BLOCK, to - at);
            reader.read(source, at, left, right, 0, n);
            processor.pass(left, right, 0, n);
        }
        processor.settle();
    }
}
