package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.function.IntFunction;
import oakmirror.candidate.Candidate;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.ZoneComparison;
import oakmirror.compare.ZoneReading;
import oakmirror.findings.Finding;
import oakmirror.findings.PlaceWords;
import oakmirror.findings.WorthAListen;
import oakmirror.measure.Levels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.session.MeasuredSession;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.Range;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.zones.ZoneMoves;

/**
 * A comparison as JSON. What is not defined is null.
 *
 * @param measured what was compared
 * @param rhythms the rhythm of a track, by its number
 * @param comparison what is shown of it
 * @param part what of the stereo signal that is of
 */
record ComparisonJson(MeasuredSession measured, IntFunction<Rhythm> rhythms, Comparison comparison, Part part) {

    /** Writes it with its findings. */
    String of(List<Finding> findings, WorthAListen places, GettingThrough through) throws JsonProcessingException {
        ObjectNode root = CommandSupport.MAPPER.createObjectNode();
        comparison.mix().ifPresent(m -> root.set("mix", member(m)));
        ArrayNode references = root.putArray("references");
        comparison.references().forEach(r -> references.add(member(r)));
        root.put("part", part.name().toLowerCase(Locale.ROOT));
        tone(comparison, root.putArray("tone"));
        ArrayNode zones = root.putArray("zones");
        ZoneMoves moves = measured.zoneMoves();
        comparison.zones().forEach(z -> zones.add(zone(z, moves)));
        ArrayNode list = root.putArray("findings");
        findings.forEach(f -> list.add(finding(f)));
        ArrayNode candidates = root.putArray("candidates");
        places.all().forEach(c -> candidates.add(candidate(c, places.told().contains(c), candidates.size() + 1)));
        ArrayNode elsewhere = root.putArray("places");
        through.places().forEach(p -> elsewhere.add(place(p)));
        ArrayNode told = root.putArray("placesTold");
        through.sentences().forEach(told::add);
        return CommandSupport.MAPPER.writeValueAsString(root);
    }

    /** A listening place: for each range how much louder (+) or softer (−) mix and references are there than here, in LU. */
    private static ObjectNode place(AtPlace at) {
        ObjectNode node = CommandSupport.MAPPER.createObjectNode();
        node.put("place", at.id()).put("name", at.name());
        ArrayNode ranges = node.putArray("ranges");
        List<Range> all = Range.all();
        for (int r = 0; r < all.size(); r++) {
            ObjectNode range = ranges.addObject().put("range", all.get(r).key());
            number(range, "mixLu", at.mix().rangesLu()[r]);
            number(range, "corridorLowLu", at.ranges().get(r).low());
            number(range, "corridorHighLu", at.ranges().get(r).high());
        }
        ObjectNode covered = node.putObject("covered");
        number(covered, "mix", at.mix().coveredShare());
        number(covered, "corridorHigh", at.covered().high());
        return node;
    }

    /** A place to listen at; its number is what {@code match --take} is told. */
    private static ObjectNode candidate(Candidate c, boolean told, int number) {
        ObjectNode node = CommandSupport.MAPPER.createObjectNode();
        node.put("number", number).put("title", PlaceWords.title(c)).put("told", told);
        node.put("shape", c.shape().name().toLowerCase(Locale.ROOT));
        number(node, "from", c.lowHz());
        number(node, "to", c.highHz());
        number(node, "centreHz", c.centreHz());
        number(node, "seenDb", c.seenDb());
        number(node, "proposedDb", c.proposedDb());
        number(node, "odds", c.odds());
        node.put("agree", c.agree()).put("of", c.of());
        number(node, "outsideDb", c.outsideDb());
        number(node, "audibility", c.audibility());
        return node;
    }

    private static void tempo(ObjectNode node, Rhythm rhythm) {
        number(node, "confidence", rhythm.confidence());
        ArrayNode candidates = node.putArray("candidates");
        rhythm.candidates().forEach(c -> {
            ObjectNode candidate = candidates.addObject();
            number(candidate, "bpm", c.bpm());
            number(candidate, "share", c.share());
        });
    }

    private ObjectNode member(Member m) {
        TrackMeasurement measured = m.measured();
        Levels heard = measured.heard();
        ObjectNode node = CommandSupport.MAPPER.createObjectNode();
        node.put("number", m.number()).put("name", m.name());
        measured.provenance()
                .origin()
                .passage()
                .ifPresentOrElse(
                        p -> node.putObject("passage")
                                .put("fromSeconds", p.startSeconds())
                                .put("toSeconds", p.endSeconds()),
                        () -> node.putNull("passage"));
        number(node, "seconds", measured.seconds());
        number(node, "integratedLufs", heard.loudness().integratedLufs());
        number(node, "loudnessRangeLu", heard.loudness().rangeLu());
        number(node, "maxShortTermLufs", heard.loudness().maxShortTermLufs());
        number(node, "truePeakDbtp", heard.peaks().truePeakDbtp());
        number(node, "peakToLoudnessDb", heard.peakToLoudness());
        number(node, "peakToShortTermDb", measured.dynamics().middlePeakToShortTerm());
        number(node, "offsetDb", m.offsetDb());
        number(node, "bpm", m.subject().bpm().orElse(Double.NaN));
        tempo(node.putObject("tempo"), rhythms.apply(m.number()));
        node.put("key", measured.tone().key().map(Key::written).orElse(null));
        ArrayNode keys = node.putArray("keyCandidates");
        measured.tone()
                .keys()
                .forEach(k -> number(keys.addObject().put("key", k.key().written()), "likeness", k.likeness()));
        OptionalDouble edge = SpectralEdge.of(measured.spectrum());
        number(node, "edgeHz", edge.orElse(Double.NaN));
        DefectsJson.add(node, m.subject().whole());
        return node;
    }

    private static void tone(Comparison c, ArrayNode tone) {
        c.mix().ifPresent(mix -> {
            for (int b = 0; b < BandGrid.SIZE; b++) {
                ObjectNode node = tone.addObject();
                number(node, "hz", BandGrid.centreHz(b));
                number(node, "mixDb", mix.levelsDb()[b]);
                number(node, "corridorLowDb", c.corridor().lowDb()[b]);
                number(node, "corridorHighDb", c.corridor().highDb()[b]);
                number(node, "gapDb", c.gap().known()[b] ? c.gap().gapDb()[b] : Double.NaN);
            }
        });
    }

    private static ObjectNode zone(ZoneComparison z, ZoneMoves moves) {
        ObjectNode node = CommandSupport.MAPPER.createObjectNode();
        node.put("name", z.zone().written());
        number(node, "lowHz", z.zone().lowHz());
        number(node, "highHz", z.zone().highHz());
        number(node, "gapDb", z.gapDb());
        node.put("inside", z.inside());
        number(node, "proposedWidthDb", moves.width().getOrDefault(z.zone(), Double.NaN));
        number(node, "proposedCrestDb", moves.dynamics().getOrDefault(z.zone(), Double.NaN));
        reading(node, z.mix());
        ArrayNode references = node.putArray("references");
        z.references().forEach(r -> reading(references.addObject(), r));
        return node;
    }

    private static void reading(ObjectNode node, ZoneReading r) {
        number(node, "crestDb", r.crestDb());
        number(node, "sideMidDb", r.sideToMidDb());
        number(node, "correlation", r.correlation());
        number(node, "balanceDb", r.balanceDb());
        number(node, "monoDb", r.foldDownDb());
    }

    private static ObjectNode finding(Finding f) {
        ObjectNode node = CommandSupport.MAPPER.createObjectNode();
        node.put("kind", f.kind().name());
        node.put("about", f.about().name().toLowerCase(Locale.ROOT));
        node.put("track", f.track());
        node.put("certainty", f.certainty().name().toLowerCase(Locale.ROOT));
        number(node, "lowHz", f.place().band().map(Finding.Band::lowHz).orElse(Double.NaN));
        number(node, "highHz", f.place().band().map(Finding.Band::highHz).orElse(Double.NaN));
        ArrayNode seconds = node.putArray("seconds");
        f.place().seconds().forEach(t -> seconds.add(CommandSupport.rounded(t)));
        node.put("title", f.title()).put("text", f.evidence());
        node.put("cause", f.cause()).put("inTheMix", f.inTheMix()).put("onTheMaster", f.onTheMaster());
        node.put("caveat", f.kind().isCaveat());
        return node;
    }

    private static void number(ObjectNode node, String name, double value) {
        node.put(name, CommandSupport.rounded(value));
    }
}
