package oakmirror.media.delivery;

import java.io.IOException;
import oakmirror.finish.MasterFile;
import oakmirror.measure.Levels;

/** A master's file that somebody watches: all goes on to the file itself, unless a subclass has it otherwise. */
abstract class WatchedFile implements MasterFile {

    private final MasterFile file;

    WatchedFile(MasterFile file) {
        this.file = file;
    }

    @Override
    public void write(float[] left, float[] right, int frames) throws IOException {
        file.write(left, right, frames);
    }

    @Override
    public void measured(Levels levels) {
        file.measured(levels);
    }

    @Override
    public void commit() throws IOException {
        file.commit();
    }

    @Override
    public long clippedSamples() {
        return file.clippedSamples();
    }

    @Override
    public void close() throws IOException {
        file.close();
    }
}
