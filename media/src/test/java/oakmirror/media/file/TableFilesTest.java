package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;

@Isolated("changes the default locale")
class TableFilesTest {

    @TempDir
    Path folder;

    private static Proposal proposal() {
        double[] gap = new double[BandGrid.SIZE];
        Arrays.fill(gap, 100, 140, 6);
        boolean[] known = new boolean[BandGrid.SIZE];
        Arrays.fill(known, true);
        double[] mix = new double[BandGrid.SIZE];
        Arrays.fill(mix, -40);
        return Proposal.derive(
                new Gap(mix, mix, gap, known),
                CorrectionSettings.DEFAULT
                        .withBasis(CorrectionSettings.Basis.EXACT)
                        .withLimits(6, 9),
                48000);
    }

    @Test
    void theCurveHasALineForEachBandWithAPointWhateverTheSystemsHabit() throws IOException {
        Locale before = Locale.getDefault();
        Path file = folder.resolve("curve.csv");
        try {
            Locale.setDefault(Locale.GERMANY);
            TableFiles.writeCurve(file, proposal());
        } finally {
            Locale.setDefault(before);
        }
        List<String> lines = Files.readAllLines(file);
        assertThat(lines).hasSize(1 + BandGrid.SIZE);
        assertThat(lines.get(1)).startsWith("19.953,-40.000,-40.000,0.000,");
        assertThat(lines).allMatch(l -> l.split(",").length == 8);
        assertThat(Double.parseDouble(lines.get(121).split(",")[4])).isCloseTo(6 / Math.pow(2, 1.0 / 8), within(0.01));
    }

    @Test
    void whatIsAppliedIsListedBandByBand() throws IOException {
        Path file = folder.resolve("bands.csv");
        TableFiles.writeBands(
                file,
                List.of(
                        new EqBand(EqBand.Type.LOW_SHELF, 80, 1.5, 0.7),
                        new EqBand(EqBand.Type.BELL, 1234.5, -2.25, 1.4),
                        new EqBand(EqBand.Type.HIGH_SHELF, 9000, 3, 0.5)));
        assertThat(Files.readAllLines(file))
                .containsExactly(
                        "type,frequency_hz,gain_db,q,enabled",
                        "low-shelf,80.00,1.50,0.700,true",
                        "bell,1234.50,-2.25,1.400,true",
                        "high-shelf,9000.00,3.00,0.500,true");
    }

    @Test
    void whatCannotBeWrittenIsSaid() {
        assertThatThrownBy(() -> TableFiles.writeText(folder.resolve("no/x.csv"), "x"))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("is not there; choose another");
        assertThatThrownBy(() -> TableFiles.writeText(folder, "x")).hasMessageContaining("is a folder");
    }

    @Test
    void outputFormatsAreFoundByEndingAndBits() {
        for (OutputFormat format : OutputFormat.values()) {
            assertThat(OutputFormat.of(format.ending(), format.bits())).isEqualTo(format);
        }
        assertThat(OutputFormat.of("tape", 7)).isEqualTo(OutputFormat.WAV_24);
    }

    @Test
    void audioIsPickedOutOfAFolderByItsEnding() {
        for (String name : new String[] {"a.wav", "b.FLAC", "c.d.mp3", "e.opus", "f.AIFF"}) {
            assertThat(AudioFile.looksLikeAudio(Path.of(name))).as(name).isTrue();
        }
        for (String name : new String[] {"a.txt", "wav", ".hidden.wav", "b.wav.bak", "c"}) {
            assertThat(AudioFile.looksLikeAudio(Path.of(name))).as(name).isFalse();
        }
        assertThat(AudioFile.patterns()).contains("*.wav", "*.flac").isSorted();
    }
}
