package oakmirror.state.mastering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.StateTest;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.Test;

/** Where masters go. */
class MastersFolderTest extends StateTest {

    private Session mixIn(String name) throws Exception {
        Path at = Files.createDirectories(folder.resolve(name));
        return Session.EMPTY.withMix(Optional.of(Track.of(at.resolve("mix.wav"))));
    }

    @Test
    void theyHaveAFolderBesideTheMixUntilAnotherIsChosen() throws Exception {
        Settings settings = new Settings(background);
        Session first = mixIn("first");
        Path beside = folder.resolve("first/masters");
        assertThat(MastersFolder.of(settings, first)).isEqualTo(beside);
        MastersFolder.make(first, beside);
        assertThat(beside).isDirectory();
        MastersFolder.remember(settings, first, beside);
        assertThat(MastersFolder.of(settings, mixIn("second")))
                .as("another mix has its own")
                .isEqualTo(folder.resolve("second/masters"));
        Path chosen = Files.createDirectory(folder.resolve("chosen"));
        MastersFolder.remember(settings, first, chosen);
        waitUntil(() -> MastersFolder.of(settings, first).equals(chosen));
        assertThat(MastersFolder.of(settings, mixIn("second"))).isEqualTo(chosen);
    }

    @Test
    void onlyThatFolderIsMade() throws Exception {
        Session session = mixIn("first");
        MastersFolder.make(session, folder.resolve("elsewhere"));
        assertThat(folder.resolve("elsewhere")).doesNotExist();
        Files.createFile(folder.resolve("first/masters"));
        assertThatThrownBy(() -> MastersFolder.make(session, folder.resolve("first/masters")))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("Choose another folder");
    }
}
