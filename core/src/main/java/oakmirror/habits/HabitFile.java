package oakmirror.habits;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.files.AsTree;
import oakmirror.files.AtomicFile;
import oakmirror.files.FromTree;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/**
 * Songs of habits as JSON: the form they are kept in, brought out and brought in. Described in docs/formats.md. Reading one makes nothing but figures: how long, how deep and how large what
 * stands in it may be is bounded, and no name in it is ever opened.
 */
public final class HabitFile {

    /** The ending of such a file's name. */
    public static final String ENDING = ".oakhabits.json";

    /** No file is larger. */
    public static final long MOST_BYTES = 256L << 20;

    /** The most songs that one file holds. */
    public static final int MOST_SONGS = 20_000;

    private static final String FORMAT = "oak-mirror-habits";
    private static final int VERSION = 1;
    private static final double THOUSANDTHS = 1000;
    private static final int MOST_READINGS = 100;

    private static final JsonMapper MAPPER = mapper();

    private HabitFile() {}

    private static JsonMapper mapper() {
        JsonFactory bounded = JsonFactory.builder()
                .streamReadConstraints(StreamReadConstraints.builder()
                        .maxNestingDepth(16)
                        .maxStringLength(20_000)
                        .maxNumberLength(40)
                        .maxNameLength(4000)
                        .build())
                .build();
        return JsonMapper.builder(bounded)
                .addModule(new Jdk8Module())
                .addModule(new SimpleModule()
                        .addSerializer(Readings.class, new AsTree<>(Readings.class, HabitFile::tree))
                        .addDeserializer(Readings.class, new FromTree<>(Readings.class, HabitFile::readings)))
                .visibility(PropertyAccessor.ALL, Visibility.NONE)
                .visibility(PropertyAccessor.FIELD, Visibility.ANY)
                .visibility(PropertyAccessor.CREATOR, Visibility.ANY)
                .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
                .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                .build();
    }

    private static ObjectNode tree(Readings readings) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.set("overDb", numbers(readings, readings.overDb()));
        node.set("contentDb2", numbers(readings, readings.contentDb2()));
        return node;
    }

    private static ArrayNode numbers(Readings readings, double[] values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode(values.length);
        for (int i = 0; i < values.length; i++) {
            if (readings.isKnown(i)) {
                array.add(Math.round(values[i] * THOUSANDTHS) / THOUSANDTHS);
            } else {
                array.addNull();
            }
        }
        return array;
    }

    private static Readings readings(JsonNode node) {
        return new Readings(numbers(node.path("overDb"), Double.NaN), numbers(node.path("contentDb2"), 0));
    }

    private static double[] numbers(JsonNode array, double unknown) {
        if (!array.isArray() || array.size() > MOST_READINGS) {
            throw new IllegalArgumentException(Texts.of("invalid.readings"));
        }
        double[] values = new double[array.size()];
        for (int i = 0; i < values.length; i++) {
            if (!array.get(i).isNull() && !array.get(i).isNumber()) {
                throw new IllegalArgumentException(Texts.of("invalid.readings"));
            }
            values[i] = array.get(i).isNull() ? unknown : array.get(i).asDouble();
        }
        return values;
    }

    /** What stands for one song in a row of the library. */
    public static byte[] bytes(HabitSong song) {
        try {
            return MAPPER.writeValueAsBytes(song);
        } catch (JsonProcessingException e) {
            throw new UncheckedIOException("a song can be written", e);
        }
    }

    /** The same as it comes back from {@link #bytes(HabitSong)}, rounded to what is kept. */
    public static HabitSong rounded(HabitSong song) {
        try {
            return song(bytes(song));
        } catch (IOException e) {
            throw new UncheckedIOException("what was written can be read", e);
        }
    }

    /**
     * The song that {@link #bytes(HabitSong)} stands for.
     *
     * @throws IOException when it is none; its message is a phrase
     */
    public static HabitSong song(byte[] bytes) throws IOException {
        try {
            return present(MAPPER.readValue(bytes, HabitSong.class));
        } catch (JsonProcessingException e) {
            throw new IOException(phrase(e), e);
        }
    }

    private static HabitSong song(JsonNode node) throws IOException {
        try {
            return present(MAPPER.treeToValue(node, HabitSong.class));
        } catch (JsonProcessingException e) {
            throw new IOException(phrase(e), e);
        }
    }

    private static HabitSong present(HabitSong song) throws IOException {
        return Optional.ofNullable(song).orElseThrow(() -> new IOException(Texts.of("invalid.habitSong")));
    }

    private static String phrase(JsonProcessingException e) {
        Throwable cause = e.getCause();
        return cause instanceof IllegalArgumentException ? cause.getMessage() : Texts.of("invalid.habitSong");
    }

    /**
     * Writes songs and marks to a file, whole or not at all.
     *
     * @throws IOException when it cannot be written
     */
    public static void write(HabitBook book, Path file) throws IOException {
        ObjectNode root = MAPPER.createObjectNode().put("format", FORMAT).put("version", VERSION);
        ArrayNode all = root.putArray("songs");
        for (HabitSong song : book.songs()) {
            all.add(MAPPER.<JsonNode>valueToTree(song));
        }
        root.set("marks", MAPPER.valueToTree(book.marks()));
        AtomicFile.write(file, MAPPER.writeValueAsBytes(root));
    }

    /**
     * Reads the songs and marks of a file.
     *
     * @throws IOException when it cannot be read or holds none; its message is one sentence for the user
     */
    public static HabitBook read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        JsonNode root;
        try {
            root = MAPPER.readTree(PlainFile.read(file, MOST_BYTES));
        } catch (JsonProcessingException e) {
            throw new IOException(Texts.of("habits.isNoFile", name), e);
        }
        JsonNode songs = root.path("songs");
        if (!FORMAT.equals(root.path("format").asText()) || !songs.isArray()) {
            throw new IOException(Texts.of("habits.isNoFile", name));
        }
        if (root.path("version").asInt() != VERSION) {
            throw new IOException(Texts.of("habits.isNewer", name));
        }
        if (songs.size() > MOST_SONGS) {
            throw new IOException(Texts.of("habits.holdsTooMany", name, MOST_SONGS));
        }
        List<HabitSong> all = new ArrayList<>();
        for (JsonNode song : songs) {
            try {
                all.add(song(song));
            } catch (IOException e) {
                throw new IOException(Texts.of("habits.songCannotBe", all.size() + 1, name, e.getMessage()), e);
            }
        }
        return new HabitBook(all, marks(root.path("marks"), name));
    }

    private static List<Mark> marks(JsonNode nodes, String name) throws IOException {
        List<Mark> marks = new ArrayList<>();
        try {
            for (JsonNode node : nodes) {
                if (marks.size() < HabitBook.MOST_MARKS) {
                    marks.add(MAPPER.treeToValue(node, Mark.class));
                }
            }
        } catch (JsonProcessingException e) {
            throw new IOException(Texts.of("habits.isNoFile", name), e);
        }
        return marks;
    }
}
