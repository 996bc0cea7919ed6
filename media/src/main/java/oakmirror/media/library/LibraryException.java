package oakmirror.media.library;

import oakmirror.media.file.AudioFileException;

/** The library cannot be read or written; the message is one sentence for the user. */
public final class LibraryException extends AudioFileException {

    private static final long serialVersionUID = 1L;

    private final boolean damaged;

    LibraryException(String sentence, Throwable cause, boolean damaged) {
        super(sentence, cause);
        this.damaged = damaged;
    }

    /** Whether what is on the disk does not hold together, so that it has to be rebuilt. */
    public boolean isDamaged() {
        return damaged;
    }
}
