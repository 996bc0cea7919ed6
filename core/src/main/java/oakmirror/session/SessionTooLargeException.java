package oakmirror.session;

import java.io.IOException;

/** A session has become too large to be kept; its message is one sentence for the user. */
public final class SessionTooLargeException extends IOException {

    private static final long serialVersionUID = 1L;

    SessionTooLargeException() {
        super("The session has become too large to be kept; fold fewer profiles.");
    }
}
