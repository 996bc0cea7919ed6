package oakmirror.media.file;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import oakmirror.blind.BlindResult;
import oakmirror.compare.Gap;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.evidence.Evidence;
import oakmirror.files.Csv;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;

/** Curves and bands as comma-separated tables, with a point as decimal sign whatever the system's habit. */
public final class TableFiles {

    private TableFiles() {}

    /**
     * Writes {@code frequency_hz,mix_db,reference_db,gap_db,correction_db,judged_gap_db,trust,credible_db}, a line for each band of the grid: gap
     * as measured and as it is judged, with the trust in it and how far off what is supported may be.
     */
    public static Path writeCurve(Path file, Proposal proposal) throws AudioFileException {
        Csv table = new Csv(List.of(
                "frequency_hz",
                "mix_db",
                "reference_db",
                "gap_db",
                "correction_db",
                "judged_gap_db",
                "trust",
                "credible_db"));
        Gap gap = proposal.gap();
        Evidence evidence = proposal.evidence();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            table.row(
                    BandGrid.centreHz(b),
                    gap.mixDb()[b],
                    gap.referenceDb()[b],
                    gap.gapDb()[b],
                    proposal.correction().curveDb()[b],
                    evidence.judgedDb()[b],
                    evidence.trust()[b],
                    evidence.credibleDb()[b]);
        }
        return writeText(file, table.toString());
    }

    /**
     * Writes {@code frequency_hz} and a column for each curve, a line for each nominal centre of a third of an octave: the curves at its exact centre.
     *
     * @param curves by the names of their columns, each for the bands of the grid
     */
    public static Path writeThirds(Path file, Map<String, double[]> curves) throws AudioFileException {
        List<String> columns = new ArrayList<>(List.of("frequency_hz"));
        columns.addAll(curves.keySet());
        Csv table = new Csv(columns);
        List<double[]> thirds = curves.values().stream().map(NominalBands::of).toList();
        for (int i = 0; i < thirds.get(0).length; i++) {
            double hz = NominalBands.nominalHz(i);
            List<Object> row = new ArrayList<>(List.of(Csv.number(hz, hz == Math.rint(hz) ? 0 : 1)));
            for (double[] curve : thirds) {
                row.add(curve[i]);
            }
            table.row(row.toArray());
        }
        return writeText(file, table.toString());
    }

    /**
     * Writes bands as JSON: {@code format}, {@code version}, {@code madeUpDb} and {@code bands} of the fields that {@link #writeBands} has and {@code part}: stereo,
     * middle or side.
     */
    public static Path writeBandsJson(Path file, Map<String, List<EqBand>> parts, double madeUpDb)
            throws AudioFileException {
        ObjectNode root = JsonNodeFactory.instance.objectNode();
        root.put("format", "oak-mirror-bands").put("version", 1).put("madeUpDb", rounded(madeUpDb));
        ArrayNode all = root.putArray("bands");
        parts.forEach((part, bands) -> {
            for (EqBand band : bands) {
                all.addObject()
                        .put("part", part)
                        .put("type", band.type().id())
                        .put("frequencyHz", rounded(band.frequencyHz()))
                        .put("gainDb", rounded(band.gainDb()))
                        .put("q", rounded(band.q()))
                        .put("enabled", true);
            }
        });
        return writeText(file, root.toPrettyString() + "\n");
    }

    private static double rounded(double value) {
        return Math.round(1000 * value) / 1000.0;
    }

    /** Writes {@code type,frequency_hz,gain_db,q,enabled}, a line for each band; only what is applied is listed, so all are enabled. */
    public static Path writeBands(Path file, List<EqBand> bands) throws AudioFileException {
        Csv table = new Csv(List.of("type", "frequency_hz", "gain_db", "q", "enabled"));
        for (EqBand band : bands) {
            table.row(
                    band.type().id(), Csv.number(band.frequencyHz(), 2), Csv.number(band.gainDb(), 2), band.q(), true);
        }
        return writeText(file, table.toString());
    }

    /**
     * Writes {@code ended_at,kind,planned,trial,subject,result}: for a forced choice a line for each trial, its result right or wrong; for a
     * ranking a line for each place of each round, its result the place.
     */
    public static Path writeBlindResults(Path file, List<BlindResult> results) throws AudioFileException {
        Csv table = new Csv(List.of("ended_at", "kind", "planned", "trial", "subject", "result"));
        for (BlindResult result : results) {
            if (result instanceof BlindResult.Abx abx) {
                for (int i = 0; i < abx.right().size(); i++) {
                    String subject = abx.first() + " / " + abx.second();
                    String outcome = abx.right().get(i) ? "right" : "wrong";
                    table.row(abx.endedAt(), "abx", abx.planned(), i + 1, subject, outcome);
                }
            } else if (result instanceof BlindResult.Ranking ranking) {
                for (int r = 0; r < ranking.rounds().size(); r++) {
                    List<Integer> order = ranking.rounds().get(r);
                    for (int place = 0; place < order.size(); place++) {
                        String name = ranking.names().get(order.get(place));
                        table.row(ranking.endedAt(), "ranking", ranking.planned(), r + 1, name, place + 1);
                    }
                }
            }
        }
        return writeText(file, table.toString());
    }

    /** Writes a text whole or not at all. */
    public static Path writeText(Path file, String text) throws AudioFileException {
        return write(file, text.replace(System.lineSeparator(), "\n").getBytes(StandardCharsets.UTF_8));
    }

    /**
     * Writes a file whole or not at all.
     *
     * @return the name it has: where it was free and another came to have it, one with a number
     * @throws AudioFileException when it cannot be written, in one sentence
     */
    public static Path write(Path file, byte[] content) throws AudioFileException {
        PendingFile pending = PendingFile.create(file);
        try {
            Files.write(pending.temporary(), content);
            pending.commit();
            return pending.target();
        } catch (IOException e) {
            throw pending.failure(e);
        } finally {
            pending.discard();
        }
    }
}
