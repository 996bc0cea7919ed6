package oakmirror.media.file;

import oakmirror.finish.MasterFile;

/**
 * Writes a stereo file under a temporary name and gives it its own at the end. Closing without {@link #commit} leaves nothing behind
 * and whatever had that name before as it was.
 */
public interface AudioWriter extends MasterFile {}
