package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.dsp.PreRinging;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.Evidence;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.loudness.Centred;
import oakmirror.media.ImportedTrack;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.StemSet;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.ZoneAspect;

/**
 * What came of a match.
 *
 * @param inputs what went in
 * @param measured how it was worked on
 * @param shaped what was done to the mix
 * @param centred its DC, where that was taken away
 * @param ringing what linear phase lets be heard ahead of attacks
 * @param master what was rendered
 */
record MatchSummary(
        Inputs inputs,
        MeasuredSession measured,
        Shaped shaped,
        Optional<Centred> centred,
        Optional<PreRinging> ringing,
        MasterRender.Rendered master) {

    private CorrectionSettings settings() {
        return measured.session().correction();
    }

    private Proposal proposal() {
        return shaped.tone().main();
    }

    /** All of it as JSON. */
    String json() throws JsonProcessingException {
        ObjectNode root = CommandSupport.MAPPER.createObjectNode();
        ImportedTrack mix = inputs.mix();
        double mixLufs = mix.measurement().heardLufs();
        root.put("mix", mix.file().orElseThrow().toString());
        root.put("mixIntegratedLufs", CommandSupport.rounded(mixLufs));
        root.put(
                "mixTruePeakDbtp",
                CommandSupport.rounded(mix.measurement().heard().peaks().truePeakDbtp()));
        ArrayNode list = root.putArray("references");
        Subject.references(measured.subjects()).forEach(r -> reference(list.addObject(), r, mixLufs));
        stems(root);
        CorrectionSettings settings = settings();
        root.put("basis", settings.basis().name().toLowerCase(Locale.ROOT))
                .put("strengthPercent", 100 * settings.strength());
        if (settings.basis() == Basis.EXACT) {
            root.put("resolutionOctaves", settings.resolutionOctaves());
        } else {
            root.put("cautionPercent", Math.round(100 * settings.caution()));
        }
        root.put("correctedBefore", mix.applied().isPresent());
        evidence(root.putObject("evidence"));
        root.put("midSide", shaped.tone().isApart());
        moves(root.putArray("moves"), proposal());
        shaped.tone().side().ifPresent(side -> moves(root.putArray("sideMoves"), side));
        zones(root);
        guards(root.putArray("heldBack"));
        ArrayNode released = root.putArray("releasedGuards");
        settings.released().stream().sorted().map(ShapingOptions::name).forEach(released::add);
        root.put("phase", measured.session().phase().name().toLowerCase(Locale.ROOT))
                .put("bands", proposal().bands().size());
        root.put("bandFitErrorDb", CommandSupport.rounded(proposal().fitErrorDb(settings.lowHz(), settings.highHz())));
        ringing.ifPresent(r -> root.putObject("preRinging")
                .put("db", CommandSupport.rounded(r.db()))
                .put("hz", CommandSupport.rounded(r.hz()))
                .put("seconds", CommandSupport.rounded(r.seconds())));
        centred.ifPresent(c -> root.putObject("removedDc")
                .put("leftDbfs", CommandSupport.rounded(Decibels.ofAmplitude(Math.abs(c.leftMean()))))
                .put("rightDbfs", CommandSupport.rounded(Decibels.ofAmplitude(Math.abs(c.rightMean())))));
        FinishSettings finish = measured.session().finish();
        root.put("targetLufs", finish.targetLufs()).put("ceilingDbtp", finish.ceilingDbtp());
        root.put("driveDb", CommandSupport.rounded(master.plan().driveDb()));
        root.put("mostReductionDb", CommandSupport.rounded(master.taken().most()));
        root.put("integratedLufs", CommandSupport.rounded(master.integratedLufs()));
        root.put("truePeakDbtp", CommandSupport.rounded(master.truePeakDbtp()));
        root.put("shortOfTargetLu", CommandSupport.rounded(master.plan().missedLu()));
        root.put("clippedSamples", master.clipped());
        return CommandSupport.MAPPER.writeValueAsString(root);
    }

    private void reference(ObjectNode node, Subject r, double mixLufs) {
        ImportedTrack track = inputs.track(r.number());
        track.file().ifPresentOrElse(f -> node.put("file", f.toString()), () -> node.put("profile", r.name()));
        double lufs = track.measurement().heardLufs();
        node.put("integratedLufs", CommandSupport.rounded(lufs))
                .put("offsetDb", CommandSupport.rounded(LevelMatch.difference(mixLufs, lufs)));
    }

    private void stems(ObjectNode root) {
        StemSet set = measured.session().stems();
        if (!set.isEmpty()) {
            ArrayNode list = root.putArray("stems");
            set.all().forEach(s -> list.addObject().put("name", s.name()).put("gainDb", s.gainDb()));
        }
    }

    /** What is done to width and dynamics. */
    private void zones(ObjectNode root) {
        ArrayNode width = root.putArray("width");
        measured.zoneMoves().taken(ZoneAspect.WIDTH, measured.session().zones()).forEach((zone, db) -> width.addObject()
                .put("zone", zone.written())
                .put("sideMidDb", CommandSupport.rounded(db)));
        ArrayNode dynamics = root.putArray("dynamics");
        shaped.dynamics().forEach(b -> dynamics.addObject()
                .put("zone", b.zone().written())
                .put("thresholdDb", CommandSupport.rounded(b.thresholdDb()))
                .put("ratio", CommandSupport.rounded(1 / (1 + b.slope()))));
    }

    /** What is said beside what the master comes to. */
    List<String> lines() {
        List<String> lines = new ArrayList<>();
        StemSet set = measured.session().stems();
        if (set.isTried()) {
            lines.add(Texts.of(
                    "cli.stemsTried",
                    set.all().stream()
                            .filter(s -> s.gainDb() != 0)
                            .map(s -> s.name() + " " + Numbers.gainDb(s.gainDb()))
                            .collect(Collectors.joining(", "))));
        }
        if (measured.session().phase() == Phase.MINIMUM && proposal().isFarOff(settings())) {
            lines.add(Texts.of(
                    "cli.bandsMiss",
                    Texts.of("counts.bands", proposal().bands().size()),
                    Numbers.level(
                            proposal().fitErrorDb(settings().lowHz(), settings().highHz()))));
        }
        ringing.ifPresent(r -> lines.add(r.sentence()));
        return lines;
    }

    /** Where width or dynamics were asked for and nothing is proposed, each in one sentence. */
    List<String> notProposed(ShapingOptions asked) {
        List<String> said = new ArrayList<>();
        for (ZoneAspect aspect : ZoneAspect.values()) {
            List<Zone> zones = asked.zones(aspect);
            Map<Zone, Double> proposed = measured.zoneMoves().of(aspect);
            List<Zone> none =
                    zones.stream().filter(z -> !proposed.containsKey(z)).toList();
            if (none.size() == Zone.values().length) {
                said.add(Texts.of("cli.nothingProposed", aspect.label()));
            } else if (!none.isEmpty() && zones.size() < Zone.values().length) {
                said.add(Texts.of(
                        "cli.nothingProposedFor",
                        aspect.label(),
                        none.stream().map(Zone::label).collect(Collectors.joining(", "))));
            }
        }
        return said;
    }

    /** What is believed, and how firmly. */
    private void evidence(ObjectNode node) {
        Evidence evidence = proposal().evidence();
        node.put("likeness", CommandSupport.rounded(evidence.isKnown() ? evidence.likeness() : Double.NaN))
                .put("contentDb", CommandSupport.rounded(evidence.contentDb()))
                .put("supportedPercent", Math.round(100 * evidence.supportedPart()));
        ObjectNode trust = node.putObject("trust");
        for (Zone zone : Zone.values()) {
            trust.put(zone.written(), CommandSupport.rounded(zone.mean(evidence.trust())));
        }
    }

    private void moves(ArrayNode list, Proposal of) {
        for (Move move : of.correction().moves()) {
            list.addObject()
                    .put("kind", move.kind().name().toLowerCase(Locale.ROOT).replace('_', '-'))
                    .put("centreHz", CommandSupport.rounded(move.centreHz()))
                    .put(
                            "gainDb",
                            CommandSupport.rounded(move.treatedGainDb()
                                    * (move.kind().isFixed() ? 1 : settings().strength())))
                    .put("octaves", CommandSupport.rounded(move.treatedOctaves()))
                    .put("trust", CommandSupport.rounded(move.trust()));
        }
    }

    private void guards(ArrayNode list) {
        for (Correction.Held held : proposal().correction().held()) {
            list.addObject()
                    .put("reason", held.reason())
                    .put("detail", held.detail())
                    .put("lowHz", CommandSupport.rounded(held.lowHz()))
                    .put("highHz", CommandSupport.rounded(held.highHz()));
        }
    }
}
