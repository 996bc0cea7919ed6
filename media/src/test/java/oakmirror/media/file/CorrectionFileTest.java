package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import oakmirror.correction.EqBand;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Corrections that were written, read back. */
class CorrectionFileTest {

    @TempDir
    Path folder;

    @Test
    void bandsComeBackAsTheyWere() throws Exception {
        List<EqBand> bands = List.of(
                new EqBand(EqBand.Type.LOW_SHELF, 80, -2.5, 0.7),
                new EqBand(EqBand.Type.BELL, 1000, 3, 1.4),
                new EqBand(EqBand.Type.HIGH_SHELF, 9000, 1.5, 0.6));
        Path file = folder.resolve("bands.csv");
        TableFiles.writeBands(file, bands);
        ToneFilter filter = CorrectionFile.read(file);
        assertThat(filter.phase()).isEqualTo(Phase.MINIMUM);
        for (double hz = 30; hz < 16000; hz *= 1.3) {
            assertThat(filter.responseDb(hz)).isCloseTo(EqBand.responseDb(bands, new double[] {hz})[0], within(0.01));
        }
    }

    @Test
    void curvesAreStraightOverTheLogarithmAndLevelBeyond() throws Exception {
        Path file = Files.writeString(
                folder.resolve("curve.csv"), "gap_db,frequency_hz,correction_db\n9,100,-2\n9,1600,2\n9,400,0.5\n");
        ToneFilter filter = CorrectionFile.read(file);
        assertThat(filter.phase()).isEqualTo(Phase.LINEAR);
        assertThat(filter.responseDb(20)).isEqualTo(-2);
        assertThat(filter.responseDb(100)).isCloseTo(-2, within(1e-9));
        assertThat(filter.responseDb(200)).isCloseTo(-0.75, within(1e-9));
        assertThat(filter.responseDb(800)).isCloseTo(1.25, within(1e-9));
        assertThat(filter.responseDb(20000)).isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "frequency_hz,gain_db\n",
                "hz,db\n100,3\n",
                "frequency_hz,gain_db\n100,loud\n",
                "frequency_hz,gain_db\n100,400\n",
                "frequency_hz,gain_db\n100\n",
                "type,frequency_hz,gain_db,q\nnotch,100,3,1\n",
                "type,frequency_hz,gain_db\nbell,100,3\n"
            })
    void whatHoldsNoCorrectionIsSaid(String text) throws Exception {
        Path file = Files.writeString(folder.resolve("odd.csv"), text);
        assertThatThrownBy(() -> CorrectionFile.read(file))
                .isInstanceOf(AudioFileException.class)
                .hasMessageStartingWith("odd.csv contains no correction");
    }

    @Test
    void whatIsNotThereIsSaid() {
        assertThatThrownBy(() -> CorrectionFile.read(folder.resolve("gone.csv")))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("can’t be read");
    }
}
