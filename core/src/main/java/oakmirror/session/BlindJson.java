package oakmirror.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import oakmirror.blind.BlindResult;

/** Results of blind comparisons as JSON. */
final class BlindJson {

    private BlindJson() {}

    static void write(List<BlindResult> results, ArrayNode array) {
        for (BlindResult result : results) {
            ObjectNode node = array.addObject().put("endedAt", result.endedAt());
            if (result instanceof BlindResult.Abx abx) {
                node.put("kind", "abx")
                        .put("a", abx.first())
                        .put("b", abx.second())
                        .put("planned", abx.planned());
                ArrayNode right = node.putArray("right");
                abx.right().forEach(right::add);
            } else if (result instanceof BlindResult.Ranking ranking) {
                node.put("kind", "ranking").put("planned", ranking.planned());
                ArrayNode names = node.putArray("names");
                ranking.names().forEach(names::add);
                ArrayNode rounds = node.putArray("rounds");
                for (List<Integer> round : ranking.rounds()) {
                    ArrayNode order = rounds.addArray();
                    round.forEach(order::add);
                }
            }
        }
    }

    static List<BlindResult> read(JsonNode array) {
        List<BlindResult> results = new ArrayList<>();
        for (JsonNode node : array) {
            String endedAt = node.path("endedAt").asText("");
            int planned = node.path("planned").asInt();
            if ("abx".equals(node.path("kind").asText())) {
                List<Boolean> right = new ArrayList<>();
                node.path("right").forEach(r -> right.add(r.asBoolean()));
                results.add(new BlindResult.Abx(
                        endedAt, node.path("a").asText(), node.path("b").asText(), planned, right));
            } else if ("ranking".equals(node.path("kind").asText())) {
                List<String> names = new ArrayList<>();
                node.path("names").forEach(n -> names.add(n.asText()));
                List<List<Integer>> rounds = new ArrayList<>();
                for (JsonNode round : node.path("rounds")) {
                    List<Integer> order = new ArrayList<>();
                    round.forEach(n -> order.add(n.asInt()));
                    rounds.add(order);
                }
                results.add(new BlindResult.Ranking(endedAt, names, planned, rounds));
            }
        }
        return results;
    }
}
