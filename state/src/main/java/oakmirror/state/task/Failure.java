package oakmirror.state.task;

import java.util.concurrent.CancellationException;
import oakmirror.media.file.AudioFileException;

/**
 * Work that did not come to its end.
 *
 * @param what what it was, as the beginning of a sentence: "Reading Ebb Tide"
 * @param cause why
 */
public record Failure(String what, Throwable cause) {

    /** Cancelled because what it was done for has gone: its message says what has. */
    static final class Abandoned extends CancellationException {
        Abandoned(String why) {
            super(why);
        }
    }

    /** Whether it was ended because it was not wanted any more. */
    public boolean isCancelled() {
        return cause instanceof CancellationException;
    }

    /** Whether it was ended because what it was done for has gone. */
    public boolean isAbandoned() {
        return cause instanceof Abandoned;
    }

    /** Why, in one sentence that says what to do. */
    public String sentence() {
        if (isAbandoned()) {
            return what + " was cancelled: " + cause.getMessage() + ".";
        }
        if (isCancelled()) {
            return what + " was cancelled; try again when you want it.";
        }
        if (cause instanceof AudioFileException) {
            return cause.getMessage();
        }
        if (cause instanceof OutOfMemoryError) {
            return what + " needs more memory than there is; close other programs and try again.";
        }
        if (cause instanceof LinkageError) {
            return what + " needs a part of the program that is missing or damaged; install it again.";
        }
        if (cause instanceof InternalError) { // a mapped page that cannot be had: its file was cut, or its disk fails
            return what + " met a file in the cache that cannot be read; look after the disk it is on, and try again.";
        }
        return what + " failed; the log says why.";
    }
}
