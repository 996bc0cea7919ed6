package oakmirror.desk.model;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.media.cache.UserFolders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What the program remembers between sessions: theme, folders, size of the window. Losing it harms nothing. */
public final class Settings {

    private static final Logger LOG = LoggerFactory.getLogger(Settings.class);
    private static final int RECENT = 6;
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path file = UserFolders.config().resolve("settings.json");
    private final ObjectNode values;

    /** The settings as they were kept last. */
    public Settings() {
        values = read();
    }

    private ObjectNode read() {
        try {
            JsonNode node = Files.exists(file) ? JSON.readTree(file.toFile()) : null;
            return node instanceof ObjectNode object ? object : JSON.createObjectNode();
        } catch (IOException e) {
            LOG.warn("settings not readable, starting with none", e);
            return JSON.createObjectNode();
        }
    }

    /** A text that was kept, or the one given. */
    public String text(String key, String otherwise) {
        return values.path(key).asText(otherwise);
    }

    /** A number that was kept, or the one given. */
    public double number(String key, double otherwise) {
        return values.path(key).asDouble(otherwise);
    }

    /** Keeps a text. */
    public void keep(String key, String value) {
        values.put(key, value);
    }

    /** Keeps a number. */
    public void keep(String key, double value) {
        values.put(key, value);
    }

    /** Forgets what was kept under a name. */
    public void forget(String key) {
        values.remove(key);
    }

    /** The folders added lately, the last first. */
    public List<Path> recentFolders() {
        return Arrays.stream(text("folders.recent", "").split("\n"))
                .filter(f -> !f.isBlank())
                .map(Path::of)
                .filter(Files::isDirectory)
                .toList();
    }

    /** Puts a folder first among those added lately. */
    public void rememberAdded(Path folder) {
        List<String> recent = new ArrayList<>(List.of(folder.toAbsolutePath().toString()));
        recentFolders().stream()
                .map(Path::toString)
                .filter(f -> !recent.contains(f))
                .forEach(recent::add);
        keep("folders.recent", String.join("\n", recent.subList(0, Math.min(RECENT, recent.size()))));
    }

    /** The folder used last for something, if it is still there. */
    public Optional<Path> folder(String what) {
        return Optional.of(text("folder." + what, ""))
                .filter(s -> !s.isEmpty())
                .map(Path::of)
                .filter(Files::isDirectory);
    }

    /** Remembers the folder used for something. */
    public void rememberFolder(String what, Path folder) {
        keep("folder." + what, folder.toAbsolutePath().toString());
    }

    /** Writes everything to disk. */
    public void write() {
        try {
            Files.createDirectories(file.getParent());
            JSON.writerWithDefaultPrettyPrinter().writeValue(file.toFile(), values);
        } catch (IOException e) {
            LOG.warn("settings not kept", e);
        }
    }
}
