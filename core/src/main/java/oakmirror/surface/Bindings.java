package oakmirror.surface;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.cfg.EnumFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/** What all controls do; as a file JSON, see docs/formats.md. */
public record Bindings(List<Binding> all) {

    /** Nothing is bound. */
    public static final Bindings NONE = new Bindings(List.of());

    private static final String FORMAT = "oakmirror-controllers";
    private static final int VERSION = 1;
    private static final long LARGEST_BYTES = 500_000;
    private static final int MOST = 2000;

    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .enable(SerializationFeature.INDENT_OUTPUT)
            .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
            .enable(EnumFeature.WRITE_ENUMS_TO_LOWERCASE)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    /** A file as it is written. */
    private record Content(String format, int version, List<Binding> bindings) {}

    /** Copies the list. */
    public Bindings {
        all = List.copyOf(all);
    }

    /** With a control that does something; what it did before it does no longer. */
    public Bindings with(Binding binding) {
        Stream<Binding> others = all.stream().filter(b -> !b.control().equals(binding.control()));
        return new Bindings(Stream.concat(others, Stream.of(binding)).toList());
    }

    /** Without one. */
    public Bindings without(Binding binding) {
        return new Bindings(all.stream().filter(b -> !b.equals(binding)).toList());
    }

    /** With all of others, which go before these. */
    public Bindings with(Bindings others) {
        Bindings both = this;
        for (Binding binding : others.all) {
            both = both.with(binding);
        }
        return both;
    }

    /**
     * Reads a file.
     *
     * @throws IllegalArgumentException when it holds none, its message a phrase that says why
     * @throws IOException when it cannot be read
     */
    public static Bindings read(Path file) throws IOException {
        return of(PlainFile.read(file, LARGEST_BYTES));
    }

    /** The same from a file's bytes. */
    static Bindings of(byte[] json) throws IOException {
        try {
            JsonNode node = MAPPER.readTree(json);
            JsonNode bindings = node.path("bindings");
            if (!node.path("format").asText().equals(FORMAT) || !bindings.isArray() || bindings.size() > MOST) {
                throw new IllegalArgumentException(Texts.of("invalid.noBindings"));
            }
            if (node.path("version").asInt() != VERSION) {
                throw new IllegalArgumentException(Texts.of("invalid.bindingsVersion"));
            }
            List<Binding> all = new ArrayList<>();
            for (JsonNode binding : bindings) {
                all.add(Optional.ofNullable(MAPPER.treeToValue(binding, Binding.class))
                        .orElseThrow(() -> new IllegalArgumentException(Texts.of("invalid.binding"))));
            }
            return new Bindings(all);
        } catch (JsonMappingException e) {
            Throwable cause = e.getCause() instanceof IllegalArgumentException ? e.getCause() : null;
            throw new IllegalArgumentException(cause == null ? Texts.of("invalid.binding") : cause.getMessage(), e);
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException(Texts.of("invalid.noJson"), e);
        }
    }

    /** Writes them, in place of what was there. */
    public void write(Path file) throws IOException {
        AtomicFile.write(file, MAPPER.writeValueAsBytes(new Content(FORMAT, VERSION, all)));
    }
}
