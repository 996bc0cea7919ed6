package oakmirror.place;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.nio.file.Path;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/** A listening place as a file: JSON with the fields of {@link ListeningPlace}, see docs/formats.md. */
public final class PlaceFile {

    /** What the names of such files end with. */
    public static final String ENDING = ".oakplace.json";

    private static final String FORMAT = "oakmirror-place";
    private static final int VERSION = 1;
    private static final long LARGEST_BYTES = 100_000;

    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .addModule(new Jdk8Module())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .serializationInclusion(JsonInclude.Include.NON_EMPTY)
            .build();

    private PlaceFile() {}

    /**
     * Reads a place.
     *
     * @throws IllegalArgumentException when it is none, its message a phrase that says why
     * @throws IOException when it cannot be read
     */
    public static ListeningPlace read(Path file) throws IOException {
        return of(PlainFile.read(file, LARGEST_BYTES));
    }

    /** The same from a file's bytes. */
    static ListeningPlace of(byte[] json) throws IOException {
        try {
            JsonNode node = MAPPER.readTree(json);
            if (!node.path("format").asText().equals(FORMAT)) {
                throw new IllegalArgumentException(Texts.of("invalid.noPlace"));
            }
            if (node.path("version").asInt() != VERSION) {
                throw new IllegalArgumentException(Texts.of("invalid.placeVersion"));
            }
            return MAPPER.treeToValue(node, ListeningPlace.class);
        } catch (JsonMappingException e) {
            Throwable cause = e.getCause() instanceof IllegalArgumentException ? e.getCause() : null;
            throw new IllegalArgumentException(cause == null ? Texts.of("invalid.placeField") : cause.getMessage(), e);
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException(Texts.of("invalid.noJson"), e);
        }
    }

    /** Writes a place under a name that is free, or the next number of it. */
    public static Path writeNew(Path file, ListeningPlace place) throws IOException {
        ObjectNode node = MAPPER.createObjectNode();
        node.put("format", FORMAT);
        node.put("version", VERSION);
        node.setAll((ObjectNode) MAPPER.valueToTree(place));
        return AtomicFile.writeNew(file, MAPPER.writeValueAsBytes(node));
    }
}
