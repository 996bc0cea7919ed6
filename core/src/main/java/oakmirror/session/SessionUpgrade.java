package oakmirror.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import java.util.Map;

/** Brings sessions of the first form into the present one: moves fields, gives tracks ids of their own, and leaves all checking to reading. */
final class SessionUpgrade {

    /** Where fields of {@code comparing} went. */
    private static final Map<String, String> COMPARING = Map.of(
            "levelsMatched", "levels/matched",
            "levelBasis", "levels/basis",
            "levelDirection", "levels/direction",
            "statedLevel", "levels/statedLevel",
            "corridor", "corridor/kind",
            "corridorTolerance", "corridor/toleranceDb",
            "dismissedFindings", "dismissed");

    private SessionUpgrade() {}

    static ObjectNode fromFirst(ObjectNode old) {
        ObjectNode root = SessionJson.MAPPER.createObjectNode();
        ObjectNode session = root.putObject("session");
        copy(old, "name", session, "name");
        if (old.hasNonNull("mix")) {
            session.set("mix", track(old.get("mix")));
        }
        if (old.get("references") instanceof ArrayNode tracks) {
            ArrayNode references = session.putArray("references");
            tracks.forEach(r -> references.add(track(r)));
        } else {
            copy(old, "references", session, "references");
        }
        ObjectNode comparing = session.putObject("comparing");
        copy(old, "levelsMatched", comparing, "levels/matched"); // as the very first version wrote it
        old.path("comparing")
                .fields()
                .forEachRemaining(f -> put(comparing, COMPARING.getOrDefault(f.getKey(), f.getKey()), f.getValue()));
        ObjectNode shaping = session.putObject("shaping");
        copy(old, "correction", shaping, "correction");
        JsonNode phase = old.path("correction").path("phase");
        if (phase.isTextual()) {
            shaping.put("phase", phase.asText().toUpperCase(Locale.ROOT));
        }
        ObjectNode delivery = session.putObject("delivery");
        copy(old, "finish", delivery, "finish");
        copy(old, "output", delivery, "output");
        ArrayNode log = root.putArray("log");
        for (JsonNode result : old.path("blindResults")) {
            log.addObject().put("fact", "blind").set("result", blind(result));
        }
        return root;
    }

    /** What was saved before there was a limiter has none: what is missing would otherwise be as usual, and the master another. */
    static void withoutLimiter(ObjectNode root) {
        if (root.at("/session/delivery/finish") instanceof ObjectNode finish && !finish.has("limiter")) {
            finish.putNull("limiter");
        }
    }

    private static JsonNode track(JsonNode old) {
        if (!(old instanceof ObjectNode track)) {
            return old;
        }
        ObjectNode next = track.deepCopy();
        ObjectNode source = SessionJson.MAPPER.createObjectNode().put("kind", "file");
        source.set("path", next.has("file") ? next.remove("file") : source.textNode(""));
        next.set("source", source);
        copy(next, "chosenPassage", next, "chosen");
        for (JsonNode passage : next.path("passages")) {
            if (passage instanceof ObjectNode p) {
                copy(p, "startSeconds", p, "range/startSeconds");
                copy(p, "endSeconds", p, "range/endSeconds");
            }
        }
        return next;
    }

    private static JsonNode blind(JsonNode old) {
        if (!(old instanceof ObjectNode result)) {
            return old;
        }
        ObjectNode next = result.deepCopy();
        copy(next, "a", next, "first");
        copy(next, "b", next, "second");
        return next;
    }

    private static void copy(ObjectNode from, String name, ObjectNode to, String path) {
        if (from.has(name)) {
            put(to, path, from.get(name));
        }
    }

    private static void put(ObjectNode to, String path, JsonNode value) {
        int slash = path.indexOf('/');
        if (slash < 0) {
            to.set(path, value);
        } else {
            to.withObjectProperty(path.substring(0, slash)).set(path.substring(slash + 1), value);
        }
    }
}
