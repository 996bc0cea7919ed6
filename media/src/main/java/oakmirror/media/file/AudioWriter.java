package oakmirror.media.file;

import java.io.Closeable;
import java.io.IOException;

/**
 * Writes a stereo file under a temporary name and gives it its own at the end. Closing without {@link #commit} leaves nothing behind
 * and whatever had that name before as it was.
 */
public interface AudioWriter extends Closeable {

    /** Writes the next frames, full scale being ±1. */
    void write(float[] left, float[] right, int frames) throws IOException;

    /** Finishes the file and gives it its name. */
    void commit() throws IOException;

    /** How many samples lay beyond full scale and were clipped; always 0 for floating point. */
    long clippedSamples();
}
