package oakmirror.media.file;

import java.nio.file.Path;
import oakmirror.finish.MasterFile;

/**
 * Writes a stereo file under a temporary name and gives it its own at the end. Closing without {@link #commit} leaves nothing behind
 * and whatever had that name before as it was.
 */
public interface AudioWriter extends MasterFile {

    /** The name it will have; once it is committed, the name it has: where another came to have that, one with a number. */
    Path file();
}
