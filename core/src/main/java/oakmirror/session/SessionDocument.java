package oakmirror.session;

/**
 * What a session's file holds.
 *
 * @param session what the user has chosen, which can be undone
 * @param log what happened, which cannot
 */
public record SessionDocument(Session session, SessionLog log) {

    /** Nothing gathered, nothing happened. */
    public static final SessionDocument EMPTY = new SessionDocument(Session.EMPTY, SessionLog.EMPTY);
}
