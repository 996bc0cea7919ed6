package oakmirror.media.folders;

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
        return kept("XDG_CONFIG_HOME", ".config");
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

    /**
     * For what the user has made and wants to keep. The property {@code oakmirror.data} says another place; without it, one beside settings that were
     * put elsewhere.
     */
    public static Path data() {
        String property = System.getProperty("oakmirror.data", "");
        if (!property.isEmpty()) {
            return Path.of(property);
        }
        if (!System.getProperty("oakmirror.config", "").isEmpty()) {
            return config().resolve("data");
        }
        return kept("XDG_DATA_HOME", ".local/share");
    }

    /** The log's file. The property {@code oakmirror.log} says another place. */
    public static Path log() {
        String property = System.getProperty("oakmirror.log", "");
        return property.isEmpty() ? state().resolve("oak-mirror.log") : Path.of(property);
    }

    /** What is not to be lost, after the custom of each system. */
    private static Path kept(String variable, String usual) {
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        if (os.contains("mac")) {
            return home().resolve("Library/Application Support").resolve(NAME);
        }
        if (os.contains("win")) {
            return environment("APPDATA", home().resolve("AppData/Roaming")).resolve(NAME);
        }
        return environment(variable, home().resolve(usual)).resolve(NAME);
    }

    private static Path home() {
        return Path.of(System.getProperty("user.home"));
    }

    private static Path environment(String variable, Path otherwise) {
        String value = System.getenv(variable);
        return value == null || value.isBlank() ? otherwise : Path.of(value);
    }
}
