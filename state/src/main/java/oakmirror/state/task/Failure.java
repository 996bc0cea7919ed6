package oakmirror.state.task;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.concurrent.CancellationException;
import oakmirror.media.file.AudioFileException;
import oakmirror.text.Texts;

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

    /** Whether nobody could have expected it: neither the user nor a disk nor a file has caused it. */
    public boolean isUnexpected() {
        return !(cause instanceof CancellationException
                || cause instanceof AudioFileException
                || cause instanceof IOException
                || cause instanceof UncheckedIOException
                || cause instanceof VirtualMachineError
                || cause instanceof LinkageError);
    }

    /** Why, in one sentence that says what to do. */
    public String sentence() {
        if (isAbandoned()) {
            return Texts.of("task.wasCancelled", what, cause.getMessage());
        }
        if (isCancelled()) {
            return Texts.of("task.wasCancelledTryAgain", what);
        }
        if (cause instanceof AudioFileException) {
            return cause.getMessage();
        }
        if (cause instanceof OutOfMemoryError) {
            return Texts.of("task.needsMoreMemoryThan", what);
        }
        if (cause instanceof LinkageError) {
            return Texts.of("task.needsAPartOf", what);
        }
        if (cause instanceof InternalError) { // a mapped page that cannot be had: its file was cut, or its disk fails
            return Texts.of("task.metAFileIn", what);
        }
        return Texts.of("task.failedTheLogSays", what);
    }
}
