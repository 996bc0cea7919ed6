package oakmirror.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Progress;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Source;
import oakmirror.session.Track;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of profiles and sessions that somebody else has written, by accident or on purpose. */
class StrangersFilesTest {

    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static Profile good;

    @TempDir
    Path folder;

    @BeforeAll
    static void measure() throws IOException {
        ExecutorService executor = Executors.newFixedThreadPool(2);
        float[] song = Signals.musicLike(44100, 6, 0.3, 4);
        TrackMeasurement m = new TrackMeasurer(executor, Extent.ALL)
                .measure(Signals.clip(44100, ChannelLayout.stereo(), song, song).stream(), Progress.NONE);
        executor.shutdown();
        good = Profile.of(About.of("Reed Boat", "a test"), Measurements.of(m, m, Rhythm.NONE, new float[0]));
    }

    private Path written(String content) throws IOException {
        Path file = folder.resolve("strange" + ProfileFile.ENDING);
        Files.writeString(file, content, StandardCharsets.UTF_8);
        return file;
    }

    private static String file(JsonNode... profiles) {
        ObjectNode root =
                MAPPER.createObjectNode().put("format", "oak-mirror-profiles").put("version", 1);
        ArrayNode all = root.putArray("profiles");
        Arrays.stream(profiles).forEach(all::add);
        return root.toString();
    }

    /** Every value of a profile replaced by every odd one: it is read within its bounds, or refused with a sentence; nothing else happens. */
    @Test
    void noValueMakesAnythingButAProfileOrASentence() throws IOException {
        ObjectNode tree = ProfileJson.toTree(good);
        List<JsonNode> odd = new ArrayList<>();
        for (String json : List.of(
                "null",
                "true",
                "-1",
                "1e308",
                "-1e308",
                "1e-308",
                "0",
                "\"\"",
                "\"../../x\"",
                "\"-inf\"",
                "[]",
                "{}",
                "[[[[[]]]]]",
                "{\"a\":1,\"b\":2}",
                "\"<script>alert(1)</script>\"",
                "123456789012345678901234567890")) {
            odd.add(MAPPER.readTree(json));
        }
        int refused = 0;
        int read = 0;
        for (String pointer : places(tree, "")) {
            for (JsonNode value : odd) {
                ObjectNode changed = tree.deepCopy();
                int cut = pointer.lastIndexOf('/');
                JsonNode parent = changed.at(pointer.substring(0, cut));
                String name = pointer.substring(cut + 1);
                if (parent instanceof ObjectNode object) {
                    object.set(name, value);
                } else {
                    ((ArrayNode) parent).set(Integer.parseInt(name), value);
                }
                try {
                    Measurements figures = ProfileJson.fromTree(changed).figures();
                    assertThat(figures.lufs()).isFinite();
                    assertThat(figures.compared().seconds()).isBetween(0.0, 7.0 * 86_400);
                    assertThat(figures.contour().lufs().length).isLessThanOrEqualTo(TimeCourse.MOST);
                    read++;
                } catch (IllegalArgumentException e) {
                    assertThat(e.getMessage()).isNotBlank();
                    refused++;
                }
            }
        }
        assertThat(refused).isGreaterThan(500);
        assertThat(read).isGreaterThan(100);
    }

    /** Every place in a tree; of long lists only the first. */
    private static List<String> places(JsonNode node, String at) {
        List<String> all = new ArrayList<>();
        if (node.isObject()) {
            for (Map.Entry<String, JsonNode> e : node.properties()) {
                all.add(at + "/" + e.getKey());
                all.addAll(places(e.getValue(), at + "/" + e.getKey()));
            }
        } else if (node.isArray() && !node.isEmpty()) {
            all.add(at + "/0");
            all.addAll(places(node.get(0), at + "/0"));
        }
        return all;
    }

    /** Bytes changed, left out and doubled at random: a sentence, or profiles. */
    @Test
    void noBytesMakeItFailInAnotherWay() throws IOException {
        byte[] whole = file(ProfileJson.toTree(good), ProfileJson.toTree(good.withId("b")))
                .getBytes(StandardCharsets.UTF_8);
        Random random = new QuickRandom(9);
        for (int i = 0; i < 400; i++) {
            byte[] bytes = whole.clone();
            for (int k = 0; k < 1 + random.nextInt(6); k++) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            if (i % 3 == 0) {
                bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
            }
            Path file = folder.resolve("bytes" + ProfileFile.ENDING);
            Files.write(file, bytes);
            try {
                assertThat(ProfileFile.read(file)).hasSizeLessThanOrEqualTo(2);
            } catch (IOException e) {
                assertThat(e.getMessage()).startsWith("bytes.oakprofile.json");
            }
        }
    }

    @Test
    void depthLengthAndNumberAreBounded() throws IOException {
        ObjectNode deep = ProfileJson.toTree(good);
        ObjectNode at = deep;
        for (int i = 0; i < 40; i++) {
            at = at.putObject("further");
        }
        assertThatThrownBy(() -> ProfileFile.read(written(file(deep))))
                .hasMessageContaining("is not an Oak Mirror profile file");
        ObjectNode text = ProfileJson.toTree(good);
        ((ObjectNode) text.get("about")).put("notes", "n".repeat(30_000));
        assertThatThrownBy(() -> ProfileFile.read(written(file(text))))
                .hasMessageContaining("is not an Oak Mirror profile file");
        String number =
                file(ProfileJson.toTree(good)).replaceFirst("\"frames\":\\d+", "\"frames\":" + "9".repeat(1000));
        assertThatThrownBy(() -> ProfileFile.read(written(number)))
                .hasMessageContaining("is not an Oak Mirror profile file");
        ObjectNode peaks = ProfileJson.toTree(good);
        ArrayNode many = (ArrayNode) peaks.at("/measured/tone/peaks");
        for (int i = 0; i < 100; i++) {
            many.add(MAPPER.createArrayNode().add(100).add(-20).add(3));
        }
        assertThatThrownBy(() -> ProfileFile.read(written(file(peaks)))).hasMessageContaining("profile 1 is not valid");
        ObjectNode one = ProfileJson.toTree(good);
        Path three = written(file(one, one, one));
        assertThat(ProfileFile.read(three, 3)).hasSize(3);
        assertThatThrownBy(() -> ProfileFile.read(three, 2)).hasMessageContaining("more than 2 profiles. Split it");
        assertThatThrownBy(() -> ProfileFile.read(folder.resolve("nowhere" + ProfileFile.ENDING)))
                .isInstanceOf(IOException.class);
        assertThatThrownBy(() -> ProfileFile.profile(new byte[] {1, 2, 3})).hasMessageStartingWith("not a profile");
    }

    /** A session that names files is read, and none of them is touched. */
    @Test
    void aSessionReadsNothingButItself() throws IOException {
        Path secret = folder.resolve("secret.txt");
        Files.writeString(secret, "nobody’s");
        var before = Files.getLastModifiedTime(secret);
        Session session = Session.EMPTY
                .withMix(Optional.of(Track.of(secret)))
                .withReference(Track.of(new Source.Kept(good), "<img src=x onerror=alert(1)>"));
        Path file = folder.resolve("s" + SessionFile.ENDING);
        SessionFile.write(new SessionDocument(session, SessionLog.EMPTY), file);
        Session read = SessionFile.read(file).session();
        assertThat(read.references().get(0).name()).isEqualTo("<img src=x onerror=alert(1)>");
        assertThat(Files.getLastModifiedTime(secret)).isEqualTo(before);
        try (Stream<Path> files = Files.list(folder)) {
            assertThat(files.filter(Files::isRegularFile)).containsExactlyInAnyOrder(secret, file);
        }
        String odd = Files.readString(file).replace("\"kind\" : \"profile\"", "\"kind\" : \"java.lang.Runtime\"");
        Files.writeString(file, odd);
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("an invalid setting");
        String broken = Files.readString(file)
                .replace("java.lang.Runtime", "profile")
                .replaceFirst("\"channels\"\\s*:\\s*\\d+", "\"channels\":900");
        Files.writeString(file, broken);
        assertThatThrownBy(() -> SessionFile.read(file)).hasMessageContaining("900 channels are not possible");
    }

    @Test
    void aSessionThatIsTooLargeIsNotWrittenOverTheOneThatWasKept() throws IOException {
        Path file = folder.resolve("s" + SessionFile.ENDING);
        SessionFile.write(SessionDocument.EMPTY, file);
        byte[] before = Files.readAllBytes(file);
        String note = "n".repeat(2000);
        List<Fact> facts = new ArrayList<>();
        for (int i = 0; i < SessionFile.MOST_BYTES / note.length(); i++) {
            facts.add(new Fact.BounceNoted("bounce" + i, note));
        }
        assertThatThrownBy(() -> SessionFile.write(new SessionDocument(Session.EMPTY, new SessionLog(facts)), file))
                .hasMessageContaining("too large to save");
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
    }
}
