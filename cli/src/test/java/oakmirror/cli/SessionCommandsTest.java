package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.StreamSupport;
import oakmirror.Signals;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.BiquadCascade;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import org.junit.jupiter.api.Test;

/** What the window can, by command: sessions, profiles, stems, passages by name, middle and side. */
class SessionCommandsTest extends CommandTest {

    private static final int RATE = 44100;

    private Path music(String name, long seed, double hz, double db) throws IOException {
        float[] left = Signals.musicLike(RATE, 16, 0.2, seed);
        float[] right = left.clone();
        shelf(left, right, RATE, hz, db);
        return TestFiles.write(folder.resolve(name), OutputFormat.WAV_24, RATE, left, right);
    }

    static void shelf(float[] left, float[] right, int rate, double hz, double db) {
        AnalogueSection shelf = AnalogueSection.highShelf(hz, db, 0.7);
        new BiquadCascade(List.of(Biquad.of(shelf, rate)), 1).process(left, right, 0, left.length);
    }

    private static JsonNode json(String... arguments) throws Exception {
        Result r = run(arguments);
        assertThat(r.code()).as(r.err()).isZero();
        return new ObjectMapper().readTree(r.out());
    }

    private Path session(Session session) throws IOException {
        Path file = folder.resolve("song" + SessionFile.ENDING);
        SessionFile.write(new SessionDocument(session, SessionLog.EMPTY), file);
        return file;
    }

    private static Track track(Path file, String passage, double from, double to) {
        Track plain = Track.of(file);
        return passage.isEmpty() ? plain : plain.withPassage(new Passage(passage, new TimeRange(from, to)));
    }

    @Test
    void aSessionComparesAsItsTracksAndPassagesByTheirNames() throws Exception {
        Path mix = music("mix.wav", 1, 3000, -4);
        Path reference = music("reference.wav", 1, 3000, 0);
        Path session = session(Session.EMPTY
                .withMix(
                        Optional.of(track(mix, "Verse", 0, 5).withPassage(new Passage("Chorus", new TimeRange(6, 12)))))
                .withReferences(List.of(
                        track(reference, "chorus", 6, 12).withPassage(new Passage("end", new TimeRange(12, 16))))));
        JsonNode named = json("compare", "--json", "--session", session.toString(), "--passage", "chorus");
        JsonNode timed = json(
                "compare", "--json", "--mix", mix.toString(), "--reference", reference.toString(), "--passage", "6-12");
        assertThat(named.get("tone")).isEqualTo(timed.get("tone"));
        assertThat(named.get("findings")).isEqualTo(timed.get("findings"));
        assertThat(named.at("/mix/passage/fromSeconds").asDouble()).isEqualTo(6);
        assertThat(named.at("/mix/keyCandidates")).hasSize(3);
        assertThat(named.at("/mix/keyCandidates/0/likeness").asDouble())
                .isGreaterThanOrEqualTo(
                        named.at("/mix/keyCandidates/1/likeness").asDouble());
        JsonNode asChosen = json("compare", "--json", "--session", session.toString());
        assertThat(asChosen.at("/references/0/passage/fromSeconds").asDouble()).isEqualTo(12);
        JsonNode side = json("compare", "--json", "--session", session.toString(), "--part", "left");
        assertThat(side.get("part").asText()).isEqualTo("left");
        assertThat(side.get("findings")).isEqualTo(asChosen.get("findings"));

        Result wrong = run("compare", "--session", session.toString(), "--passage", "bridge");
        assertThat(wrong.code()).isEqualTo(2);
        assertThat(wrong.err()).contains("The mix has no passage called 'bridge'; it has Verse, Chorus.");
        assertThat(run("compare", "--session", session.toString(), "--part", "top")
                        .err())
                .contains("The part must be stereo");
        Result both = run("compare", "--session", session.toString(), "--mix", mix.toString());
        assertThat(both.code()).isEqualTo(2);
        assertThat(both.err()).contains("A session has its own tracks");
        assertThat(run("compare", "--mix", mix.toString()).err()).contains("Give --mix and --reference, or --session");
    }

    @Test
    void profilesStandInTheReferencesPlace() throws Exception {
        Path mix = music("mix.wav", 2, 3000, -5);
        Path reference = music("reference.wav", 2, 3000, 0);
        String profiles = folder.resolve("r.oakprofile.json").toString();
        assertThat(run("profile", reference.toString(), "--out", profiles).code())
                .isZero();
        JsonNode byFile = json("compare", "--json", "--mix", mix.toString(), "--reference", reference.toString());
        JsonNode byProfile = json("compare", "--json", "--mix", mix.toString(), "--reference", profiles);
        for (int i = 0; i < byFile.get("tone").size(); i++) {
            assertThat(byProfile.get("tone").get(i).get("gapDb").asDouble())
                    .isCloseTo(byFile.get("tone").get(i).get("gapDb").asDouble(), within(0.001));
        }
        String out = folder.resolve("out").toString();
        JsonNode summary = json(
                "match", "--json", "--mix", mix.toString(), "--reference", profiles, "--out", out, "--target", "-20");
        assertThat(summary.at("/references/0/profile").asText()).isEqualTo("reference");
        JsonNode moves = summary.get("moves");
        assertThat(moves.get(moves.size() - 1).get("gainDb").asDouble()
                        - moves.get(0).get("gainDb").asDouble())
                .as("the highs come back, against the lows")
                .isCloseTo(5, within(1.0));
        Result like = run("finish", "--in", mix.toString(), "--like", profiles, "--out", out + "/like.wav", "--json");
        assertThat(like.code()).as(like.err()).isZero();
        assertThat(new ObjectMapper().readTree(like.out()).get("integratedLufs").asDouble())
                .isCloseTo(byFile.at("/references/0/integratedLufs").asDouble(), within(0.05));
        assertThat(run(
                                "match",
                                "--mix",
                                mix.toString(),
                                "--reference",
                                profiles,
                                "--out",
                                folder.toString(),
                                "--replace")
                        .code())
                .as("other files of the folder are let be")
                .isZero();
        Path none = Files.writeString(folder.resolve("no.oakprofile.json"), "{}");
        assertThat(run("compare", "--mix", mix.toString(), "--reference", none.toString())
                        .code())
                .isEqualTo(3);
    }

    @Test
    void stemsSayWhichFaderAndMatchBringsThemThere() throws Exception {
        float[] low = filtered(3, 150, 0.3);
        float[] middle = filtered(4, 900, 0.3);
        float[] high = filtered(5, 6000, 0.3);
        float[] balanced = new float[low.length];
        float[] heavy = new float[low.length];
        for (int i = 0; i < low.length; i++) {
            balanced[i] = low[i] + middle[i] + high[i];
            heavy[i] = (float) (low[i] * 1.334 + middle[i] + high[i]); // 2.5 dB
        }
        Path mix = write("song.wav", heavy);
        Path reference = write("reference.wav", balanced);
        List<String> tracks = new ArrayList<>(List.of("--mix", mix.toString(), "--reference", reference.toString()));
        for (String stem : List.of("low", "middle", "high")) {
            float[] s = stem.equals("low") ? low : stem.equals("middle") ? middle : high;
            tracks.addAll(List.of("--stem", write("song-" + stem + ".wav", s).toString()));
        }
        JsonNode said = json(with(tracks, "stems", "--json"));
        assertThat(names(said.get("stems"))).containsExactly("low", "middle", "high");
        double low0 = said.at("/stems/0/proposedDb").asDouble();
        double others = (said.at("/stems/1/proposedDb").asDouble()
                        + said.at("/stems/2/proposedDb").asDouble())
                / 2;
        assertThat(low0 - others).as("against the other two").isCloseTo(-2.5, within(0.5));
        assertThat(said.get("closed").asDouble()).isGreaterThan(0.7);
        Result words = run(with(tracks, "stems", "--limit", "1"));
        assertThat(words.out()).contains("The stems add up", "In the mix:", "low ");

        String out = folder.resolve("out").toString();
        JsonNode matched = json(with(tracks, "match", "--json", "--out", out, "--rebalance", "--target", "-20"));
        assertThat(matched.at("/stems/0/gainDb").asDouble()).isCloseTo(low0, within(0.051));
        JsonNode tried = json(with(
                List.of("--mix", mix.toString(), "--reference", reference.toString(), "--stem"),
                "compare",
                "--json",
                "--stem",
                folder.resolve("song-low.wav") + "=-2.5",
                "--stem",
                folder.resolve("song-middle.wav").toString(),
                "--stem",
                folder.resolve("song-high.wav").toString()));
        assertThat(Math.abs(tried.at("/zones/1/gapDb").asDouble()))
                .as("the bass as it is tried")
                .isLessThan(0.3);
        assertThat(run("stems", "--mix", mix.toString(), "--reference", reference.toString())
                        .err())
                .contains("There are no stems; add --stem");
        assertThat(run("match", "--mix", "a", "--reference", "b", "--out", out, "--rebalance")
                        .err())
                .contains("--rebalance needs the stems");
    }

    private Path write(String name, float[] samples) throws IOException {
        return TestFiles.write(folder.resolve(name), OutputFormat.WAV_24, RATE, samples, samples);
    }

    /** Noise about a frequency. */
    private static float[] filtered(long seed, double hz, double level) {
        float[] noise = Signals.white(RATE * 12, level, seed);
        float[] other = noise.clone();
        List<Biquad> bells = List.of(
                Biquad.of(AnalogueSection.bell(hz, 18, 0.7), RATE),
                Biquad.of(AnalogueSection.lowShelf(hz / 3, -18, 0.7), RATE),
                Biquad.of(AnalogueSection.highShelf(hz * 3, -18, 0.7), RATE));
        new BiquadCascade(bells, 0.05).process(noise, other, 0, noise.length);
        return noise;
    }

    private static String[] with(List<String> tracks, String... command) {
        List<String> all = new ArrayList<>(List.of(command));
        all.addAll(tracks.get(tracks.size() - 1).equals("--stem") ? tracks.subList(0, tracks.size() - 1) : tracks);
        return all.toArray(String[]::new);
    }

    private static List<String> names(JsonNode list) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(n -> n.get("name").asText())
                .toList();
    }

    @Test
    void matchTellsItsPriceAndWritesTheSideApart() throws Exception {
        Path mix = music("mix.wav", 6, 200, -5);
        Path reference = music("reference.wav", 6, 200, 0);
        Path out = folder.resolve("out");
        List<String> command = new ArrayList<>(List.of(
                "match",
                "--json",
                "--mix",
                mix.toString(),
                "--reference",
                reference.toString(),
                "--out",
                out.toString(),
                "--target",
                "-20",
                "--replace"));
        JsonNode plain = json(command.toArray(String[]::new));
        assertThat(plain.has("preRinging")).isFalse();
        assertThat(out.resolve("bands-side.csv")).doesNotExist();
        List<String> more = new ArrayList<>(command);
        more.addAll(List.of("--mid-side", "--phase", "linear", "--exact"));
        JsonNode apart = json(more.toArray(String[]::new));
        assertThat(apart.get("midSide").asBoolean()).isTrue();
        assertThat(apart.at("/preRinging/db").asDouble()).isBetween(-60.0, -10.0);
        assertThat(out.resolve("bands-side.csv")).exists();
        assertThat(out.resolve("curve-side.csv")).exists();
        json(command.toArray(String[]::new));
        assertThat(out.resolve("bands-side.csv"))
                .as("what an earlier run left would belong to another master")
                .doesNotExist();
        more.add("--width");
        more.add("air");
        assertThat(run(more.toArray(String[]::new)).err()).contains("With --mid-side the side has");

        command.set(1, "--phase=linear");
        command.add("--width=sub");
        Result said = run(command.toArray(String[]::new));
        assertThat(said.err()).contains("Nothing is proposed about width in Sub.");
        command.set(command.size() - 1, "--width=top");
        assertThat(run(command.toArray(String[]::new)).err()).contains("'top' is not a zone; available: sub, bass");
        command.set(command.indexOf("-20"), "-3");
        command.remove(command.size() - 1);
        assertThat(run(command.toArray(String[]::new)).code())
                .as("louder than holds up")
                .isEqualTo(Main.MISSED);
        command.add("--loudest");
        assertThat(run(command.toArray(String[]::new)).code()).isZero();
    }

    @Test
    void dcIsToldAndTakenOffOnDemand() throws Exception {
        float[] sound = Signals.musicLike(RATE, 8, 0.2, 9);
        float[] offset = sound.clone();
        for (int i = 0; i < offset.length; i++) {
            offset[i] += 0.03f;
        }
        Path mix = TestFiles.write(folder.resolve("dc.wav"), OutputFormat.WAV_24, RATE, offset, sound);
        Path reference = TestFiles.write(folder.resolve("plain.wav"), OutputFormat.WAV_24, RATE, sound, sound);
        String out = folder.resolve("out").toString();
        List<String> command = new ArrayList<>(List.of(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                reference.toString(),
                "--out",
                out,
                "--target",
                "-20",
                "--strength",
                "0",
                "--replace"));
        assertThat(run(command.toArray(String[]::new)).err()).contains("dc.wav: The mix has a DC offset");
        assertThat(dc(out)).isGreaterThan(0.001);
        command.addAll(List.of("--remove-dc", "--json"));
        Result removed = run(command.toArray(String[]::new));
        assertThat(removed.err()).doesNotContain("DC offset");
        assertThat(dc(out)).isLessThan(1e-5);
        assertThat(new ObjectMapper()
                        .readTree(removed.out())
                        .at("/removedDc/leftDbfs")
                        .asDouble())
                .isCloseTo(20 * Math.log10(mean(offset)), within(0.01));
    }

    private static double dc(String out) throws IOException {
        return mean(TestFiles.read(Path.of(out, "matched.wav"))[0]);
    }

    private static double mean(float[] samples) {
        double sum = 0;
        for (float x : samples) {
            sum += x;
        }
        return Math.abs(sum / samples.length);
    }
}
