package oakmirror.media.file;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import oakmirror.correction.EqBand;
import oakmirror.correction.Gap;
import oakmirror.correction.Proposal;
import oakmirror.spectrum.BandGrid;

/** Curves and bands as comma-separated tables, with a point as decimal sign whatever the system's habit. */
public final class TableFiles {

    private TableFiles() {}

    /** Writes {@code frequency_hz,mix_db,reference_db,gap_db,correction_db}, a line for each band of the grid. */
    public static void writeCurve(Path file, Proposal proposal) throws AudioFileException {
        StringBuilder table = new StringBuilder("frequency_hz,mix_db,reference_db,gap_db,correction_db\n");
        Gap gap = proposal.gap();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            table.append(String.format(
                    Locale.ROOT,
                    "%.3f,%.3f,%.3f,%.3f,%.3f%n",
                    BandGrid.centreHz(b),
                    gap.mixDb()[b],
                    gap.referenceDb()[b],
                    gap.gapDb()[b],
                    proposal.correction().curveDb()[b]));
        }
        writeText(file, table.toString());
    }

    /** Writes {@code type,frequency_hz,gain_db,q,enabled}, a line for each band. */
    public static void writeBands(Path file, List<EqBand> bands) throws AudioFileException {
        StringBuilder table = new StringBuilder("type,frequency_hz,gain_db,q,enabled\n");
        for (EqBand band : bands) {
            table.append(String.format(
                    Locale.ROOT,
                    "%s,%.2f,%.2f,%.3f,%b%n",
                    band.type().id(),
                    band.frequencyHz(),
                    band.gainDb(),
                    band.q(),
                    band.enabled()));
        }
        writeText(file, table.toString());
    }

    /** Writes a text whole or not at all. */
    public static void writeText(Path file, String text) throws AudioFileException {
        PendingFile pending = PendingFile.create(file);
        try {
            Files.write(
                    pending.temporary(),
                    text.replace(System.lineSeparator(), "\n").getBytes(StandardCharsets.UTF_8));
            pending.commit();
        } catch (IOException e) {
            throw pending.failure(e);
        } finally {
            pending.discard();
        }
    }
}
