package oakmirror.session;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonMappingException.Reference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectReader;
import com.fasterxml.jackson.databind.ObjectWriter;
import com.fasterxml.jackson.databind.deser.std.FromStringDeserializer;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.ser.std.ToStringSerializer;
import com.fasterxml.jackson.databind.util.TokenBuffer;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import oakmirror.blind.BlindResult;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.files.AsTree;
import oakmirror.files.FromTree;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileJson;
import oakmirror.text.Texts;
import oakmirror.text.Valid;

/**
 * Sessions as trees of JSON: the records as they are, with their own checks. What is missing is filled in from an empty session before the
 * records are made, so that a record is never made of nothing.
 */
final class SessionJson {

    // What a document may hold, whatever stands in it.
    private static final int DEEPEST = 64;
    private static final int LONGEST_TEXT = 20_000;
    private static final int LONGEST_NUMBER = 40;
    private static final int LONGEST_FIELD = 200;

    static final JsonMapper MAPPER = mapper();

    private SessionJson() {}

    private static JsonMapper mapper() {
        SimpleModule paths = new SimpleModule()
                .addSerializer(Path.class, new ToStringSerializer(Path.class))
                .addDeserializer(Path.class, new PathDeserializer())
                .addSerializer(Profile.class, new ProfilePool.Writer())
                .addDeserializer(Profile.class, new ProfilePool.Reader())
                .addSerializer(Measurements.class, new AsTree<>(Measurements.class, ProfileJson::figures))
                .addDeserializer(Measurements.class, new FromTree<>(Measurements.class, ProfileJson::figures));
        JsonFactory bounded = JsonFactory.builder()
                .streamReadConstraints(StreamReadConstraints.builder()
                        .maxNestingDepth(DEEPEST)
                        .maxStringLength(LONGEST_TEXT)
                        .maxNumberLength(LONGEST_NUMBER)
                        .maxNameLength(LONGEST_FIELD)
                        .build())
                .build();
        return JsonMapper.builder(bounded)
                .addModule(new Jdk8Module())
                .addModule(paths)
                .visibility(PropertyAccessor.ALL, Visibility.NONE)
                .visibility(PropertyAccessor.FIELD, Visibility.ANY)
                .visibility(PropertyAccessor.CREATOR, Visibility.ANY)
                .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
                .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
                .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                .enable(DeserializationFeature.FAIL_ON_NUMBERS_FOR_ENUMS)
                .defaultSetterInfo(JsonSetter.Value.forContentNulls(Nulls.FAIL))
                .addMixIn(TrackId.class, IdAsText.class)
                .addMixIn(Source.class, Sources.class)
                .addMixIn(Fact.class, Facts.class)
                .addMixIn(BlindResult.class, BlindResults.class)
                .build();
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Source.File.class, name = "file"),
        @JsonSubTypes.Type(value = Source.Kept.class, name = "profile"),
        @JsonSubTypes.Type(value = Source.Folded.class, name = "folded"),
        @JsonSubTypes.Type(value = Source.Live.class, name = "live")
    })
    private interface Sources {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "fact")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Fact.BlindComparison.class, name = "blind"),
        @JsonSubTypes.Type(value = Fact.VersionRendered.class, name = "version"),
        @JsonSubTypes.Type(value = Fact.VersionNoted.class, name = "versionNote"),
        @JsonSubTypes.Type(value = Fact.MasterSent.class, name = "sent"),
        @JsonSubTypes.Type(value = Fact.BounceTaken.class, name = "bounce"),
        @JsonSubTypes.Type(value = Fact.BounceNoted.class, name = "bounceNote")
    })
    private interface Facts {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = BlindResult.Abx.class, name = "abx"),
        @JsonSubTypes.Type(value = BlindResult.Ranking.class, name = "ranking")
    })
    private interface BlindResults {}

    private abstract static class IdAsText {
        @JsonValue
        private String value;
    }

    private static final class PathDeserializer extends FromStringDeserializer<Path> {
        private static final long serialVersionUID = 1L;

        PathDeserializer() {
            super(Path.class);
        }

        @Override
        protected Path _deserialize(String text, DeserializationContext context) {
            return Path.of(text);
        }
    }

    /** A document for a file in a folder. */
    static ObjectNode toTree(SessionDocument document, Path folder) {
        ObjectNode root = MAPPER.createObjectNode();
        ObjectNode profiles = MAPPER.createObjectNode();
        ObjectWriter writer = MAPPER.writer().withAttribute(ProfilePool.class, new ProfilePool(profiles));
        JsonNode session = tree(document.session(), writer);
        root.set("session", session);
        JsonNode log = tree(document.log(), writer).get("facts");
        root.set("log", log);
        if (!profiles.isEmpty()) {
            root.set("profiles", profiles);
        }
        List<Named> files = new ArrayList<>(files((ObjectNode) session));
        log.forEach(fact -> files.addAll(filesOfFact(fact)));
        files.forEach(f -> f.put(portable(Path.of(f.path()), folder)));
        return root;
    }

    private static JsonNode tree(Object value, ObjectWriter writer) {
        try (TokenBuffer buffer = new TokenBuffer(MAPPER, false)) {
            writer.writeValue(buffer, value);
            return MAPPER.readTree(buffer.asParser());
        } catch (IOException e) {
            throw new UncheckedIOException("what is in memory can be written there", e);
        }
    }

    /** The form a document says it has. */
    static int version(JsonNode said) {
        Valid.require(said.isInt() && said.asInt() >= 1, "invalid.sessionVersion");
        return said.asInt();
    }

    /**
     * A document from a file in a folder.
     *
     * @throws IllegalArgumentException when a part of it is missing or of another kind than it should be, in a few words
     */
    static SessionDocument fromTree(ObjectNode root, Path folder) throws JsonProcessingException {
        Valid.require(root.path("session").isObject(), "invalid.noSession");
        Valid.require(root.path("log").isMissingNode() || root.path("log").isArray(), "invalid.log");
        root.path("log").forEach(fact -> Valid.require(fact.isObject(), "invalid.logEntry"));
        JsonNode kept = root.path("profiles");
        Valid.require(kept.isMissingNode() || kept.isObject(), "invalid.sessionProfiles");
        ObjectNode profiles = kept instanceof ObjectNode given ? given : MAPPER.createObjectNode();
        ObjectReader reader = MAPPER.reader().withAttribute(ProfilePool.class, new ProfilePool(profiles));
        ObjectNode session = whole(root.get("session"), folder);
        List<Fact> facts = new ArrayList<>();
        for (JsonNode fact : root.path("log")) {
            if (fact.path("version") instanceof ObjectNode version) {
                version.set("settings", whole(version.get("settings"), folder));
            }
            ownFiles(fact).forEach(f -> f.put(resolved(f.path(), folder).toString()));
            facts.add(reader.treeToValue(fact, Fact.class));
        }
        return new SessionDocument(reader.treeToValue(session, Session.class), new SessionLog(facts));
    }

    /** A session with all that is not given as it usually is, and its files where they are. */
    private static ObjectNode whole(JsonNode read, Path folder) throws JsonProcessingException {
        ObjectNode session = MAPPER.valueToTree(Session.EMPTY);
        if (read instanceof ObjectNode given) {
            if (given.path("shaping").path("correction") instanceof ObjectNode correction && !correction.has("basis")) {
                correction.put("basis", Basis.EXACT.name()); // so it was before evidence was weighed
            }
            fill(session, given);
        }
        ObjectNode usual = MAPPER.valueToTree(Track.of(new Source.File(Path.of("x")), ""));
        for (ObjectNode track : tracks(session)) {
            ObjectNode given = track.deepCopy();
            track.setAll(usual.deepCopy());
            track.put("id", TrackId.random().value());
            fill(track, given);
            if (!given.hasNonNull("source")) {
                throw new IllegalArgumentException(Texts.of("invalid.trackSource"));
            }
            nameIfNeeded(track.path("passages"));
            nameIfNeeded(track.path("stems").path("all"));
        }
        files(session).forEach(f -> f.put(resolved(f.path(), folder).toString()));
        CoverPlace.mark(session, folder);
        for (ObjectNode sounding : sounding(session)) {
            if (sounding.path("name").asText().isEmpty()) {
                Source source = MAPPER.treeToValue(sounding.path("source"), Source.class);
                if (source == null) {
                    throw new IllegalArgumentException(Texts.of("invalid.stemSource"));
                }
                sounding.put("name", source.usualName());
            }
        }
        return session;
    }

    private static void nameIfNeeded(JsonNode all) {
        for (JsonNode one : all) {
            if (one instanceof ObjectNode object && !object.has("name")) {
                object.put("name", "");
            }
        }
    }

    /** Puts what is given over what is usual, object by object; lists and values as a whole. */
    private static void fill(ObjectNode usual, ObjectNode given) {
        for (Map.Entry<String, JsonNode> field : given.properties()) {
            if (field.getValue() instanceof ObjectNode g && usual.get(field.getKey()) instanceof ObjectNode u) {
                fill(u, g);
            } else {
                usual.set(field.getKey(), field.getValue());
            }
        }
    }

    private static List<ObjectNode> tracks(ObjectNode session) {
        List<ObjectNode> tracks = new ArrayList<>();
        List<JsonNode> all = new ArrayList<>(List.of(session.path("mix")));
        session.path("references").forEach(all::add);
        session.path("album").path("songs").forEach(song -> all.add(song.path("track")));
        for (JsonNode track : all) {
            if (track instanceof ObjectNode object) {
                tracks.add(object);
            }
        }
        return tracks;
    }

    /** Whatever has a source: tracks and their stems. */
    private static List<ObjectNode> sounding(ObjectNode session) {
        List<ObjectNode> all = new ArrayList<>();
        for (ObjectNode track : tracks(session)) {
            all.add(track);
            for (JsonNode stem : track.path("stems").path("all")) {
                if (stem instanceof ObjectNode object) {
                    all.add(object);
                }
            }
        }
        return all;
    }

    /** The name of a file, in a field of a node. */
    private record Named(ObjectNode node, String field) {
        String path() {
            return node.path(field).asText();
        }

        void put(String path) {
            node.put(field, path);
        }
    }

    /** The sources of tracks and stems that are files, and the picture of the master. */
    private static List<Named> files(ObjectNode session) {
        List<Named> files = new ArrayList<>();
        for (ObjectNode sounding : sounding(session)) {
            if (sounding.get("source") instanceof ObjectNode source
                    && source.path("kind").asText().equals("file")) {
                files.add(new Named(source, "path"));
            }
        }
        if (session.at("/delivery/tags") instanceof ObjectNode tags && tags.hasNonNull("picture")) {
            files.add(new Named(tags, "picture"));
        }
        for (JsonNode song : session.at("/album/songs")) {
            if (song instanceof ObjectNode object && object.hasNonNull("session")) {
                files.add(new Named(object, "session"));
            }
        }
        return files;
    }

    /** The files a fact itself is about. */
    private static List<Named> ownFiles(JsonNode fact) {
        List<Named> files = new ArrayList<>();
        for (String kind : List.of("version", "sent", "bounce")) {
            if (fact.path(kind) instanceof ObjectNode node && node.hasNonNull("file")) {
                files.add(new Named(node, "file"));
            }
        }
        return files;
    }

    private static List<Named> filesOfFact(JsonNode fact) {
        List<Named> files = new ArrayList<>(ownFiles(fact));
        if (fact.at("/version/settings") instanceof ObjectNode settings) {
            files.addAll(files(settings));
        }
        return files;
    }

    private static String portable(Path path, Path folder) {
        Path absolute = path.toAbsolutePath().normalize();
        Path parent = folder.getParent();
        if (absolute.startsWith(folder)
                || (parent != null && parent.getParent() != null && absolute.startsWith(parent))) {
            return folder.relativize(absolute)
                    .toString()
                    .replace(folder.getFileSystem().getSeparator(), "/");
        }
        return absolute.toString();
    }

    private static Path resolved(String text, Path folder) {
        try {
            if (text.isBlank()) {
                throw new IllegalArgumentException(Texts.of("invalid.pathEmpty"));
            }
            return folder.resolve(text).normalize();
        } catch (InvalidPathException e) {
            throw new IllegalArgumentException(Texts.of("invalid.pathUnknown"), e);
        }
    }

    /** What is wrong with a value, naming the field; without a full stop. */
    static String sentence(Exception error) {
        if (!(error instanceof JsonMappingException mapping)) {
            return error.getMessage();
        }
        String field = field(mapping.getPath());
        Throwable cause = mapping.getCause();
        while (cause != null && cause.getCause() != null && !(cause instanceof IllegalArgumentException)) {
            cause = cause.getCause();
        }
        String reason;
        if (cause instanceof IllegalArgumentException) {
            reason = cause.getMessage();
        } else if (mapping instanceof InvalidFormatException format
                && format.getTargetType().isEnum()) {
            reason = Texts.of(
                    "invalid.noneOf",
                    format.getValue(),
                    Arrays.toString(format.getTargetType().getEnumConstants()));
        } else {
            reason = Texts.of("sessions.whatStandsThereCannot");
        }
        return field.isEmpty() ? reason : field + ": " + reason;
    }

    private static String field(List<Reference> path) {
        StringBuilder text = new StringBuilder();
        for (Reference part : path) {
            if (part.getFieldName() == null) {
                text.append('[').append(part.getIndex()).append(']');
            } else {
                text.append(text.isEmpty() ? "" : ".").append(part.getFieldName());
            }
        }
        return text.toString();
    }
}
