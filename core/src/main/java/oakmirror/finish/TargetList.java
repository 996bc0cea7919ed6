package oakmirror.finish;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/**
 * Delivery targets, in order, as they are kept: an object with a list of {@code targets}, each with the fields of a {@link DeliveryTarget}, of which name, integratedLufs and
 * ceilingDbtp are needed.
 *
 * @param targets the targets
 */
public record TargetList(List<DeliveryTarget> targets) {

    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .addModule(new Jdk8Module())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .serializationInclusion(JsonInclude.Include.NON_EMPTY)
            .build();

    private static final long LARGEST_BYTES = 1_000_000;

    /** Checks that there is a list. */
    public TargetList {
        if (targets == null || targets.stream().anyMatch(t -> t == null)) {
            throw new IllegalArgumentException(Texts.of("invalid.noTargets"));
        }
        targets = List.copyOf(targets);
    }

    /** Those that come with the program: standards with their sources, and common practice. */
    public static TargetList shipped() {
        InputStream own =
                TargetList.class.getResourceAsStream("targets_" + Texts.spoken().getLanguage() + ".json");
        try (InputStream in = own != null ? own : TargetList.class.getResourceAsStream("targets.json")) {
            return MAPPER.readValue(in, TargetList.class);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Reads a list.
     *
     * @throws IllegalArgumentException when it is none, its message a phrase that says why
     * @throws IOException when it cannot be read
     */
    public static TargetList read(Path file) throws IOException {
        try {
            return MAPPER.readValue(PlainFile.read(file, LARGEST_BYTES), TargetList.class);
        } catch (JsonMappingException e) {
            Throwable cause = e.getCause() instanceof IllegalArgumentException ? e.getCause() : null;
            throw new IllegalArgumentException(cause == null ? Texts.of("invalid.targetField") : cause.getMessage(), e);
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException(Texts.of("invalid.noJson"), e);
        }
    }

    /** Writes the list, whole or not at all. */
    public void write(Path file) throws IOException {
        AtomicFile.write(file, MAPPER.writeValueAsBytes(this));
    }

    /** The same with one more at the end, or instead of the one at a place. */
    public TargetList with(int place, DeliveryTarget target) {
        List<DeliveryTarget> next = new ArrayList<>(targets);
        if (place < next.size()) {
            next.set(place, target);
        } else {
            next.add(target);
        }
        return new TargetList(next);
    }

    /** The same without the one at a place. */
    public TargetList without(int place) {
        List<DeliveryTarget> next = new ArrayList<>(targets);
        next.remove(place);
        return new TargetList(next);
    }

    /** The same with those of another list that it does not have yet. */
    public TargetList and(TargetList others) {
        List<DeliveryTarget> next = new ArrayList<>(targets);
        others.targets.stream().filter(t -> !next.contains(t)).forEach(next::add);
        return new TargetList(next);
    }

    /** Those that players turn to. */
    public List<DeliveryTarget> ofPlayback() {
        return targets.stream().filter(DeliveryTarget::playback).toList();
    }
}
