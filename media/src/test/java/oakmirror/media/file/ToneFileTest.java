package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import oakmirror.correction.WantedTone;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Wanted tones from tables. */
class ToneFileTest {

    @TempDir
    Path folder;

    @Test // what the program writes at nominal centres, it reads
    void aTableThatWasWrittenIsRead() throws IOException {
        double[] curve = new double[BandGrid.SIZE];
        java.util.Arrays.setAll(curve, b -> 6 - b / 20.0);
        Path file = folder.resolve("my tone.v2.csv");
        TableFiles.writeThirds(file, Map.of("correction_db", curve));
        WantedTone tone = ToneFile.read(file);
        assertThat(tone.name()).isEqualTo("my tone.v2");
        assertThat(tone.points()).hasSize(31);
        assertThat(tone.levelDb(1000))
                .isCloseTo(curve[BandGrid.bandOf(1000)], org.assertj.core.api.Assertions.within(0.05));
        assertThat(ToneFile.looksLikeTone(file)).isTrue();
        assertThat(ToneFile.looksLikeTone(folder.resolve("a.wav"))).isFalse();
    }

    @Test
    void whatIsNoToneIsToldInASentence() throws IOException {
        Path song = Files.writeString(folder.resolve("words.csv"), "la,la\nla,la\n");
        assertThatThrownBy(() -> ToneFile.read(song))
                .isInstanceOf(AudioFileException.class)
                .hasMessageStartingWith("words.csv contains no tone curve. Each line needs a frequency");
        assertThatThrownBy(() -> ToneFile.read(folder.resolve("gone.csv")))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("gone.csv no longer exists. Choose another.");
        Path large = folder.resolve("large.csv");
        Files.write(large, new byte[5 << 20]);
        assertThatThrownBy(() -> ToneFile.read(large)).hasMessageContaining("is too large. Choose another file");
        assertThatThrownBy(() -> ToneFile.read(folder)).isInstanceOf(AudioFileException.class);
    }
}
