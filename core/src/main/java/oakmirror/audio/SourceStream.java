package oakmirror.audio;

/** A stream made from a stereo source, which stays open: it is not the stream's. */
public abstract class SourceStream implements AudioStream {

    private final StereoSource source;

    /** A stream from a source, at its rate. */
    protected SourceStream(StereoSource source) {
        this.source = source;
    }

    /** Where it comes from. */
    protected final StereoSource source() {
        return source;
    }

    @Override
    public final int sampleRate() {
        return source.sampleRate();
    }

    @Override
    public final ChannelLayout layout() {
        return ChannelLayout.stereo();
    }

    @Override
    public final long damagedSamples() {
        return 0;
    }

    @Override
    public final void close() {
        // the source is not ours
    }
}
