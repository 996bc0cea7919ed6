package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.Evidence;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.media.ImportedTrack;
import oakmirror.spectrum.Zone;

/**
 * What came of a match, as JSON.
 *
 * @param inputs what went in
 * @param settings how the correction was derived
 * @param phase how it is applied
 * @param finish what was asked for
 * @param proposal the correction
 */
record MatchSummary(Inputs inputs, CorrectionSettings settings, Phase phase, FinishSettings finish, Proposal proposal) {

    private static final ObjectMapper JSON = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    String json(MasterRender.Rendered master) throws JsonProcessingException {
        ObjectNode root = JSON.createObjectNode();
        ImportedTrack mix = inputs.mix();
        double mixLufs = mix.measurement().heardLufs();
        root.put("mix", mix.file().orElseThrow().toString());
        root.put("mixIntegratedLufs", CommandSupport.rounded(mixLufs));
        root.put(
                "mixTruePeakDbtp",
                CommandSupport.rounded(mix.measurement().heard().peaks().truePeakDbtp()));
        ArrayNode list = root.putArray("references");
        for (ImportedTrack reference : inputs.references()) {
            double lufs = reference.measurement().heardLufs();
            list.addObject()
                    .put("file", reference.file().orElseThrow().toString())
                    .put("integratedLufs", CommandSupport.rounded(lufs))
                    .put("offsetDb", CommandSupport.rounded(LevelMatch.difference(mixLufs, lufs)));
        }
        root.put("basis", settings.basis().name().toLowerCase(Locale.ROOT))
                .put("strengthPercent", 100 * settings.strength());
        if (settings.basis() == Basis.EXACT) {
            root.put("resolutionOctaves", settings.resolutionOctaves());
        } else {
            root.put("cautionPercent", Math.round(100 * settings.caution()));
        }
        root.put("correctedBefore", mix.applied().isPresent());
        evidence(root.putObject("evidence"));
        moves(root.putArray("moves"));
        guards(root.putArray("heldBack"));
        ArrayNode released = root.putArray("releasedGuards");
        settings.released().stream().sorted().map(MatchCommand::name).forEach(released::add);
        root.put("phase", phase.name().toLowerCase(Locale.ROOT))
                .put("bands", proposal.bands().size());
        root.put("bandFitErrorDb", CommandSupport.rounded(proposal.fitErrorDb(settings.lowHz(), settings.highHz())));
        root.put("targetLufs", finish.targetLufs()).put("ceilingDbtp", finish.ceilingDbtp());
        root.put("driveDb", CommandSupport.rounded(master.plan().driveDb()));
        root.put("mostReductionDb", CommandSupport.rounded(master.taken().most()));
        root.put("integratedLufs", CommandSupport.rounded(master.integratedLufs()));
        root.put("truePeakDbtp", CommandSupport.rounded(master.truePeakDbtp()));
        root.put("shortOfTargetLu", CommandSupport.rounded(master.plan().missedLu()));
        root.put("clippedSamples", master.clipped());
        return JSON.writeValueAsString(root);
    }

    /** What is believed, and how firmly. */
    private void evidence(ObjectNode node) {
        Evidence evidence = proposal.evidence();
        node.put("likeness", CommandSupport.rounded(evidence.likeness()))
                .put("contentDb", CommandSupport.rounded(evidence.contentDb()))
                .put("supportedPercent", Math.round(100 * evidence.supportedPart()));
        ObjectNode trust = node.putObject("trust");
        for (Zone zone : Zone.values()) {
            trust.put(zone.written(), CommandSupport.rounded(zone.mean(evidence.trust())));
        }
    }

    private void moves(ArrayNode list) {
        for (Move move : proposal.correction().moves()) {
            list.addObject()
                    .put("kind", move.kind().name().toLowerCase(Locale.ROOT).replace('_', '-'))
                    .put("centreHz", CommandSupport.rounded(move.centreHz()))
                    .put(
                            "gainDb",
                            CommandSupport.rounded(
                                    move.treatedGainDb() * (move.kind().isFixed() ? 1 : settings.strength())))
                    .put("octaves", CommandSupport.rounded(move.treatedOctaves()))
                    .put("trust", CommandSupport.rounded(move.trust()));
        }
    }

    private void guards(ArrayNode list) {
        for (Correction.Held held : proposal.correction().held()) {
            list.addObject()
                    .put("reason", held.reason())
                    .put("detail", held.detail())
                    .put("lowHz", CommandSupport.rounded(held.lowHz()))
                    .put("highHz", CommandSupport.rounded(held.highHz()));
        }
    }
}
