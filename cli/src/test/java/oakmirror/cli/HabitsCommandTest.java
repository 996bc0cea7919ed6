package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.habits.HabitFile;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import org.junit.jupiter.api.Test;

/** What sessions have in common, by command, from their files alone. */
class HabitsCommandTest extends CommandTest {

    private static final int RATE = 44100;
    private static final int SONGS = 6;

    /** Songs that all lack the same above 3 kHz, each against a reference of its own. */
    private List<Path> sessions() throws Exception {
        List<Path> all = new ArrayList<>();
        for (int i = 0; i < SONGS; i++) {
            Path reference = file("reference-" + i, i, 0);
            Path mix = file("mix-" + i, i, -5);
            Path session = folder.resolve("song-" + i + SessionFile.ENDING);
            SessionFile.write(
                    new SessionDocument(
                            Session.EMPTY
                                    .withMix(Optional.of(Track.of(mix)))
                                    .withReferences(List.of(Track.of(reference))),
                            SessionLog.EMPTY),
                    session);
            all.add(session);
        }
        return all;
    }

    private Path file(String name, int seed, double db) throws Exception {
        float[] left = Signals.musicLike(RATE, 8, 0.2, seed);
        float[] right = left.clone();
        SessionCommandsTest.shelf(left, right, RATE, 3000, db);
        return TestFiles.write(folder.resolve(name + ".wav"), OutputFormat.WAV_24, RATE, left, right);
    }

    @Test
    void whatSessionsHaveInCommonIsSaidAndWritten() throws Exception {
        sessions();
        Path broken = Files.writeString(folder.resolve("broken" + SessionFile.ENDING), "{}");
        Path out = folder.resolve("out" + HabitFile.ENDING);
        Result text = run("habits", "--folder", folder.toString(), "--out", out.toString());
        assertThat(text.code()).as("one of them cannot be read").isEqualTo(3);
        assertThat(text.err()).contains(broken.getFileName().toString());
        assertThat(text.out()).contains("Your first bounces lack", "(±", SONGS + " of " + SONGS + " songs");
        assertThat(HabitFile.read(out).songs()).hasSize(SONGS);
        assertThat(run("habits", "--folder", folder.toString(), "--out", out.toString())
                        .code())
                .as("nothing is written over")
                .isEqualTo(4);
        Files.delete(broken);
        Result json = run("habits", "--json", "--since", "2020-01-01", "--folder", folder.toString());
        assertThat(json.code()).isZero();
        JsonNode tree = new ObjectMapper().readTree(json.out());
        assertThat(tree.get("songs").asInt()).isEqualTo(SONGS);
        JsonNode treble = tree.at("/first/toneByZone/5");
        assertThat(treble.get("zone").asText()).isEqualTo("Treble");
        assertThat(treble.get("told").asBoolean()).isTrue();
        assertThat(treble.get("meanDb").asDouble()).isBetween(-6.0, -2.5);
        assertThat(treble.get("lowDb").asDouble())
                .isLessThan(treble.get("meanDb").asDouble());
    }

    @Test
    void withoutSessionsItSaysWhatIsMissing() {
        Result none = run("habits");
        assertThat(none.code()).isEqualTo(2);
        assertThat(none.err()).contains("--folder");
        assertThat(run("habits", "--folder", folder.resolve("none").toString()).code())
                .isEqualTo(3);
        assertThat(run("habits", "--since", "spring", "x").code()).isEqualTo(2);
    }
}
