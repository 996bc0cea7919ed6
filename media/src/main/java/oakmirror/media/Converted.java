package oakmirror.media;

import java.io.IOException;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.cache.AudioCache.FrameSink;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.Resampler;

/** What a resampler makes, to a length that is known at the end. */
public final class Converted implements AutoCloseable {

    private final Resampler resampler;
    private final FrameSink sink;
    private long written;

    /**
     * Goes from a rate to another.
     *
     * @param sink takes what comes out
     * @throws AudioFileException when the libraries it needs cannot be unpacked
     */
    public Converted(int from, int to, FrameSink sink) throws AudioFileException {
        resampler = new Resampler(from, to, TrackMeasurer.BLOCK);
        this.sink = sink;
    }

    /** Takes the next frames, a block of measuring at most. */
    public void add(float[] left, float[] right, int count) throws IOException {
        resampler.add(left, right, count, this::write);
    }

    private void write(float[] left, float[] right, int count) throws IOException {
        sink.write(left, right, count);
        written += count;
    }

    /** Ends it, cut or filled up with silence to a length in frames. */
    public void finish(long wanted) throws IOException {
        resampler.finish((l, r, n) -> write(l, r, (int) Math.max(0, Math.min(n, wanted - written))));
        if (written < wanted) {
            int missing = (int) (wanted - written);
            write(new float[missing], new float[missing], missing);
        }
    }

    @Override
    public void close() {
        resampler.close();
    }
}
