package oakmirror.session;

import oakmirror.blind.BlindResult;

/** Something that happened while a session was worked on. It cannot be undone: it stays true. */
public sealed interface Fact permits Fact.BlindComparison {

    /**
     * A blind comparison came to its end.
     *
     * @param result what came of it, and when
     */
    record BlindComparison(BlindResult result) implements Fact {}
}
