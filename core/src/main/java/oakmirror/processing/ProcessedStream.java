package oakmirror.processing;

import oakmirror.audio.AudioStream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.StereoSource;

/** A stereo source after a processor, as a stream from its start; as long as the source, its latency taken out. */
public final class ProcessedStream implements AudioStream {

    private final StereoSource source;
    private final StereoProcessor processor;
    private long position;

    /** A stream; the processor must be fresh and is used by nobody else. */
    public ProcessedStream(StereoSource source, StereoProcessor processor) {
        this.source = source;
        this.processor = processor;
        int skip = processor.latencyFrames();
        float[] left = new float[Math.max(1, skip)];
        float[] right = new float[Math.max(1, skip)];
        source.read(0, left, right, 0, skip);
        processor.process(left, right, 0, skip);
    }

    @Override
    public int sampleRate() {
        return source.sampleRate();
    }

    @Override
    public ChannelLayout layout() {
        return ChannelLayout.stereo();
    }

    @Override
    public long expectedFrames() {
        return source.frames();
    }

    @Override
    public int read(float[][] block, int frames) {
        int n = (int) Math.min(frames, source.frames() - position);
        source.read(position + processor.latencyFrames(), block[0], block[1], 0, n);
        processor.process(block[0], block[1], 0, n);
        position += n;
        return n;
    }

    @Override
    public long nonFiniteSamples() {
        return 0;
    }

    @Override
    public void close() {
        // the source is not ours
    }
}
