package oakmirror.audio;

/** A stretch of a stereo source as a stream; what lies outside the source is left out. */
public final class RangeStream extends SourceStream {

    private final long start;
    private final long end;
    private long position;

    /** A stretch, its ends at the nearest frames. */
    public RangeStream(StereoSource source, TimeRange range) {
        super(source);
        this.start = Math.min(source.frames(), Math.round(range.startSeconds() * source.sampleRate()));
        this.end = Math.min(source.frames(), Math.round(range.endSeconds() * source.sampleRate()));
        this.position = start;
    }

    @Override
    public long expectedFrames() {
        return end - start;
    }

    @Override
    public int read(float[][] block, int frames) {
        int n = (int) Math.min(frames, end - position);
        source().read(position, block[0], block[1], 0, n);
        position += n;
        return n;
    }
}
