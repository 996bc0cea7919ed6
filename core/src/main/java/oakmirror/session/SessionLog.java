package oakmirror.session;

import java.util.ArrayList;
import java.util.List;
import oakmirror.blind.BlindResult;

/**
 * What happened while a session was worked on, the oldest first. Facts are added, never changed, and undo leaves them alone.
 *
 * @param facts what happened
 */
public record SessionLog(List<Fact> facts) {

    /** Nothing happened yet. */
    public static final SessionLog EMPTY = new SessionLog(List.of());

    private static final int MOST_FACTS = 100_000;

    /** Copies the list. */
    public SessionLog {
        facts = List.copyOf(facts);
        if (facts.size() > MOST_FACTS) {
            throw new IllegalArgumentException("a log holds at most " + MOST_FACTS + " facts");
        }
    }

    /** The same with one fact more. */
    public SessionLog with(Fact fact) {
        List<Fact> more = new ArrayList<>(facts);
        more.add(fact);
        return new SessionLog(more);
    }

    /** What came of blind comparisons. */
    public List<BlindResult> blindResults() {
        return facts.stream()
                .filter(Fact.BlindComparison.class::isInstance)
                .map(f -> ((Fact.BlindComparison) f).result())
                .toList();
    }
}
