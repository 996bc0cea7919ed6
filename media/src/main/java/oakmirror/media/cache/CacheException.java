package oakmirror.media.cache;

import java.io.IOException;
import oakmirror.files.DiskFullException;

/** The cache folder cannot be written. The message is one sentence for the user. */
public final class CacheException extends IOException {

    private static final long serialVersionUID = 1L;

    CacheException(IOException cause) {
        super(
                cause instanceof DiskFullException
                        ? "There is no room left for decoded audio; make room and try again."
                        : "The cache folder cannot be written; make room or allow it, and try again.",
                cause);
    }
}
