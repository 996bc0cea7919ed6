package oakmirror.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import oakmirror.level.LevelSettings;
import oakmirror.profile.CorridorSettings;
import oakmirror.session.Comparing.Jump;
import oakmirror.session.Comparing.Scope;

/** How tracks are compared, as JSON. */
final class ComparingJson {

    private ComparingJson() {}

    static ObjectNode write(Comparing c, ObjectNode node) {
        c.dismissed().forEach(node.putArray("dismissedFindings")::add);
        return node.put("levelsMatched", c.levels().matched())
                .put("levelBasis", c.levels().basis().name())
                .put("levelDirection", c.levels().direction().name())
                .put("statedLevel", c.levels().statedLevel())
                .put("scope", c.scope().name())
                .put("jump", c.jump().name())
                .put("tempoAligned", c.tempoAligned())
                .put("corridor", c.corridor().kind().name())
                .put("corridorTolerance", c.corridor().toleranceDb());
    }

    static Comparing read(JsonNode root) {
        JsonNode node = root.path("comparing");
        Comparing d = Comparing.DEFAULT;
        LevelSettings levels = d.levels();
        List<String> dismissed = new ArrayList<>();
        node.path("dismissedFindings").forEach(key -> dismissed.add(key.asText()));
        boolean matched = root.path("levelsMatched").asBoolean(levels.matched()); // as the first version wrote it
        return new Comparing(
                new LevelSettings(
                        node.path("levelsMatched").asBoolean(matched),
                        named(node.path("levelBasis"), levels.basis()),
                        named(node.path("levelDirection"), levels.direction()),
                        node.path("statedLevel").asDouble(levels.statedLevel())),
                named(node.path("scope"), Scope.PASSAGES),
                named(node.path("jump"), Jump.TIME),
                node.path("tempoAligned").asBoolean(d.tempoAligned()),
                new CorridorSettings(
                        named(node.path("corridor"), d.corridor().kind()),
                        Math.max(
                                0,
                                node.path("corridorTolerance")
                                        .asDouble(d.corridor().toleranceDb()))),
                dismissed);
    }

    private static <E extends Enum<E>> E named(JsonNode node, E otherwise) {
        return node.isMissingNode() ? otherwise : Enum.valueOf(otherwise.getDeclaringClass(), node.asText());
    }
}
