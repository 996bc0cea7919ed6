package oakmirror.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;

/** A track of a session as JSON. What has its default value is left out. */
final class TrackJson {

    private TrackJson() {}

    static ObjectNode write(TrackFile track, ObjectNode node) {
        node.put("name", track.name());
        if (!track.tags().isEmpty()) {
            ArrayNode tags = node.putArray("tags");
            track.tags().forEach(tags::add);
        }
        if (!track.passages().isEmpty()) {
            ArrayNode passages = node.putArray("passages");
            for (Passage p : track.passages()) {
                passages.addObject()
                        .put("name", p.name())
                        .put("startSeconds", p.range().startSeconds())
                        .put("endSeconds", p.range().endSeconds());
            }
            node.put("chosenPassage", track.chosen());
        }
        track.bars().ifPresent(b -> node.putObject("bars")
                .put("bpm", b.bpm())
                .put("downbeatSeconds", b.downbeatSeconds())
                .put("beatsPerBar", b.beatsPerBar()));
        if (track.shiftSeconds() != 0) {
            node.put("shiftSeconds", track.shiftSeconds());
        }
        if (!track.levelled()) {
            node.put("levelled", false);
        }
        if (track.trimDb() != 0) {
            node.put("trimDb", track.trimDb());
        }
        return node;
    }

    static TrackFile read(JsonNode node, Path path) {
        List<String> tags = new ArrayList<>();
        node.path("tags").forEach(t -> tags.add(t.asText()));
        List<Passage> passages = new ArrayList<>();
        for (JsonNode p : node.path("passages")) {
            passages.add(new Passage(
                    p.path("name").asText(""),
                    new TimeRange(
                            p.path("startSeconds").asDouble(),
                            p.path("endSeconds").asDouble())));
        }
        JsonNode b = node.path("bars");
        Optional<BarGrid> bars = b.has("bpm")
                ? Optional.of(new BarGrid(
                        b.path("bpm").asDouble(),
                        b.path("downbeatSeconds").asDouble(),
                        b.path("beatsPerBar").asInt(4)))
                : Optional.empty();
        return new TrackFile(
                path,
                node.path("name").asText(TrackFile.of(path).name()),
                tags,
                passages,
                node.path("chosenPassage").asInt(-1),
                bars,
                node.path("shiftSeconds").asDouble(0),
                node.path("levelled").asBoolean(true),
                node.path("trimDb").asDouble(0));
    }
}
