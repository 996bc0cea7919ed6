package oakmirror.profile;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import oakmirror.measure.Provenance;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Tone;
import oakmirror.spectrum.TonePeak;
import oakmirror.stereo.Comb;
import oakmirror.text.Texts;

/**
 * A profile as a tree of JSON, field by field: what comes from a stranger makes nothing but these records, within their bounds. Figures that are not
 * defined are {@code null}; −∞ is the text {@code "-inf"}.
 */
public final class ProfileJson {

    private ProfileJson() {}

    /** The tree of a profile. */
    public static ObjectNode toTree(Profile profile) {
        ObjectNode node = object().put("id", profile.id());
        node.set("about", about(profile.about()));
        node.set("measured", figures(profile.figures()));
        return node;
    }

    /**
     * The profile of a tree.
     *
     * @throws IllegalArgumentException when it is none; the message names what cannot be
     */
    public static Profile fromTree(JsonNode node) {
        return new Profile(Json.text(node, "id"), about(node.path("about")), figures(node.path("measured")));
    }

    private static ObjectNode object() {
        return JsonNodeFactory.instance.objectNode();
    }

    private static ObjectNode about(About a) {
        ObjectNode node = object().put("title", a.title())
                .put("artist", a.artist())
                .put("folder", a.folder())
                .put("notes", a.notes())
                .put("rating", a.rating())
                .put("colour", a.colour())
                .put("origin", a.origin());
        a.tags().forEach(node.putArray("tags")::add);
        return node;
    }

    private static About about(JsonNode node) {
        return new About(
                Json.text(node, "title"),
                node.path("artist").asText(""),
                node.path("folder").asText(""),
                Json.list(node.path("tags"), About.MOST_TAGS, JsonNode::asText),
                node.path("notes").asText(""),
                node.path("rating").asInt(0),
                node.path("colour").asInt(0),
                node.path("origin").asText(""));
    }

    /** The tree of figures. */
    public static ObjectNode figures(Measurements f) {
        ObjectNode node = object().put("content", f.provenance().origin().content());
        f.provenance().origin().passage().ifPresent(p -> node.set("passage", range(p)));
        node.put("extent", f.provenance().extent().name())
                .put("measurer", f.provenance().version())
                .put("sampleRate", f.sampleRate())
                .put("channels", f.channels())
                .put("frames", f.frames());
        node.set("file", levels(f.file()));
        node.set("heard", levels(f.heard()));
        node.set("tone", tone(f.tone()));
        node.set("toneSpreadDb", Json.numbers(f.toneSpreadDb()));
        ArrayNode crest = node.putArray("crestDb");
        f.crest().forEach(c -> crest.add(Json.numbers(c.lowDb(), c.middleDb(), c.highDb())));
        node.set("peakToShortTermDb", Json.numbers(f.peakToShortTerm()));
        f.comb()
                .ifPresent(c -> node.set(
                        "comb",
                        object().put("delaySeconds", c.delaySeconds())
                                .put("depthDb", c.depthDb())
                                .put("inverted", c.inverted())));
        node.set("shortTerm", course(f.shortTerm()));
        node.set("contour", course(f.contour()));
        node.set("rhythm", rhythm(f.rhythm()));
        Whole w = f.whole();
        ObjectNode whole = node.putObject("whole");
        whole.set("file", levels(w.file()));
        whole.set("heard", levels(w.heard()));
        whole.put("frames", w.frames())
                .put("clips", w.clips())
                .put("dcOffset", w.dcOffset())
                .put("damagedSamples", w.damagedSamples());
        return node;
    }

    private static Extent extent(String name) {
        return Arrays.stream(Extent.values())
                .filter(e -> e.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(Texts.of("invalid.extent")));
    }

    /**
     * The figures of a tree.
     *
     * @throws IllegalArgumentException when it is none; the message names what cannot be
     */
    public static Measurements figures(JsonNode node) {
        String content = node.path("content").asText("");
        if (!content.matches("[A-Za-z0-9-]{0,80}")) {
            throw new IllegalArgumentException(Texts.of("invalid.contentKey"));
        }
        Optional<TimeRange> passage = node.has("passage") ? Optional.of(range(node.path("passage"))) : Optional.empty();
        int rate = (int) Json.number(node, "sampleRate");
        JsonNode whole = node.path("whole");
        return new Measurements(
                new Provenance(
                        new Origin(content, passage),
                        rate,
                        extent(node.path("extent").asText(Extent.ALL.name())),
                        (int) Json.number(node, "measurer")),
                (int) Json.number(node, "channels"),
                (long) Json.number(node, "frames"),
                levels(node.path("file")),
                levels(node.path("heard")),
                tone(node.path("tone")),
                Json.floats(node.path("toneSpreadDb")),
                Json.list(node.path("crestDb"), 7, ProfileJson::crest),
                Json.floats(node.path("peakToShortTermDb")),
                node.has("comb") ? Optional.of(comb(node.path("comb"))) : Optional.empty(),
                course(node.path("shortTerm")),
                course(node.path("contour")),
                rhythm(node.path("rhythm")),
                new Whole(
                        levels(whole.path("file")),
                        levels(whole.path("heard")),
                        (long) Json.number(whole, "frames"),
                        (long) Json.number(whole, "clips"),
                        Json.number(whole, "dcOffset"),
                        (long) Json.number(whole, "damagedSamples")));
    }

    /** Figures as they are read when they have been written. */
    static Measurements rounded(Measurements figures) {
        return figures(figures(figures));
    }

    private static ObjectNode range(TimeRange range) {
        return object().put("startSeconds", range.startSeconds()).put("endSeconds", range.endSeconds());
    }

    private static TimeRange range(JsonNode node) {
        return new TimeRange(Json.number(node, "startSeconds"), Json.number(node, "endSeconds"));
    }

    private static ObjectNode levels(Levels levels) {
        ObjectNode node = object();
        node.set("integratedLufs", Json.value(levels.loudness().integratedLufs()));
        node.set("rangeLu", Json.value(levels.loudness().rangeLu()));
        node.set("maxMomentaryLufs", Json.value(levels.loudness().maxMomentaryLufs()));
        node.set("maxShortTermLufs", Json.value(levels.loudness().maxShortTermLufs()));
        node.set("truePeakDbtp", Json.value(levels.peaks().truePeakDbtp()));
        node.set("samplePeakDbfs", Json.value(levels.peaks().samplePeakDbfs()));
        node.set("meanSquare", Json.value(levels.peaks().meanSquare()));
        return node;
    }

    private static Levels levels(JsonNode node) {
        return new Levels(
                new Loudness(
                        Json.real(node.path("integratedLufs")),
                        Json.real(node.path("rangeLu")),
                        Json.real(node.path("maxMomentaryLufs")),
                        Json.real(node.path("maxShortTermLufs"))),
                new Peaks(
                        Json.real(node.path("truePeakDbtp")),
                        Json.real(node.path("samplePeakDbfs")),
                        Math.max(0, Json.number(node, "meanSquare"))));
    }

    private static ObjectNode tone(Tone tone) {
        StereoSpectrum s = tone.spectrum();
        ObjectNode node = object().put("usableBands", s.usableBands()).put("analysedSeconds", s.analysedSeconds());
        node.set("left", Json.powers(s.left()));
        node.set("right", Json.powers(s.right()));
        node.set("cross", Json.powers(s.cross()));
        ArrayNode peaks = node.putArray("peaks");
        tone.peaks().forEach(p -> peaks.add(Json.numbers(p.hz(), p.levelDb(), p.prominenceDb())));
        tone.key().ifPresent(k -> key(node.putObject("key"), k));
        if (tone.keys().stream().noneMatch(k -> Double.isNaN(k.likeness()))) {
            ArrayNode keys = node.putArray("keys");
            tone.keys().forEach(k -> key(keys.addObject(), k.key()).put("likeness", k.likeness()));
        }
        return node;
    }

    private static ObjectNode key(ObjectNode node, Key key) {
        return node.put("tonic", key.tonic()).put("major", key.major());
    }

    private static Key key(JsonNode node) {
        return new Key(
                Math.floorMod((int) Json.number(node, "tonic"), 12),
                node.path("major").asBoolean());
    }

    /** The likeliest keys; of a profile from before they were kept, the one that stood out. */
    private static List<Key.Likeness> keys(JsonNode node) {
        if (node.has("keys")) {
            return Json.list(
                    node.path("keys"), Key.LIKELIEST, k -> new Key.Likeness(key(k), Json.number(k, "likeness")));
        }
        return node.has("key") ? List.of(new Key.Likeness(key(node.path("key")), Double.NaN)) : List.of();
    }

    private static Tone tone(JsonNode node) {
        int usable = (int) Json.number(node, "usableBands");
        if (usable < 0 || usable > BandGrid.SIZE) {
            throw new IllegalArgumentException(Texts.of("invalid.bands", usable));
        }
        StereoSpectrum spectrum = new StereoSpectrum(
                bands(node.path("left"), 0),
                bands(node.path("right"), 0),
                bands(node.path("cross"), -Json.MOST),
                usable,
                Json.number(node, "analysedSeconds"));
        return new Tone(
                spectrum,
                Json.list(
                        node.path("peaks"),
                        Tone.PEAKS,
                        p -> new TonePeak(Json.number(p.path(0)), Json.number(p.path(1)), Json.number(p.path(2)))),
                keys(node));
    }

    private static double[] bands(JsonNode node, double least) {
        if (node.size() != BandGrid.SIZE) {
            throw new IllegalArgumentException(Texts.of("invalid.spectrumBands", BandGrid.SIZE));
        }
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = Json.number(node.get(b));
            if (power[b] < least) {
                throw new IllegalArgumentException(Texts.of("invalid.power"));
            }
        }
        return power;
    }

    private static ZoneDynamics crest(JsonNode node) {
        return new ZoneDynamics(Json.real(node.path(0)), Json.real(node.path(1)), Json.real(node.path(2)));
    }

    private static Comb comb(JsonNode node) {
        double delay = Json.number(node, "delaySeconds");
        if (delay == 0 || Math.abs(delay) > 1) {
            throw new IllegalArgumentException(Texts.of("invalid.notches"));
        }
        return new Comb(
                delay, Json.number(node, "depthDb"), node.path("inverted").asBoolean());
    }

    private static ObjectNode course(TimeCourse course) {
        ObjectNode node = object();
        node.set("stepSeconds", Json.value(course.stepSeconds()));
        node.set("lufs", Json.numbers(course.lufs()));
        return node;
    }

    private static TimeCourse course(JsonNode node) {
        return new TimeCourse(Json.number(node, "stepSeconds"), Json.floats(node.path("lufs")));
    }

    private static ObjectNode rhythm(Rhythm rhythm) {
        ObjectNode node = object();
        ArrayNode tempos = node.putArray("tempos");
        rhythm.candidates().forEach(c -> tempos.add(Json.numbers(c.bpm(), c.share())));
        rhythm.grid().ifPresent(g -> node.putObject("bars")
                .put("bpm", g.bpm())
                .put("downbeatSeconds", g.downbeatSeconds())
                .put("beatsPerBar", g.beatsPerBar()));
        node.set("confidence", Json.value(rhythm.confidence()));
        node.set("barConfidence", Json.value(rhythm.barConfidence()));
        return node;
    }

    private static Rhythm rhythm(JsonNode node) {
        JsonNode bars = node.path("bars");
        Optional<BarGrid> grid = bars.isObject()
                ? Optional.of(new BarGrid(Json.number(bars, "bpm"), Json.number(bars, "downbeatSeconds"), (int)
                        Json.number(bars, "beatsPerBar")))
                : Optional.empty();
        return new Rhythm(
                Json.list(
                        node.path("tempos"),
                        100,
                        t -> new Rhythm.Candidate(
                                new BarGrid(Json.number(t.path(0)), 0, 4).bpm(), Json.part(t.path(1)))),
                grid,
                Json.part(node.path("confidence")),
                Json.part(node.path("barConfidence")));
    }
}
