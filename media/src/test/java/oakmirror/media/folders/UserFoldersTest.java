package oakmirror.media.folders;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Properties;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** Each system's custom, and what says otherwise. */
@Isolated
class UserFoldersTest {

    private final Path home = Path.of("home").toAbsolutePath();
    private final Properties before = new Properties();

    @BeforeEach
    void begin() {
        before.putAll(System.getProperties());
        System.getProperties().keySet().removeIf(k -> String.valueOf(k).startsWith("oakmirror."));
        System.setProperty("user.home", home.toString());
    }

    @AfterEach
    void end() {
        System.setProperties(before);
    }

    @Test
    void onAMacTheyLieInTheLibrary() {
        System.setProperty("os.name", "Mac OS X");
        assertThat(UserFolders.cache()).isEqualTo(home.resolve("Library/Caches/oak-mirror"));
        assertThat(UserFolders.config()).isEqualTo(home.resolve("Library/Application Support/oak-mirror"));
        assertThat(UserFolders.data()).isEqualTo(home.resolve("Library/Application Support/oak-mirror"));
        assertThat(UserFolders.state()).isEqualTo(home.resolve("Library/Logs/oak-mirror"));
    }

    @Test
    void onWindowsTheyLieInTheData() {
        System.setProperty("os.name", "Windows 11");
        assertThat(UserFolders.cache()).endsWithRaw(Path.of("oak-mirror/cache"));
        assertThat(UserFolders.state()).endsWithRaw(Path.of("oak-mirror/state"));
        assertThat(UserFolders.config()).endsWithRaw(Path.of("oak-mirror"));
    }

    @Test
    void elsewhereTheyLieWhereTheDesktopsAgreeOn() {
        System.setProperty("os.name", "Linux");
        assertThat(UserFolders.cache().getFileName()).hasToString("oak-mirror");
        assertThat(UserFolders.config()).isNotEqualTo(UserFolders.cache());
        assertThat(UserFolders.data()).isNotEqualTo(UserFolders.config());
        assertThat(UserFolders.state()).isNotEqualTo(UserFolders.data());
    }

    @Test
    void aPropertySaysAnotherPlaceAndDataAndStateGoWithTheSettings() {
        System.setProperty("oakmirror.cache", "there");
        System.setProperty("oakmirror.config", "settings");
        assertThat(UserFolders.cache()).isEqualTo(Path.of("there"));
        assertThat(UserFolders.data()).isEqualTo(Path.of("settings/data"));
        assertThat(UserFolders.state()).isEqualTo(Path.of("settings/state"));
        System.setProperty("oakmirror.data", "data");
        System.setProperty("oakmirror.state", "state");
        assertThat(UserFolders.data()).isEqualTo(Path.of("data"));
        assertThat(UserFolders.state()).isEqualTo(Path.of("state"));
    }
}
