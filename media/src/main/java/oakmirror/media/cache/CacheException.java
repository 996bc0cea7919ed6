package oakmirror.media.cache;

import java.io.IOException;
import oakmirror.files.DiskFullException;
import oakmirror.text.Texts;

/** The cache folder cannot be written. The message is one sentence for the user. */
public final class CacheException extends IOException {

    private static final long serialVersionUID = 1L;

    CacheException(IOException cause) {
        super(
                cause instanceof DiskFullException
                        ? Texts.of("cache.thereIsNoRoom")
                        : Texts.of("cache.theCacheFolderCannot"),
                cause);
    }
}
