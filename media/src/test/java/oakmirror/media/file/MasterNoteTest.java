package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import oakmirror.correction.AppliedCorrection;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class MasterNoteTest {

    @TempDir
    Path folder;

    private static AppliedCorrection correction() {
        double[] curve = new double[BandGrid.SIZE];
        Arrays.setAll(curve, b -> b / 100.0);
        return new AppliedCorrection(curve, 0.25);
    }

    @ParameterizedTest
    @EnumSource(
            mode = EnumSource.Mode.EXCLUDE,
            names = {"MP3", "AAC", "OPUS"})
    void aMasterCarriesItAndOthersReadItsSoundAllTheSame(OutputFormat format) throws Exception {
        Path file = folder.resolve("master." + format.ending());
        float[] sound = new float[48001];
        for (int i = 0; i < sound.length; i++) {
            sound[i] = (float) (0.1 * Math.sin(i / 20.0));
        }
        try (AudioWriter writer = format.open(file, 48000, true, FileLabel.correctedBy(correction()))) {
            writer.write(sound, sound, sound.length);
            writer.commit();
        }
        assertThat(MasterNote.read(file).orElseThrow().curveDb())
                .containsExactly(correction().curveDb(), within(0.0005));
        try (DecodedStream stream = AudioFile.open(file)) {
            float[][] block = new float[2][60000];
            assertThat(stream.read(block, 60000)).isEqualTo(sound.length);
            assertThat(block[0][777]).isCloseTo(sound[777], within(1e-4f));
        }
        assertThat(FfmpegTool.measure(file).truePeak()).isCloseTo(-20, within(0.2));
    }

    @Test
    void filesWithoutItOrDamagedOnesSayNothing() throws IOException {
        assertThat(MasterNote.read(TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.1)))
                .isEmpty();
        assertThat(MasterNote.read(folder.resolve("gone.wav"))).isEmpty();
        assertThat(MasterNote.read(Files.write(folder.resolve("short.wav"), new byte[5])))
                .isEmpty();
        assertThat(MasterNote.read(Files.write(folder.resolve("junk.wav"), new byte[5000])))
                .isEmpty();
    }

    @Test
    void aDamagedFlacFileSaysNothing() throws IOException {
        Path file = folder.resolve("master.flac");
        try (AudioWriter writer = OutputFormat.FLAC_16.open(file, 44100, true, FileLabel.correctedBy(correction()))) {
            writer.write(new float[9000], new float[9000], 9000);
            writer.commit();
        }
        byte[] whole = Files.readAllBytes(file);
        assertThat(MasterNote.read(file)).isPresent();
        String text = new String(whole, java.nio.charset.StandardCharsets.ISO_8859_1);
        int note = text.indexOf(MasterNote.COMMENT);
        for (int end = 4; end < note + 1400; end += 37) {
            Path cut = Files.write(folder.resolve("cut.flac"), Arrays.copyOf(whole, end));
            assertThat(MasterNote.read(cut)).as("cut at %d", end).isEmpty();
        }
        for (int at = 4; at < note; at++) { // a wrong length or kind anywhere before it
            byte[] wrong = whole.clone();
            wrong[at] = (byte) 0xFF;
            MasterNote.read(Files.write(folder.resolve("wrong.flac"), wrong))
                    .ifPresent(n -> assertThat(n.curveDb()).hasSize(BandGrid.SIZE));
        }
    }
}
