package oakmirror.monitor;

import oakmirror.audio.StereoSource;
import oakmirror.dsp.StereoProcessor;

/** Runs what lies before a place of a track through a processor, so that it comes in there as if it had always been on. For one thread at a time. */
final class Past {

    private static final int BLOCK = 1024;

    private final float[] left = new float[BLOCK];
    private final float[] right = new float[BLOCK];
    private final SourceReader reader = new SourceReader(BLOCK);

    /** Brings a processor from nothing to where the next frame that comes out is that at {@code frame}. */
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
