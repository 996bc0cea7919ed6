package oakmirror.files;

import java.io.IOException;

/** Something could not be written because the disk is full. */
public final class DiskFullException extends IOException {

    private static final long serialVersionUID = 1L;

    /** Full, as another error has shown. */
    public DiskFullException(IOException cause) {
        super("the disk is full", cause);
    }
}
