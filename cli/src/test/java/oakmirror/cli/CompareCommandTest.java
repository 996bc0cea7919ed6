package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import oakmirror.Signals;
import oakmirror.dsp.BiquadCascade;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.Test;

/** What the sheet knows, by command. */
class CompareCommandTest extends CommandTest {

    private JsonNode json(String... arguments) throws Exception {
        List<String> all = new ArrayList<>(List.of("compare", "--json"));
        all.addAll(List.of(arguments));
        Result r = run(all.toArray(String[]::new));
        assertThat(r.code()).as(r.err()).isZero();
        return new ObjectMapper().readTree(r.out());
    }

    private static List<String> texts(JsonNode list, String name) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(n -> n.get(name).asText())
                .toList();
    }

    private static JsonNode nearest(JsonNode tone, double hz) {
        JsonNode best = tone.get(0);
        for (JsonNode band : tone) {
            if (Math.abs(Math.log(band.get("hz").asDouble() / hz))
                    < Math.abs(Math.log(best.get("hz").asDouble() / hz))) {
                best = band;
            }
        }
        return best;
    }

    @Test
    void aKnownBellStandsInGapCorridorAndZone() throws Exception {
        float[] noise = Signals.white(48000 * 20, 0.2, 7);
        float[] boomy = noise.clone();
        float[] other = noise.clone();
        AnalogueSection bell = AnalogueSection.bell(3500, 6, 1);
        new BiquadCascade(List.of(Biquad.of(bell, 48000)), 1).process(boomy, other, 0, boomy.length);
        Path mix = TestFiles.write(folder.resolve("mix.wav"), OutputFormat.WAV_24, 48000, boomy, boomy);
        Path reference = TestFiles.write(folder.resolve("reference.wav"), OutputFormat.WAV_24, 48000, noise, noise);
        JsonNode root = json("--mix", mix.toString(), "--reference", reference.toString());
        JsonNode tone = root.get("tone");
        double at = nearest(tone, 3500).get("gapDb").asDouble();
        double below = nearest(tone, 200).get("gapDb").asDouble();
        assertThat(at - below).as("against the rest").isCloseTo(-6, within(0.4));
        JsonNode band = nearest(tone, 3500);
        assertThat((band.get("corridorLowDb").asDouble()
                                        + band.get("corridorHighDb").asDouble())
                                / 2
                        - band.get("mixDb").asDouble())
                .as("one reference: the gap is what lies between mix and the middle of its corridor")
                .isCloseTo(at, within(0.01));
        List<String> zones = texts(root.get("zones"), "name");
        assertThat(zones).containsExactly("Sub", "Bass", "Low mid", "Mid", "Presence", "Treble", "Air");
        assertThat(root.get("zones").get(4).get("inside").asBoolean()).isFalse();
        assertThat(root.get("zones").get(4).get("correlation").asDouble()).isCloseTo(1, within(1e-6));
        JsonNode first = root.get("findings").get(0);
        assertThat(first.get("kind").asText()).isEqualTo("TOO_MUCH");
        assertThat(first.get("about").asText()).isEqualTo("mix");
        assertThat(first.get("caveat").asBoolean()).isFalse();
        assertThat(first.get("certainty").asText()).isEqualTo("certain");
        // The bell is over 1 dB, and so a fault, from 1.4 to 8.6 kHz.
        assertThat(first.get("lowHz").asDouble()).isBetween(1300.0, 1800.0);
        assertThat(first.get("highHz").asDouble()).isBetween(6800.0, 9000.0);
    }

    @Test
    void aClickAndADropoutAreToldWithTheirMomentsAlsoOfATrackAlone() throws Exception {
        float[] plain = Signals.sine(44100, 440, -12, 8, 0);
        float[] low = Signals.sine(44100, 131, -15, 8, 0);
        for (int i = 0; i < plain.length; i++) {
            plain[i] += low[i];
        }
        float[] bad = plain.clone();
        bad[3 * 44100] -= 0.5f;
        Arrays.fill(bad, 5 * 44100, 5 * 44100 + 900, 0f);
        Path mix = TestFiles.write(folder.resolve("bad.wav"), OutputFormat.WAV_24, 44100, bad, bad);
        Path reference = TestFiles.write(folder.resolve("plain.wav"), OutputFormat.WAV_24, 44100, plain, plain);
        JsonNode root = json("--mix", mix.toString(), "--reference", reference.toString());
        assertThat(texts(root.get("findings"), "kind")).startsWith("DROPOUTS", "CLICKS");
        assertThat(root.get("findings").get(0).get("seconds").get(0).asDouble()).isCloseTo(5, within(0.002));
        assertThat(root.get("findings").get(1).get("seconds").get(0).asDouble()).isCloseTo(3, within(0.002));
        JsonNode defects = root.get("mix").get("defects");
        assertThat(defects.get("clicks").get("count").asInt()).isEqualTo(1);
        assertThat(defects.get("hum").isNull()).isTrue();
        assertThat(defects.get("silenceInFrontSeconds").asDouble()).isZero();
        assertThat(root.get("references")
                        .get(0)
                        .get("defects")
                        .get("dropouts")
                        .get("count")
                        .asInt())
                .isZero();

        Result alone = run("measure", "--defects", mix.toString(), reference.toString());
        assertThat(alone.code()).isZero();
        assertThat(alone.out())
                .contains("A dropout: the sound is gone for a moment at 0:05.0", "A click: ", "no clipping, hum");
        Result figures = run("measure", "--defects", "--json", mix.toString());
        assertThat(new ObjectMapper()
                        .readTree(figures.out())
                        .at("/files/0/defects/dropouts/count")
                        .asInt())
                .isEqualTo(1);
        String out = folder.resolve("out").toString();
        Result match = run(
                "match", "--mix", mix.toString(), "--reference", reference.toString(), "--out", out, "--target", "-20");
        assertThat(match.code()).isZero();
        assertThat(match.err()).as("what a correction keeps").contains("bad.wav: A dropout; ", "bad.wav: A click; ");
    }

    @Test
    void aTrackAgainstItselfHasNoGapAndNothingStandsOut() throws Exception {
        String file = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("x.wav"), 12)
                .toString();
        JsonNode root = json("--mix", file, "--reference", file);
        for (JsonNode band : root.get("tone")) {
            if (!band.get("gapDb").isNull()) {
                assertThat(band.get("gapDb").asDouble()).isZero();
            }
        }
        assertThat(root.get("findings")).isEmpty();
        Result page = process("compare", "--mix", file, "--reference", file);
        assertThat(page.out()).contains("Nothing stands out.", "Presence", "inside");
    }

    @Test
    void placesAreListedInTheOrderInWhichToListenAndMatchTakesThem() throws Exception {
        String mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 24)
                .toString();
        List<String> tracks = new ArrayList<>(List.of("--mix", mix));
        for (String name : List.of("copper-lane-harbour-lights.ogg", "nine-gates-the-long-ebb.ogg")) {
            tracks.add("--reference");
            tracks.add(TestFiles.excerpt(TestFiles.demo(name), folder.resolve(name + ".wav"), 24)
                    .toString());
        }
        JsonNode root = json(tracks.toArray(String[]::new));
        JsonNode tempo = root.get("mix").get("tempo");
        assertThat(tempo.get("confidence").asDouble()).isBetween(0.05, 1.0);
        assertThat(tempo.at("/candidates/0/bpm").asDouble())
                .isCloseTo(root.at("/mix/bpm").asDouble(), within(0.5));
        assertThat(StreamSupport.stream(tempo.get("candidates").spliterator(), false)
                        .mapToDouble(c -> c.get("share").asDouble())
                        .sum())
                .isCloseTo(1, within(0.02));
        elsewhere(root);
        JsonNode places = root.get("candidates");
        assertThat(places).isNotEmpty();
        double before = 2;
        for (int i = 0; i < places.size(); i++) {
            JsonNode place = places.get(i);
            assertThat(place.get("number").asInt()).isEqualTo(i + 1);
            assertThat(place.get("to").asDouble())
                    .isGreaterThan(place.get("from").asDouble());
            assertThat(place.get("odds").asDouble()).isBetween(0.05, 1.0);
            assertThat(place.get("seenDb").asDouble() * place.get("proposedDb").asDouble())
                    .as("the trial goes the way of the gap")
                    .isPositive();
            assertThat(place.get("agree").asInt()).isBetween(0, 2);
            double told = place.get("told").asBoolean() ? 1 : 0;
            assertThat(told).as("what is told comes first").isLessThanOrEqualTo(before);
            before = told;
        }
        // The demo's planted boom at 110 to 180 Hz and its dullness above 6 kHz.
        assertThat(places).anySatisfy(p -> {
            assertThat(p.get("seenDb").asDouble()).isNegative();
            assertThat(p.get("from").asDouble()).isLessThan(140);
            assertThat(p.get("to").asDouble()).isGreaterThan(140);
        });
        assertThat(places).anySatisfy(p -> {
            assertThat(p.get("seenDb").asDouble()).isPositive();
            assertThat(p.get("to").asDouble()).isGreaterThan(8000);
        });
        List<String> match = new ArrayList<>(List.of("match", "--json", "--strength", "0", "--take", "1"));
        match.addAll(tracks);
        match.addAll(List.of("--out", folder.resolve("taken").toString()));
        Result taken = run(match.toArray(String[]::new));
        assertThat(taken.code()).as(taken.err()).isZero();
        JsonNode moves = new ObjectMapper().readTree(taken.out()).get("moves");
        assertThat(moves)
                .filteredOn(m -> m.get("kind").asText().equals("taken"))
                .singleElement()
                .satisfies(m -> assertThat(m.get("gainDb").asDouble())
                        .isCloseTo(places.get(0).get("proposedDb").asDouble(), within(0.051)));
        String width = IntStream.range(0, places.size())
                .filter(i -> places.get(i).get("shape").asText().equals("width"))
                .mapToObj(i -> String.valueOf(i + 1))
                .findFirst()
                .orElseThrow();
        match.set(5, width);
        match.add("--replace");
        Result wider = run(match.toArray(String[]::new));
        assertThat(wider.code()).as(wider.err()).isZero();
        assertThat(sideToMidDb(folder.resolve("taken").resolve("matched.wav").toString()))
                .as("wider in the presence zone by what the place proposes, but for the limiter")
                .isGreaterThan(sideToMidDb(mix) + 3);
        match.set(5, "99");
        Result wrong = run(match.toArray(String[]::new));
        assertThat(wrong.code()).isEqualTo(2);
        assertThat(wrong.err()).contains("No place 99");
    }

    /** What gets through at the places: of the mix near what does of the references, as they are pieces of one kind. */
    private static void elsewhere(JsonNode root) {
        assertThat(root.get("places")).hasSize(8).allSatisfy(place -> {
            assertThat(place.get("ranges")).hasSize(8);
            place.get("ranges").forEach(range -> {
                assertThat(range.get("corridorHighLu").asDouble())
                        .isGreaterThanOrEqualTo(range.get("corridorLowLu").asDouble() + 3.9);
                assertThat(range.get("mixLu").asDouble()).isBetween(-40.0, 15.0);
            });
            assertThat(place.at("/covered/mix").asDouble()).isBetween(0.0, 1.0);
        });
        JsonNode phone = StreamSupport.stream(root.get("places").spliterator(), false)
                .filter(p -> p.get("place").asText().equals("phone"))
                .findFirst()
                .orElseThrow();
        assertThat(phone.at("/ranges/1/range").asText()).isEqualTo("sub");
        assertThat(phone.at("/ranges/1/mixLu").asDouble()).isLessThan(-30);
        assertThat(phone.at("/ranges/4/mixLu").asDouble()).as("the mids there").isPositive();
        assertThat(root.get("placesTold").size()).isLessThanOrEqualTo(3);
    }

    @Test
    void passagesAreChosenOrSuggested() throws Exception {
        String mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 20)
                .toString();
        String reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 24)
                .toString();
        JsonNode chosen = json("--mix", mix, "--reference", reference, "--passage", "0:04-0:14.5");
        assertThat(chosen.get("mix").get("passage").get("fromSeconds").asDouble())
                .isEqualTo(4);
        assertThat(chosen.get("mix").get("seconds").asDouble()).isCloseTo(10.5, within(0.001));
        JsonNode suggested = json("--mix", mix, "--reference", reference, "--suggest");
        for (JsonNode track :
                List.of(suggested.get("mix"), suggested.get("references").get(0))) {
            double seconds = track.get("passage").get("toSeconds").asDouble()
                    - track.get("passage").get("fromSeconds").asDouble();
            assertThat(track.get("seconds").asDouble()).isCloseTo(seconds, within(0.001));
        }
        assertThat(texts(suggested.get("findings"), "kind")).contains("TOO_MUCH", "QUIETER");
        Result wrong = run("compare", "--mix", mix, "--reference", reference, "--passage", "9-4");
        assertThat(wrong.code()).isEqualTo(2);
        assertThat(wrong.err().lines()).hasSize(1).first().asString().contains("9-4", "not a passage");
        assertThat(run("compare", "--mix", mix, "--reference", reference, "--passage", "1-2", "--suggest")
                        .code())
                .isEqualTo(2);
    }

    @Test
    void silenceIsSaidAndNothingIsInvented() throws Exception {
        float[] silence = new float[48000 * 4];
        Path quiet = TestFiles.write(folder.resolve("quiet.wav"), OutputFormat.WAV_24, 48000, silence, silence);
        String reference =
                TestFiles.music(folder.resolve("music.wav"), 48000, 6, 0.3).toString();
        JsonNode root = json("--mix", quiet.toString(), "--reference", reference);
        assertThat(root.get("mix").get("integratedLufs").isNull()).isTrue();
        assertThat(root.get("findings")).isEmpty();
        Result page = run("compare", "--mix", quiet.toString(), "--reference", reference);
        assertThat(page.out()).contains("Nothing to compare");
    }

    private double sideToMidDb(String file) throws Exception {
        JsonNode zones = json("--mix", file, "--reference", file).get("zones");
        return zones.get(4).get("sideMidDb").asDouble();
    }
}
