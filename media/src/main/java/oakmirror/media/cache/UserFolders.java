package oakmirror.media.cache;

import java.nio.file.Path;
import java.util.Locale;

/** Where the program keeps its own files, after the custom of each system. */
public final class UserFolders {

    private static final String NAME = "oak-mirror";

    private UserFolders() {}

    /** For what can be made again. The property {@code oakmirror.cache} says another place. */
    public static Path cache() {
        String property = System.getProperty("oakmirror.cache", "");
        if (!property.isEmpty()) {
            return Path.of(property);
        }
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        if (os.contains("mac")) {
            return home().resolve("Library/Caches").resolve(NAME);
        }
        if (os.contains("win")) {
            return environment("LOCALAPPDATA", home().resolve("AppData/Local"))
                    .resolve(NAME)
                    .resolve("cache");
        }
        return environment("XDG_CACHE_HOME", home().resolve(".cache")).resolve(NAME);
    }

    /** For what the user has set. The property {@code oakmirror.config} says another place. */
    public static Path config() {
        String property = System.getProperty("oakmirror.config", "");
        if (!property.isEmpty()) {
            return Path.of(property);
        }
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        if (os.contains("mac")) {
            return home().resolve("Library/Application Support").resolve(NAME);
        }
        if (os.contains("win")) {
            return environment("APPDATA", home().resolve("AppData/Roaming")).resolve(NAME);
        }
        return environment("XDG_CONFIG_HOME", home().resolve(".config")).resolve(NAME);
    }

    /**
     * For what the program notes while it runs: its log, and what is open in case it ends unexpectedly. The property {@code oakmirror.state} says
     * another place; without it, one beside settings that were put elsewhere.
     */
    public static Path state() {
        String property = System.getProperty("oakmirror.state", "");
        if (!property.isEmpty()) {
            return Path.of(property);
        }
        if (!System.getProperty("oakmirror.config", "").isEmpty()) {
            return config().resolve("state");
        }
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        if (os.contains("mac")) {
            return home().resolve("Library/Logs").resolve(NAME);
        }
        if (os.contains("win")) {
            return environment("LOCALAPPDATA", home().resolve("AppData/Local"))
                    .resolve(NAME)
                    .resolve("state");
        }
        return environment("XDG_STATE_HOME", home().resolve(".local/state")).resolve(NAME);
    }

    /** The log's file. The property {@code oakmirror.log} says another place. */
    public static Path log() {
        String property = System.getProperty("oakmirror.log", "");
        return property.isEmpty() ? state().resolve("oak-mirror.log") : Path.of(property);
    }

    private static Path home() {
        return Path.of(System.getProperty("user.home"));
    }

    private static Path environment(String variable, Path otherwise) {
        String value = System.getenv(variable);
        return value == null || value.isBlank() ? otherwise : Path.of(value);
    }
}
