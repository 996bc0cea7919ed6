package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.delivery.CheckSums;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import oakmirror.session.Version;
import oakmirror.session.VersionNote;
import oakmirror.session.VersionNote.Status;
import org.junit.jupiter.api.Test;

/** Sessions rendered and records brought together, as processes of their own. */
class DeliveryCommandsTest extends CommandTest {

    private static JsonNode json(String text) throws IOException {
        return new ObjectMapper().readTree(text);
    }

    private Session session() throws IOException {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), 8);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Harbour Lights.wav"), 8);
        return Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(Track.of(mix)))
                .withReference(Track.of(reference));
    }

    private Path write(Session session, SessionLog log) throws IOException {
        Path file = folder.resolve("reels" + SessionFile.ENDING);
        SessionFile.write(new SessionDocument(session, log), file);
        return file;
    }

    @Test
    void aSessionIsRenderedAsItStandsAndInVersions() throws Exception {
        Path file = write(session(), SessionLog.EMPTY);
        Path out = folder.resolve("out");

        Result plain = process("render", file.toString(), "--out", out.toString(), "--json");
        assertThat(plain.code()).as(plain.err()).isZero();
        JsonNode master = json(plain.out()).get(0);
        assertThat(Path.of(master.get("file").asText()))
                .hasFileName("Ebb Tide master.wav")
                .exists();
        assertThat(master.get("verified").asBoolean()).isTrue();
        assertThat(master.get("rounding").asText()).isEqualTo("dithered");
        assertThat(master.get("integratedLufs").asDouble())
                .isCloseTo(
                        FfmpegTool.measure(Path.of(master.get("file").asText())).integrated(), within(0.06));

        Result several = run(
                "render",
                file.toString(),
                "--out",
                out.toString(),
                "--target",
                "-18,-13",
                "--format",
                "flac-16",
                "--json");
        assertThat(several.code()).as(several.err()).isZero();
        assertThat(json(several.out())).hasSize(2);
        assertThat(out.resolve("Ebb Tide master, -13.0 LUFS.flac")).exists();
        assertThat(FfmpegTool.measure(out.resolve("Ebb Tide master, -18.0 LUFS.flac"))
                        .integrated())
                .isCloseTo(-18, within(0.06));
        assertThat(CheckSums.read(out.resolve(CheckSums.NAME)))
                .hasSize(3)
                .containsEntry("Ebb Tide master.wav", CheckSums.sha256(out.resolve("Ebb Tide master.wav")));
    }

    @Test
    void keptVersionsAreMadeAgainFromWhatMadeThem() throws Exception {
        Session s = session();
        SessionLog log = SessionLog.EMPTY;
        for (String name : List.of("loud", "soft")) {
            double target = name.equals("loud") ? -12 : -20;
            log = log.with(new Fact.VersionRendered(new Version(
                    name,
                    name,
                    "2026-11-26T20:00:00",
                    folder.resolve("gone.wav"),
                    new Version.Figures(target, -1, 5, 12, 1, 0),
                    "00",
                    s.withFinish(s.finish().withTarget(target, -1)))));
        }
        log = log.with(new Fact.VersionNoted("loud", VersionNote.of("for radio").withStanding(Status.KEPT)));
        Path file = write(s, log);
        Result kept =
                run("render", file.toString(), "--out", folder.resolve("out").toString(), "--versions", "kept");
        assertThat(kept.code()).as(kept.err()).isZero();
        Path master = folder.resolve("out/Ebb Tide master, for radio.wav");
        assertThat(FfmpegTool.measure(master).integrated()).isCloseTo(-12, within(0.06));
        assertThat(kept.out()).contains("verified");
        Result none =
                run("render", file.toString(), "--out", folder.resolve("out").toString(), "--versions", "best");
        assertThat(none.code()).isEqualTo(Main.INPUT);
        assertThat(none.err()).contains("no version matching 'best'");
    }

    @Test
    void aReportIsWrittenByTheEndingOfItsName() throws Exception {
        Path file = write(session(), SessionLog.EMPTY);
        Path html = folder.resolve("report.html");
        Result made = process("report", file.toString(), "--out", html.toString());
        assertThat(made.code()).as(made.err()).isZero();
        assertThat(Files.readString(html)).startsWith("<!DOCTYPE html>").contains("Ebb Tide", "Harbour Lights");
        Result again = run("report", file.toString(), "--out", html.toString());
        assertThat(again.code()).isEqualTo(Main.OUTPUT);
        assertThat(again.err()).contains("already exists", "--replace");
        assertThat(run("report", file.toString(), "--out", html.toString(), "--replace")
                        .code())
                .isZero();
        assertThat(run(
                                "report",
                                file.toString(),
                                "--out",
                                folder.resolve("r.doc").toString())
                        .code())
                .isEqualTo(Main.USAGE);
        Path nowhere = folder.resolve("no/r.pdf");
        assertThat(run("report", file.toString(), "--out", nowhere.toString()).code())
                .isEqualTo(Main.OUTPUT);
    }

    @Test
    void whatIsWrongIsSaidInASentence() throws Exception {
        Path file = write(session(), SessionLog.EMPTY);
        String out = folder.resolve("out").toString();
        assertThat(run("render", folder.resolve("no.json").toString(), "--out", out)
                        .err())
                .contains("does not exist.");
        assertThat(run("render", file.toString(), "--out", out, "--format", "tape")
                        .err())
                .contains("'tape' is not a format");
        assertThat(run("render", file.toString(), "--out", out, "--name", "{mood}")
                        .err())
                .contains("{mood} is not a placeholder");
        assertThat(run("render", file.toString(), "--out", out, "--target", "7").code())
                .isEqualTo(Main.USAGE);
        Files.delete(folder.resolve("Ebb Tide.wav"));
        Result gone = run("render", file.toString(), "--out", out);
        assertThat(gone.code()).isEqualTo(Main.INPUT);
        assertThat(gone.err()).contains("Ebb Tide.wav no longer exists");
        assertThat(run("album", folder.resolve("nowhere").toString(), "--anchor", "x.wav", "--out", out)
                        .err())
                .contains("is not a folder.");
    }

    @Test
    void theSongsOfARecordComeTogether() throws Exception {
        Path songs = Files.createDirectories(folder.resolve("Ferry Reels"));
        Path anchor = TestFiles.music(songs.resolve("01 Low Water.wav"), 48000, 10, 0.4);
        TestFiles.music(songs.resolve("02 Slack.wav"), 44100, 10, 0.1);
        TestFiles.excerpt(TestFiles.demoMix(), songs.resolve("03 Ebb Tide.wav"), 10);
        Path out = folder.resolve("masters");

        Result each =
                process("album", songs.toString(), "--anchor", anchor.toString(), "--out", out.toString(), "--json");
        assertThat(each.code()).as(each.err()).isZero();
        JsonNode record = json(each.out());
        double wanted = record.get("wantedLufs").asDouble();
        assertThat(record.get("songs")).hasSize(3);
        for (JsonNode song : record.get("songs")) {
            Path master = Path.of(song.get("master").get("file").asText());
            assertThat(FfmpegTool.measure(master).integrated()).isCloseTo(wanted, within(0.1));
            assertThat(song.get("master").get("verified").asBoolean()).isTrue();
        }
        assertThat(record.get("songs").get(0).get("moves"))
                .as("the anchor stays")
                .isEmpty();
        assertThat(out.resolve("02 02 Slack.wav")).exists();

        Result together = run(
                "album",
                songs.toString(),
                "--anchor",
                anchor.toString(),
                "--out",
                folder.resolve("one").toString(),
                "--one-gain",
                "--gain-only",
                "--target",
                "-18",
                "--name",
                "{title}",
                "--json");
        assertThat(together.code()).as(together.err()).isZero();
        double[] moved = new double[3];
        for (int i = 0; i < 3; i++) {
            JsonNode song = json(together.out()).get("songs").get(i);
            moved[i] = song.get("master").get("integratedLufs").asDouble()
                    - song.get("integratedLufs").asDouble();
        }
        assertThat(moved[1]).as("relations are kept").isCloseTo(moved[0], within(0.05));
        assertThat(moved[2]).isCloseTo(moved[0], within(0.05));
    }
}
