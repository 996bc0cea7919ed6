package oakmirror.dsp;

import oakmirror.audio.SourceStream;
import oakmirror.audio.StereoSource;

/** A stereo source after a processor, as a stream from its start; as long as the source, its latency taken out. */
public final class ProcessedStream extends SourceStream {

    private final StereoProcessor processor;
    private long position;

    /** A stream; the processor must be fresh and is used by nobody else. */
    public ProcessedStream(StereoSource source, StereoProcessor processor) {
        super(source);
        this.processor = processor;
        int skip = processor.latencyFrames();
        float[] left = new float[Math.max(1, skip)];
        float[] right = new float[Math.max(1, skip)];
        source.read(0, left, right, 0, skip);
        processor.process(left, right, 0, skip);
    }

    @Override
    public long expectedFrames() {
        return source().frames();
    }

    @Override
    public int read(float[][] block, int frames) {
        int n = (int) Math.min(frames, source().frames() - position);
        source().read(position + processor.latencyFrames(), block[0], block[1], 0, n);
        processor.process(block[0], block[1], 0, n);
        position += n;
        return n;
    }
}
