package oakmirror.finish;

import java.io.Closeable;
import java.io.IOException;
import oakmirror.measure.Levels;

/** Where a master is written to: all of it or, closed without {@link #commit}, nothing. */
public interface MasterFile extends Closeable {

    /** Makes a fresh one: a render that has not landed where it should begins again. */
    @FunctionalInterface
    interface Opener {
        /** A file with nothing in it. */
        MasterFile open() throws IOException;
    }

    /** Writes the next frames, full scale being ±1; the arrays are used again afterwards. */
    void write(float[] left, float[] right, int frames) throws IOException;

    /** Told, before it is finished, what was measured of all that was written, for it to say of itself. */
    default void measured(Levels levels) {}

    /** Finishes the file and gives it its name. */
    void commit() throws IOException;

    /** How many samples lay beyond full scale and were clipped; always 0 for floating point. */
    long clippedSamples();
}
