package oakmirror.state.workspace;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;

/** The sessions that were opened or kept lately, and those that are pinned; kept with the settings. */
public final class RecentSessions {

    /** So many are remembered that are not pinned. */
    static final int MOST = 12;

    private static final int MOST_PINNED = 50;
    private static final int MOST_NAMES = 4;
    private static final String KEY = "sessions.recent";

    /**
     * One of them, as it was when it was opened or kept last.
     *
     * @param file where it lies
     * @param title its name
     * @param mix its mix's name, or empty
     * @param references the names of its first references
     * @param more how many references it has besides
     * @param when it was opened or kept last
     * @param pinned whether it stays until it is let go
     */
    public record Recent(
            Path file,
            String title,
            String mix,
            List<String> references,
            int more,
            LocalDateTime when,
            boolean pinned) {

        private static Recent of(Path file, Session session, boolean pinned) {
            List<String> names = session.references().stream().map(Track::name).toList();
            int named = Math.min(MOST_NAMES, names.size());
            return new Recent(
                    file.toAbsolutePath().normalize(),
                    session.title(),
                    session.mix().map(Track::name).orElse(""),
                    names.subList(0, named),
                    names.size() - named,
                    LocalDateTime.now(),
                    pinned);
        }

        private Recent withPinned(boolean value) {
            return new Recent(file, title, mix, references, more, when, value);
        }

        private ObjectNode json() {
            ObjectNode node = JsonNodeFactory.instance
                    .objectNode()
                    .put("file", file.toString())
                    .put("title", title)
                    .put("mix", mix)
                    .put("more", more)
                    .put("when", when.toString())
                    .put("pinned", pinned);
            references.forEach(node.putArray("references")::add);
            return node;
        }

        /** Empty where it is not one: settings can be written by hand. */
        private static Optional<Recent> of(JsonNode node) {
            try {
                List<String> references = new ArrayList<>();
                node.path("references").forEach(r -> references.add(r.asText()));
                return node.path("file").asText().isEmpty()
                        ? Optional.empty()
                        : Optional.of(new Recent(
                                Path.of(node.path("file").asText()),
                                node.path("title").asText(),
                                node.path("mix").asText(),
                                List.copyOf(references),
                                node.path("more").asInt(),
                                LocalDateTime.parse(node.path("when").asText()),
                                node.path("pinned").asBoolean()));
            } catch (InvalidPathException | DateTimeParseException e) {
                return Optional.empty();
            }
        }
    }

    private final Settings settings;
    private final Latest<Set<Path>> looker;
    private final ReadOnlyObjectWrapper<List<Recent>> all = new ReadOnlyObjectWrapper<>(List.of());

    /** Those that were kept with the settings; from now on what is opened and kept in a workspace is noted. */
    public RecentSessions(Settings settings, Workspace workspace) {
        this.settings = settings;
        looker = workspace.programTasks().latest(Kind.DISK, "");
        List<Recent> kept = new ArrayList<>();
        settings.tree(KEY).forEach(node -> Recent.of(node).ifPresent(kept::add));
        all.set(inOrder(kept));
        workspace.openingsProperty().subscribe(count -> noteOpen(workspace));
        workspace.unsavedProperty().subscribe(is -> noteOpen(workspace));
    }

    private void noteOpen(Workspace workspace) {
        if (!workspace.unsavedProperty().get()) {
            workspace.fileProperty().get().ifPresent(file -> note(file, workspace.session()));
        }
    }

    /** All of them: the pinned ones first, and of each the latest first. */
    public ReadOnlyObjectProperty<List<Recent>> allProperty() {
        return all.getReadOnlyProperty();
    }

    /** Notes that a session was opened from a file or kept there. */
    void note(Path file, Session session) {
        Path there = file.toAbsolutePath().normalize();
        boolean isPinned = all.get().stream().anyMatch(r -> r.file().equals(there) && r.pinned());
        change(now -> {
            List<Recent> next = without(now, there);
            next.add(Recent.of(there, session, isPinned));
            return next;
        });
    }

    /** Pins one, or lets it go. */
    public void pin(Path file, boolean pinned) {
        change(now -> now.stream()
                .map(r -> r.file().equals(file) ? r.withPinned(pinned) : r)
                .toList());
    }

    /** Forgets one; its file stays. */
    public void forget(Path file) {
        change(now -> without(now, file));
    }

    /** Looks which of them are not there now, and says so: soon, or later where a drive takes its time. */
    public void missing(Consumer<Set<Path>> then) {
        List<Path> files = all.get().stream().map(Recent::file).toList();
        looker.submit(progress -> files.stream().filter(f -> !Files.exists(f)).collect(Collectors.toSet()), then);
    }

    private static List<Recent> without(List<Recent> of, Path file) {
        return of.stream().filter(r -> !r.file().equals(file)).collect(Collectors.toCollection(ArrayList::new));
    }

    private static List<Recent> inOrder(List<Recent> of) {
        List<Recent> sorted = of.stream()
                .sorted(Comparator.comparing(Recent::when).reversed())
                .toList();
        List<Recent> next = new ArrayList<>();
        sorted.stream().filter(Recent::pinned).limit(MOST_PINNED).forEach(next::add);
        sorted.stream().filter(r -> !r.pinned()).limit(MOST).forEach(next::add);
        return List.copyOf(next);
    }

    private void change(UnaryOperator<List<Recent>> how) {
        all.set(inOrder(how.apply(all.get())));
        ArrayNode kept = JsonNodeFactory.instance.arrayNode();
        all.get().forEach(r -> kept.add(r.json()));
        settings.keep(KEY, kept);
    }
}
