package oakmirror.findings;

import oakmirror.candidate.Candidate;

/**
 * A place to listen at, and what was decided about it.
 *
 * @param place where
 * @param decision what was decided
 * @param told whether a finding tells it as likely; otherwise it is only worth a listen
 */
public record DecidedPlace(Candidate place, Decision decision, boolean told) {

    /** What was decided about a place. */
    public enum Decision {
        /** Nothing yet. */
        OPEN,
        /** Its move is in the correction. */
        TAKEN,
        /** It is the music. */
        LEFT
    }

    /** Whether nothing was decided about it. */
    public boolean isOpen() {
        return decision == Decision.OPEN;
    }
}
