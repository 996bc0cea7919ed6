package oakmirror.state.trouble;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.StateTest;
import oakmirror.state.task.Failure;
import oakmirror.text.Product;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TroubleReportTest extends StateTest {

    private final Session session = Session.EMPTY
            .withName("Ferry Reels")
            .withMix(Optional.of(Track.of(Path.of("/music/Ebb Tide.wav"))))
            .withReference(Track.of(Path.of("/music/Nine Gates.flac")));

    @AfterEach
    void noOtherLog() {
        System.clearProperty("oakmirror.log");
    }

    private String report(boolean withNames, String log) throws IOException {
        Path file = folder.resolve("some.log");
        Files.writeString(file, log);
        System.setProperty("oakmirror.log", file.toString());
        Trouble trouble = Trouble.now("a thread", new IllegalStateException("no block at /home/ana/Ebb Tide.wav"));
        return TroubleReport.of(List.of(trouble), session, Optional.of(Path.of("/home/ana/Low Water.json")), withNames);
    }

    @Test
    void itSaysWhatWentWrongWhereAndOnWhat() throws IOException {
        String text = report(true, "INFO ready after 812 ms\n");
        assertThat(text)
                .contains(
                        Product.version(),
                        "IllegalStateException: no block at …/Ebb Tide.wav",
                        "at oakmirror.state.trouble.TroubleReportTest.report(TroubleReportTest.java:",
                        System.getProperty("java.runtime.version"),
                        "1 mix, 1 references",
                        "INFO ready after 812 ms")
                .contains("at java.base/java.lang.reflect.Method.invoke");
    }

    @Test
    void namesOfSongsAndFilesStayOutUnlessAskedFor() throws IOException {
        String log =
                """
                WARN Reading Ebb Tide: failed
                INFO Ferry Reels was kept in /home/ana/Low Water.json
                WARN file:///srv/x is none; /home/ana/my songs/An Older Song v2.aiff is gone
                INFO Reading “Unheard Of”: failed
                oakmirror.media.file.AudioFileException: Gone For Good v1.wav no longer exists.
                INFO took tide.flac from the folder
                WARN C:\\Users\\Ana\\Music\\Secret.wav, "/mnt/Mixes/Another.oakmirror.json"
                """;
        assertThat(report(false, log))
                .doesNotContain("Ebb Tide", "Ferry Reels", "Low Water", "Nine Gates", "Older", "Secret", "Another")
                .doesNotContain("Unheard", "Gone", "Good", "tide")
                .doesNotContain("ana", "Ana", "my songs", "Mixes")
                .contains(
                        "WARN Reading ‹name›: failed",
                        "Reading “‹name›”: failed",
                        "Exception: ‹name›.wav no longer exists",
                        "…/‹name›.aiff is gone",
                        "…/‹name›.json");
        assertThat(report(true, log))
                .contains(
                        "Reading Ebb Tide: failed",
                        "…/An Older Song v2.aiff",
                        "…/Secret.wav",
                        "…/Another.oakmirror.json")
                .doesNotContain("ana/", "Ana", "my songs", "Mixes");
    }

    @ParameterizedTest
    @CsvSource({
        "'at 12 / 4 dB, 3/4 and L/R','at 12 / 4 dB, 3/4 and L/R'",
        "javafx.base@21.0.10/com.sun.x.Y.z(Y.java:3),javafx.base@21.0.10/com.sun.x.Y.z(Y.java:3)",
        "opening /dev/snd/pcm failed,opening …/pcm failed",
        "~/Songs/a.wav,…/a.wav"
    })
    void foldersAloneAreShortened(String text, String shortened) {
        assertThat(TroubleReport.withoutFolders(text, true)).isEqualTo(shortened);
    }

    @Test
    void theLogsEndBeginsWithALine() throws IOException {
        Path file = Files.writeString(folder.resolve("x.log"), "first line\nsecond line\nthird\n");
        assertThat(LogEnd.of(file, 15)).isEqualTo("third\n");
        assertThat(LogEnd.of(file, 1000)).startsWith("first line");
        assertThat(LogEnd.of(folder.resolve("none.log"), 10)).isNotBlank();
    }

    @Test
    void whatDisksAndFilesDoIsExpectedAndIsNoTrouble() {
        assertThat(new Failure("Reading", new IOException("disk full")).isUnexpected())
                .isFalse();
        assertThat(new Failure("Reading", new AudioFileException("not audio")).isUnexpected())
                .isFalse();
        assertThat(new Failure("Reading", new OutOfMemoryError()).isUnexpected())
                .isFalse();
        assertThat(new Failure("Reading", new IllegalStateException()).isUnexpected())
                .isTrue();
    }
}
