package oakmirror.session;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import oakmirror.blind.BlindResult;
import oakmirror.bounces.Bounce;
import oakmirror.text.Texts;

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
            throw new IllegalArgumentException(Texts.of("invalid.facts", MOST_FACTS));
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
        return all(Fact.BlindComparison.class).map(Fact.BlindComparison::result).toList();
    }

    /** The versions that were rendered, in the order they first were, each with what was said about it last. */
    public List<NotedVersion> versions() {
        Map<String, NotedVersion> versions = new LinkedHashMap<>();
        for (Fact fact : facts) {
            if (fact instanceof Fact.VersionRendered rendered) {
                Version v = rendered.version();
                versions.merge(
                        v.id(),
                        new NotedVersion(v, VersionNote.of(v.name())),
                        (before, now) -> new NotedVersion(now.version(), before.note()));
            } else if (fact instanceof Fact.VersionNoted noted) {
                versions.computeIfPresent(noted.id(), (id, v) -> new NotedVersion(v.version(), noted.note()));
            }
        }
        return List.copyOf(versions.values());
    }

    /** What was sent out, the oldest first. */
    public List<Sent> sent() {
        return all(Fact.MasterSent.class).map(Fact.MasterSent::sent).toList();
    }

    /** The bounces of the mix, in the order they were taken; one that was taken twice as it was last. */
    public List<Bounce> bounces() {
        Map<String, Bounce> bounces = new LinkedHashMap<>();
        all(Fact.BounceTaken.class).map(Fact.BounceTaken::bounce).forEach(b -> bounces.put(b.content(), b));
        return List.copyOf(bounces.values());
    }

    /** What was noted last about a bounce; empty where nothing was. */
    public String noteOf(Bounce bounce) {
        return all(Fact.BounceNoted.class)
                .filter(n -> n.content().equals(bounce.content()))
                .reduce((before, now) -> now)
                .map(Fact.BounceNoted::note)
                .orElse("");
    }

    private <F extends Fact> Stream<F> all(Class<F> kind) {
        return facts.stream().filter(kind::isInstance).map(kind::cast);
    }
}
