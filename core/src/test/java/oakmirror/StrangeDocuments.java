package oakmirror;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.StreamWriteConstraints;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Documents of this program changed in ways that nobody who writes them would: values replaced by odd ones, parts left out, doubled, moved elsewhere, made
 * huge or deep, bytes turned about, cut off. Always the same ones for a seed.
 */
public final class StrangeDocuments {

    private static final ObjectMapper MAPPER = new ObjectMapper(JsonFactory.builder()
            .streamWriteConstraints(
                    StreamWriteConstraints.builder().maxNestingDepth(10_000).build())
            .build());
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;
    /** By how much a document grows at most at a time: what makes it has a heap as small as what reads it. */
    private static final int MOST_NODES = 200_000;
    /** Longer than any of them may need. */
    private static final long MOST_MILLIS = 20_000;

    private final Random random;

    /** Changes that are always the same for a seed. */
    public StrangeDocuments(long seed) {
        random = new Random(seed);
    }

    /** How a document is read. */
    @FunctionalInterface
    public interface Reader {
        /** Reads it, and refuses what is none in one sentence. */
        void read(Path file) throws IOException;
    }

    /**
     * What became of so many documents.
     *
     * @param read how many were read
     * @param refused how many were refused with a sentence
     * @param wrong what else happened: another exception, no sentence, or no end
     */
    public record Outcome(int read, int refused, List<String> wrong) {}

    /** Changes a document so many times, each time from the whole one, and has each of them read. */
    public Outcome tried(byte[] document, int times, Path file, Reader reader) throws IOException {
        JsonNode whole = MAPPER.readTree(document);
        int read = 0;
        int refused = 0;
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < times; i++) {
            byte[] strange = strange(whole, document);
            Files.write(file, strange);
            long start = System.nanoTime();
            try {
                reader.read(file);
                read++;
            } catch (IOException e) {
                refused++;
                if (!isSentence(e.getMessage())) {
                    wrong.add(i + ": no sentence but “" + cut(e.getMessage()) + "”");
                }
            } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
                StackTraceElement[] trace = e.getStackTrace();
                wrong.add(i + ": " + cut(e.toString()) + " at "
                        + Arrays.stream(trace).limit(4).toList());
            }
            long millis = (System.nanoTime() - start) / 1_000_000;
            if (millis > MOST_MILLIS) {
                wrong.add(i + ": took " + millis + " ms");
            }
        }
        return new Outcome(read, refused, wrong);
    }

    private static String cut(String text) {
        return text == null || text.length() < 300 ? text : text.substring(0, 300) + "…";
    }

    private static boolean isSentence(String text) {
        return text != null && !text.isBlank() && text.length() < 1000 && !text.contains("Exception");
    }

    private byte[] strange(JsonNode whole, byte[] document) throws IOException {
        if (random.nextInt(8) == 0) {
            return turned(document);
        }
        JsonNode tree = whole.deepCopy();
        for (int n = 1 + random.nextInt(3); n > 0; n--) {
            change(tree);
        }
        return MAPPER.writeValueAsBytes(tree);
    }

    /** Bytes turned about, or the end cut off. */
    private byte[] turned(byte[] document) {
        byte[] bytes = document.clone();
        if (random.nextBoolean()) {
            return Arrays.copyOf(bytes, random.nextInt(bytes.length));
        }
        for (int n = 1 + random.nextInt(8); n > 0; n--) {
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
        return bytes;
    }

    /** A place in a tree. */
    private record Place(JsonNode parent, String name, int index) {
        JsonNode value() {
            return parent instanceof ObjectNode o ? o.get(name) : parent.get(index);
        }

        void set(JsonNode value) {
            if (parent instanceof ObjectNode o) {
                o.set(name, value);
            } else {
                ((ArrayNode) parent).set(index, value);
            }
        }

        void remove() {
            if (parent instanceof ObjectNode o) {
                o.remove(name);
            } else {
                ((ArrayNode) parent).remove(index);
            }
        }
    }

    private void change(JsonNode tree) {
        List<Place> places = new ArrayList<>();
        collect(tree, places);
        if (places.isEmpty()) {
            return;
        }
        Place place = places.get(random.nextInt(places.size()));
        switch (random.nextInt(6)) {
            case 0 -> place.remove();
            case 1 ->
                place.set(places.get(random.nextInt(places.size())).value().deepCopy());
            case 2 -> {
                if (place.value() instanceof ArrayNode list && !list.isEmpty()) {
                    JsonNode first = list.get(0);
                    int most = Math.min(200, MOST_NODES / nodes(first));
                    for (int n = random.nextInt(most + 1); n > 0; n--) {
                        list.add(first.deepCopy());
                    }
                } else {
                    place.set(odd());
                }
            }
            case 3 -> {
                if (place.parent() instanceof ObjectNode o) {
                    o.set(
                            random.nextBoolean()
                                    ? place.name() + "x"
                                    : place.name().toUpperCase(),
                            place.value());
                    o.remove(place.name());
                }
            }
            default -> place.set(odd());
        }
    }

    private void collect(JsonNode node, List<Place> places) {
        if (node.isObject()) {
            for (Map.Entry<String, JsonNode> e : node.properties()) {
                places.add(new Place(node, e.getKey(), -1));
                collect(e.getValue(), places);
            }
        } else if (node.isArray()) {
            for (int i = 0; i < Math.min(3, node.size()); i++) { // long lists are all alike
                places.add(new Place(node, "", i));
                collect(node.get(i), places);
            }
        }
    }

    private static int nodes(JsonNode node) {
        int count = 1;
        for (JsonNode child : node) {
            count += nodes(child);
        }
        return count;
    }

    private JsonNode odd() {
        return switch (random.nextInt(18)) {
            case 0 -> MAKE.nullNode();
            case 1 -> MAKE.booleanNode(random.nextBoolean());
            case 2 -> MAKE.numberNode(-1);
            case 3 -> MAKE.numberNode(0);
            case 4 -> MAKE.numberNode(Integer.MAX_VALUE);
            case 5 -> MAKE.numberNode(Long.MIN_VALUE);
            case 6 -> MAKE.numberNode(1e308);
            case 7 -> MAKE.numberNode(-1e-308);
            case 8 -> MAKE.textNode("");
            case 9 -> MAKE.textNode("../../../etc/passwd");
            case 10 -> MAKE.textNode("/dev/zero");
            case 11 -> MAKE.textNode("\u0000\u202E\u001B[2J");
            case 12 -> MAKE.textNode("x".repeat(random.nextInt(300_000)));
            case 13 -> MAKE.textNode("NaN");
            case 14 -> MAKE.arrayNode();
            case 15 -> MAKE.objectNode();
            case 16 -> deep(random.nextInt(2000));
            default -> MAKE.numberNode(random.nextGaussian() * Math.pow(10, random.nextInt(12)));
        };
    }

    private static JsonNode deep(int levels) {
        JsonNode node = MAKE.arrayNode();
        for (int i = 0; i < levels; i++) {
            node = MAKE.arrayNode().add(node);
        }
        return node;
    }
}
