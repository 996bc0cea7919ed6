package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import oakmirror.Signals;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.EqBand;
import oakmirror.correction.ImpulseResponse;
import oakmirror.correction.Proposal;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

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
                .hasMessageContaining("does not exist. Choose another");
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

    @Test
    void thirdsOfAnOctaveHaveTheirNominalNames() throws IOException {
        Path file = folder.resolve("thirds.csv");
        double[] curve = new double[BandGrid.SIZE];
        Arrays.setAll(curve, b -> b / 10.0);
        TableFiles.writeThirds(file, Map.of("correction_db", curve));
        List<String> lines = Files.readAllLines(file);
        assertThat(lines).hasSize(32).startsWith("frequency_hz,correction_db", "20,0.000", "25,0.800", "31.5,1.600");
        assertThat(lines.get(31)).isEqualTo("20000,24.000");
    }

    @Test
    void bandsAsJsonAreReadByAnyReader() throws IOException {
        Path file = folder.resolve("bands.json");
        TableFiles.writeBandsJson(file, Map.of("side", List.of(new EqBand(EqBand.Type.BELL, 138.7, -4.26, 1.1))), 0.3);
        JsonNode read = new ObjectMapper().readTree(file.toFile());
        assertThat(read.path("format").asText()).isEqualTo("oak-mirror-bands");
        assertThat(read.path("madeUpDb").asDouble()).isEqualTo(0.3);
        JsonNode band = read.path("bands").get(0);
        assertThat(band.path("part").asText()).isEqualTo("side");
        assertThat(band.path("type").asText()).isEqualTo("bell");
        assertThat(band.path("frequencyHz").asDouble()).isEqualTo(138.7);
        assertThat(band.path("gainDb").asDouble()).isEqualTo(-4.26);
        assertThat(band.path("q").asDouble()).isEqualTo(1.1);
    }

    /** Middle first, then side, each with the response that is claimed: read by a transform of its own. */
    @ParameterizedTest
    @EnumSource(Phase.class)
    void aPairHoldsMiddleAndSide(Phase phase) throws IOException {
        AnalogueSection dip = AnalogueSection.bell(300, -4, 0.8);
        AnalogueSection shelf = AnalogueSection.highShelf(7000, 3, 0.7);
        StereoTone tone = new StereoTone(
                new ToneFilter(phase, List.of(dip), dip::gainDb), new ToneFilter(phase, List.of(shelf), shelf::gainDb));
        List<ImpulseResponse> pair = ImpulseResponse.pair(tone, 48000);
        Path file = folder.resolve("pair.wav");
        ImpulseResponseFile.writePair(file, pair.get(0), pair.get(1));
        double[][] read = ImpulseResponseFile.read(file, 48000);
        for (double hz : new double[] {50, 300, 1000, 7000, 15000}) {
            assertThat(Signals.gainDb(read[0], 48000, hz))
                    .as("middle at %.0f Hz", hz)
                    .isCloseTo(dip.gainDb(hz), within(0.1));
            assertThat(Signals.gainDb(read[1], 48000, hz))
                    .as("side at %.0f Hz", hz)
                    .isCloseTo(shelf.gainDb(hz), within(0.1));
        }
    }

    /** What is written is the correction: read again by bytes, and by the program for its own insert. */
    @ParameterizedTest
    @CsvSource({"1, 44100", "2, 48000", "1, 192000"})
    void anImpulseResponseComesBackAsItWas(int channels, int rate) throws IOException {
        ImpulseResponse response = ImpulseResponse.of(proposal().filter(Phase.LINEAR), rate);
        Path file = folder.resolve("response.wav");
        ImpulseResponseFile.write(file, response, channels);
        ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        int format = at(bytes, "fmt ");
        assertThat(bytes.getShort(format + 8)).as("float").isEqualTo((short) 3);
        assertThat(bytes.getShort(format + 10)).isEqualTo((short) channels);
        assertThat(bytes.getInt(format + 12)).isEqualTo(rate);
        int data = at(bytes, "data");
        assertThat(bytes.getInt(data + 4)).isEqualTo(4 * channels * response.taps().length);
        for (int i = 0; i < response.taps().length; i += 97) {
            assertThat(bytes.getFloat(data + 8 + 4 * channels * i)).isEqualTo((float) response.taps()[i]);
            assertThat(bytes.getFloat(data + 8 + 4 * (channels * i + channels - 1)))
                    .isEqualTo((float) response.taps()[i]);
        }
        double[][] read = ImpulseResponseFile.read(file, rate);
        for (int i = 0; i < read[0].length; i++) {
            assertThat(read[0][i]).isCloseTo(response.taps()[i], within(1e-6));
            assertThat(read[1][i]).isEqualTo(read[0][i]);
        }
    }

    private static int at(ByteBuffer bytes, String chunk) {
        for (int i = 12; i < bytes.limit() - 8; i++) {
            byte[] name = new byte[4];
            bytes.get(i, name);
            if (new String(name, StandardCharsets.US_ASCII).equals(chunk)) {
                return i;
            }
        }
        throw new AssertionError("no " + chunk);
    }
}
