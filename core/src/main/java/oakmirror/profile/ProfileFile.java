package oakmirror.profile;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/**
 * Profiles as a JSON file, one or many: the form they are exchanged in. Described in docs/formats.md, with a schema beside it. Reading one makes
 * nothing but profiles: how long, how deep and how large what stands in it may be is bounded, and no name in it is ever opened.
 */
public final class ProfileFile {

    /** The ending of such a file's name. */
    public static final String ENDING = ".oakprofile.json";

    /** No file of profiles is larger: room for about ten thousand. */
    public static final long MOST_BYTES = 512L << 20;

    /** The most that one file holds. */
    public static final int MOST_PROFILES = 20_000;

    private static final String FORMAT = "oak-mirror-profiles";
    private static final int VERSION = 1;
    private static final int DEEPEST = 16;
    private static final int LONGEST_TEXT = 20_000;
    private static final int LONGEST_NUMBER = 40;
    /** One profile has about five thousand. */
    private static final long MOST_TOKENS = 200_000;

    private static final ObjectMapper MAPPER = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(DEEPEST)
                            .maxStringLength(LONGEST_TEXT)
                            .maxNumberLength(LONGEST_NUMBER)
                            .maxNameLength(100)
                            .build())
                    .build())
            .build();

    private ProfileFile() {}

    /** What stands for one profile in a row of the library. */
    public static byte[] bytes(Profile profile) {
        return written(ProfileJson.toTree(profile));
    }

    /**
     * The profile that {@link #bytes(Profile)} stands for.
     *
     * @throws IOException when it is none
     */
    public static Profile profile(byte[] bytes) throws IOException {
        try {
            return ProfileJson.fromTree(MAPPER.readTree(bytes));
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new IOException(Texts.of("profiles.thisIsNoProfile", sentence(e)), e);
        }
    }

    /**
     * Writes profiles to a file, whole or not at all.
     *
     * @throws IOException when it cannot be written
     */
    public static void write(List<Profile> profiles, Path file) throws IOException {
        ObjectNode root = MAPPER.createObjectNode().put("format", FORMAT).put("version", VERSION);
        ArrayNode all = root.putArray("profiles");
        profiles.forEach(p -> all.add(ProfileJson.toTree(p)));
        AtomicFile.write(file, written(root));
    }

    private static byte[] written(JsonNode tree) {
        try {
            return MAPPER.writeValueAsBytes(tree);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("a tree can be written", e);
        }
    }

    /**
     * Reads the profiles of a file.
     *
     * @throws IOException when it cannot be read or is no file of profiles; its message is one sentence for the user
     */
    public static List<Profile> read(Path file) throws IOException {
        return read(file, MOST_PROFILES);
    }

    /** The same of a file that holds at most so many. */
    static List<Profile> read(Path file, int most) throws IOException {
        PlainFile.require(file);
        String name = String.valueOf(file.getFileName());
        if (Files.size(file) > MOST_BYTES) {
            throw new IOException(Texts.of("profiles.isTooLargeFor", name));
        }
        try (JsonParser parser = new BoundedParser(MAPPER.createParser(file.toFile()), MOST_TOKENS)) {
            return read(parser, name, most);
        } catch (JsonProcessingException e) {
            throw new IOException(Texts.of("profiles.isNotAFile", name), e);
        }
    }

    /** One profile after the other: a file of thousands is many times as large as what is kept of it. */
    private static List<Profile> read(JsonParser parser, String name, int most) throws IOException {
        boolean isFormat = false;
        List<Profile> profiles = new ArrayList<>();
        if (parser.nextToken() == JsonToken.START_OBJECT) {
            while (parser.nextToken() == JsonToken.FIELD_NAME) {
                String field = parser.currentName();
                JsonToken value = parser.nextToken();
                if (field.equals("format")) {
                    isFormat = FORMAT.equals(parser.getValueAsString());
                } else if (field.equals("version")) {
                    requireKnown(MAPPER.<JsonNode>readTree(parser), name);
                } else if (field.equals("profiles") && value == JsonToken.START_ARRAY) {
                    readAll(parser, name, most, profiles);
                } else {
                    parser.skipChildren();
                }
            }
        }
        if (!isFormat) {
            throw new IOException(Texts.of("profiles.isNotAFile", name));
        }
        return profiles;
    }

    private static void requireKnown(JsonNode version, String name) throws IOException {
        if (version.isNumber() && version.asDouble() > VERSION) {
            throw new IOException(Texts.of("profiles.wasWrittenByA", name));
        }
        if (!version.isInt() || version.asInt() < 1) {
            throw new IOException(Texts.of("profiles.isNotAFile", name));
        }
    }

    private static void readAll(JsonParser parser, String name, int most, List<Profile> profiles) throws IOException {
        while (parser.nextToken() != JsonToken.END_ARRAY) {
            if (profiles.size() == most) {
                throw new IOException(Texts.of("profiles.holdsMoreThanProfiles", name, most));
            }
            try {
                profiles.add(ProfileJson.fromTree(MAPPER.<JsonNode>readTree(parser)));
            } catch (IllegalArgumentException e) {
                throw new IOException(Texts.of("profiles.profileCannotBe", name, profiles.size() + 1, sentence(e)), e);
            }
        }
    }

    private static String sentence(Exception e) {
        return e instanceof JsonProcessingException p ? p.getOriginalMessage() : e.getMessage();
    }
}
