package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.StateTest;
import oakmirror.state.workspace.RecentSessions.Recent;
import org.junit.jupiter.api.Test;

class RecentSessionsTest extends StateTest {

    private Settings settings() {
        return new Settings(background);
    }

    private RecentSessions in(Settings settings) {
        return now(() -> new RecentSessions(settings, workspace));
    }

    private Path file(int number) {
        return folder.resolve(number + ".oakmirror.json");
    }

    private static List<String> titles(RecentSessions recent) {
        return recent.allProperty().get().stream().map(Recent::title).toList();
    }

    @Test
    void theLatestComesFirstAndSaysWhatItHolds() {
        Settings settings = settings();
        RecentSessions recent = in(settings);
        Session session = Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(Track.of(Path.of("Ebb Tide.wav"))))
                .withReferences(IntStream.range(0, 6)
                        .mapToObj(i -> Track.of(Path.of("Reference " + i + ".wav")))
                        .toList());
        does(() -> recent.note(file(1), Session.EMPTY.withName("Another")));
        does(() -> recent.note(file(2), session));
        does(() -> recent.note(file(1), Session.EMPTY.withName("Another, later")));

        assertThat(titles(recent)).containsExactly("Another, later", "Ferry Reels");
        Recent second = recent.allProperty().get().get(1);
        assertThat(second.mix()).isEqualTo("Ebb Tide");
        assertThat(second.references()).containsExactly("Reference 0", "Reference 1", "Reference 2", "Reference 3");
        assertThat(second.more()).isEqualTo(2);

        settings.write();
        assertThat(in(settings()).allProperty().get())
                .as("after another start")
                .isEqualTo(recent.allProperty().get());
    }

    @Test
    void whatIsPinnedStaysFirstAndTheOldestOthersGo() {
        RecentSessions recent = in(settings());
        does(() -> recent.note(file(0), Session.EMPTY.withName("0")));
        does(() -> recent.pin(file(0), true));
        for (int i = 1; i <= RecentSessions.MOST + 2; i++) {
            int number = i;
            does(() -> recent.note(file(number), Session.EMPTY.withName("" + number)));
        }
        assertThat(titles(recent))
                .hasSize(RecentSessions.MOST + 1)
                .startsWith("0", "14", "13")
                .endsWith("3");

        does(() -> recent.note(file(0), Session.EMPTY.withName("0 again")));
        assertThat(recent.allProperty().get().get(0)).matches(Recent::pinned, "pinned still");
        does(() -> recent.pin(file(0), false));
        does(() -> recent.forget(file(14)));
        assertThat(titles(recent)).startsWith("0 again", "13").doesNotContain("14");
    }

    @Test
    void whatIsKeptAndOpenedIsNoted() {
        RecentSessions recent = in(settings());
        does(() -> workspace.change("mix", s -> s.withMix(Optional.of(Track.of(Path.of("/gone/Ebb Tide.wav"))))));
        assertThat(recent.allProperty().get()).as("it has no file").isEmpty();
        save(file(1));
        assertThat(recent.allProperty().get()).extracting(Recent::mix).containsExactly("Ebb Tide");
        does(() -> workspace.change("mix", s -> s.withMix(Optional.of(Track.of(Path.of("/gone/Low Water.wav"))))));
        assertThat(recent.allProperty().get())
                .as("not kept yet")
                .extracting(Recent::mix)
                .containsExactly("Ebb Tide");
        save(file(2));
        open(file(1));
        assertThat(recent.allProperty().get()).extracting(Recent::mix).containsExactly("Ebb Tide", "Low Water");
    }

    @Test
    void whichAreMissingIsSaid() throws IOException {
        RecentSessions recent = in(settings());
        Files.writeString(file(1), "{}");
        does(() -> recent.note(file(1), Session.EMPTY));
        does(() -> recent.note(file(2), Session.EMPTY));
        List<Set<Path>> missing = new ArrayList<>();
        does(() -> recent.missing(missing::add));
        waitUntil(() -> !missing.isEmpty());
        assertThat(missing).containsExactly(Set.of(file(2)));
    }

    @Test
    void settingsThatWereWrittenByHandHarmNothing() throws IOException {
        Path file = folder.resolve("config/settings.json");
        Files.createDirectories(file.getParent());
        Files.writeString(
                file,
                """
                {"sessions.recent": [7, {"file": "/a.json"}, {"file": "/b.json", "when": "soon"},
                 {"file": "/c.json", "when": "2026-05-01T10:00", "title": "C"}]}
                """);
        assertThat(titles(in(settings()))).containsExactly("C");
        Files.writeString(file, "{\"sessions.recent\": \"none\"}");
        assertThat(titles(in(settings()))).isEmpty();
    }
}
