package oakmirror.state.workspace;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.files.AtomicFile;
import oakmirror.files.PrivateFolder;
import oakmirror.media.folders.UserFolders;
import oakmirror.state.task.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What the program remembers between sessions: theme, folders, size of the window. Written soon
 * after each change; losing it harms nothing. */
public final class Settings {

    private static final Logger LOG = LoggerFactory.getLogger(Settings.class);
    private static final int RECENT = 6;
    private static final ObjectMapper JSON = new ObjectMapper();

    private static final long WRITE_AFTER_MILLIS = 500;
    /** A folder on a drive that does not answer is as good as gone after this long. */
    private static final long ANSWER_MILLIS = 200;

    private final Path file = UserFolders.config().resolve("settings.json");
    private final ObjectNode values;
    private final Background background;
    private boolean due;

    /** The settings as they were kept last. */
    public Settings(Background background) {
        this.background = background;
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
    public synchronized String text(String key, String otherwise) {
        return values.path(key).asText(otherwise);
    }

    /** A number that was kept, or the one given. */
    public synchronized double number(String key, double otherwise) {
        return values.path(key).asDouble(otherwise);
    }

    /** What was kept that has parts, to read only; missing where nothing was. */
    synchronized JsonNode tree(String key) {
        return values.path(key);
    }

    /** Keeps what has parts. */
    void keep(String key, JsonNode value) {
        change(() -> values.set(key, value));
    }

    /** Keeps a text. */
    public void keep(String key, String value) {
        change(() -> values.put(key, value));
    }

    /** Keeps a number. */
    public void keep(String key, double value) {
        change(() -> values.put(key, value));
    }

    /** Forgets what was kept under a name. */
    public void forget(String key) {
        change(() -> values.remove(key));
    }

    /** Changes values, and has them written a little later. */
    private synchronized void change(Runnable how) {
        ObjectNode before = values.deepCopy();
        how.run();
        if (!values.equals(before) && !due) {
            due = true;
            background.later(WRITE_AFTER_MILLIS, () -> background.keep(this::write));
        }
    }

    /** The folders added lately, the last first. */
    public List<Path> recentFolders() {
        return Arrays.stream(text("folders.recent", "").split("\n"))
                .filter(f -> !f.isBlank())
                .map(Path::of)
                .filter(this::isThere)
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
                .filter(this::isThere);
    }

    /** Remembers the folder used for something. */
    public void rememberFolder(String what, Path folder) {
        keep("folder." + what, folder.toAbsolutePath().toString());
    }

    /** Whether a folder is there, asked on another thread: a drive that has gone can take its time to say so. */
    private boolean isThere(Path folder) {
        return background.ask(() -> Files.isDirectory(folder), ANSWER_MILLIS).orElse(false);
    }

    /** Writes everything to disk. */
    public void write() {
        byte[] content;
        synchronized (this) {
            due = false;
            content = values.toPrettyString().getBytes(StandardCharsets.UTF_8);
        }
        try {
            PrivateFolder.make(file.getParent());
            AtomicFile.write(file, content);
        } catch (IOException e) {
            LOG.warn("settings not kept", e);
        }
    }

    /** Has what is still to be written written. */
    public void close() {
        background.keep(this::write);
    }
}
