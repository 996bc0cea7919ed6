package oakmirror.session;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.CorrectionSettings;
import oakmirror.finish.FinishSettings;
import oakmirror.processing.ToneFilter.Phase;
import oakmirror.session.Session.Output;

/**
 * Sessions as JSON files. Audio files below the session's folder, or beside it, are named relative to it, so that a folder can be
 * moved as a whole; others absolutely. A field that is missing takes its default; an unknown one is passed over.
 */
public final class SessionFile {

    /** The ending of a session's file name. */
    public static final String ENDING = ".oakmirror.json";

    private static final String FORMAT = "oak-mirror-session";
    private static final int VERSION = 1;
    private static final ObjectMapper JSON = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    private SessionFile() {}

    /**
     * Writes a session: to a temporary name beside the file first, then renamed, so that a crash leaves the old one whole.
     *
     * @throws IOException when it cannot be written
     */
    public static void write(Session session, Path file) throws IOException {
        Path folder = file.toAbsolutePath().normalize().getParent();
        byte[] json = JSON.writeValueAsBytes(toJson(session, folder));
        Path temporary = Files.createTempFile(folder, ".session", ".tmp");
        try {
            Files.write(temporary, json);
            Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(temporary);
        }
    }

    /**
     * Reads a session. Audio files are not looked for here.
     *
     * @throws IOException when the file cannot be read or is no session; its message is one sentence for the user
     */
    public static Session read(Path file) throws IOException {
        JsonNode root;
        try {
            root = JSON.readTree(Files.readAllBytes(file));
        } catch (JsonProcessingException e) {
            throw new IOException(file.getFileName() + " is not an Oak Mirror session.", e);
        }
        if (root == null || !FORMAT.equals(root.path("format").asText())) {
            throw new IOException(file.getFileName() + " is not an Oak Mirror session.");
        }
        if (root.path("version").asInt() > VERSION) {
            throw new IOException(file.getFileName() + " was saved by a newer Oak Mirror; update to open it.");
        }
        try {
            return fromJson(root, file.toAbsolutePath().normalize().getParent());
        } catch (IllegalArgumentException e) {
            throw new IOException(file.getFileName() + " holds a setting that cannot be: " + e.getMessage() + ".", e);
        }
    }

    private static ObjectNode toJson(Session s, Path folder) {
        ObjectNode root = JSON.createObjectNode();
        root.put("format", FORMAT).put("version", VERSION).put("name", s.name());
        s.mix().ifPresent(m -> root.set("mix", trackJson(m, folder)));
        ArrayNode references = root.putArray("references");
        s.references().forEach(r -> references.add(trackJson(r, folder)));
        root.set("comparing", ComparingJson.write(s.comparing(), JSON.createObjectNode()));
        CorrectionSettings c = s.correction();
        root.putObject("correction")
                .put("strength", c.strength())
                .put("resolutionOctaves", c.resolutionOctaves())
                .put("mostBoostDb", c.mostBoostDb())
                .put("mostCutDb", c.mostCutDb())
                .put("lowHz", c.lowHz())
                .put("highHz", c.highHz())
                .put("phase", s.phase().name().toLowerCase(java.util.Locale.ROOT));
        ArrayNode refused = root.putArray("refusedMoves");
        s.refusedMoves().forEach(refused::add);
        root.putObject("finish")
                .put("targetLufs", s.finish().targetLufs())
                .put("ceilingDbtp", s.finish().ceilingDbtp());
        root.putObject("output")
                .put("format", s.output().format())
                .put("bits", s.output().bits());
        BlindJson.write(s.blindResults(), root.putArray("blindResults"));
        return root;
    }

    private static ObjectNode trackJson(TrackFile track, Path folder) {
        return TrackJson.write(track, JSON.createObjectNode().put("file", portable(track.path(), folder)));
    }

    private static String portable(Path path, Path folder) {
        Path absolute = path.toAbsolutePath().normalize();
        Path parent = folder.getParent();
        if (absolute.startsWith(folder)
                || (parent != null && parent.getParent() != null && absolute.startsWith(parent))) {
            return folder.relativize(absolute).toString().replace('\\', '/');
        }
        return absolute.toString();
    }

    private static Session fromJson(JsonNode root, Path folder) {
        List<TrackFile> references = new ArrayList<>();
        root.path("references").forEach(n -> references.add(track(n, folder)));
        List<Integer> refused = new ArrayList<>();
        root.path("refusedMoves").forEach(n -> refused.add(n.asInt()));
        JsonNode c = root.path("correction");
        JsonNode f = root.path("finish");
        JsonNode o = root.path("output");
        CorrectionSettings d = CorrectionSettings.DEFAULT;
        return new Session(
                root.path("name").asText(Session.EMPTY.name()),
                root.has("mix") ? Optional.of(track(root.get("mix"), folder)) : Optional.empty(),
                references,
                ComparingJson.read(root),
                new CorrectionSettings(
                        c.path("strength").asDouble(d.strength()),
                        c.path("resolutionOctaves").asDouble(d.resolutionOctaves()),
                        c.path("mostBoostDb").asDouble(d.mostBoostDb()),
                        c.path("mostCutDb").asDouble(d.mostCutDb()),
                        c.path("lowHz").asDouble(d.lowHz()),
                        c.path("highHz").asDouble(d.highHz())),
                refused,
                "linear".equals(c.path("phase").asText()) ? Phase.LINEAR : Phase.MINIMUM,
                new FinishSettings(
                        f.path("targetLufs").asDouble(FinishSettings.DEFAULT.targetLufs()),
                        f.path("ceilingDbtp").asDouble(FinishSettings.DEFAULT.ceilingDbtp())),
                new Output(
                        o.path("format").asText(Output.DEFAULT.format()),
                        o.path("bits").asInt(Output.DEFAULT.bits())),
                BlindJson.read(root.path("blindResults")));
    }

    private static TrackFile track(JsonNode node, Path folder) {
        try {
            Path path = folder.resolve(node.path("file").asText()).normalize();
            return TrackJson.read(node, path);
        } catch (InvalidPathException e) {
            throw new IllegalArgumentException("a file name that this system does not know", e);
        }
    }
}
