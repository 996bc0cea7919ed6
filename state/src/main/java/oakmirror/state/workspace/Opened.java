package oakmirror.state.workspace;

import oakmirror.session.History;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionLog;

/** What is open, with its file and all that can be undone, for a workspace to go on with that takes another's place. */
public final class Opened {

    private final Draft draft;
    private final History<Session> history;
    private final SessionLog log;

    Opened(Draft draft, History<Session> history, SessionLog log) {
        this.draft = draft;
        this.history = history;
        this.log = log;
    }

    /** A session in which nothing has happened yet, and which has no file. */
    static Opened anew(Session session) {
        SessionDocument document = new SessionDocument(session, SessionLog.EMPTY);
        return new Opened(Draft.unkept(document), new History<>(session), document.log());
    }

    Draft draft() {
        return draft;
    }

    History<Session> history() {
        return history;
    }

    SessionLog log() {
        return log;
    }
}
