package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.logging.Level;
import java.util.logging.Logger;
import javax.imageio.ImageIO;
import oakmirror.Signals;
import oakmirror.delivery.Cover;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import oakmirror.media.FfmpegTool;
import org.jaudiotagger.audio.AudioFileIO;
import org.jaudiotagger.tag.FieldKey;
import org.jaudiotagger.tag.Tag;
import org.jaudiotagger.tag.wav.WavTag;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What masters say of themselves, read back by FFmpeg and by a library that has nothing to do with it. */
class LabelTest {

    private static final Levels LEVELS =
            new Levels(new Loudness(-13.98, 6.44, -9.51, -11.27), new Peaks(-1.02, -1.1, 0.01));

    @TempDir
    Path folder;

    /** Held on to, or it would be forgotten with what is set here. */
    private static final Logger LIBRARY = Logger.getLogger("org.jaudiotagger");

    @BeforeAll
    static void theLibraryIsQuiet() {
        LIBRARY.setLevel(Level.OFF);
    }

    private static Cover cover() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        BufferedImage image = new BufferedImage(32, 24, BufferedImage.TYPE_INT_RGB);
        image.setRGB(5, 5, 0x4C6B3C);
        ImageIO.write(image, "png", out);
        return Cover.of(out.toByteArray()).orElseThrow();
    }

    private static FileLabel label() throws IOException {
        Tags tags = new Tags(
                Map.of(
                        TagField.TITLE, "Ebb Tide – Ünder the Pier",
                        TagField.ARTIST, "The Withy Lanterns",
                        TagField.ALBUM, "Ferry Reels",
                        TagField.ALBUM_ARTIST, "The Withy Lanterns",
                        TagField.TRACK, "2/6",
                        TagField.DATE, "2026",
                        TagField.GENRE, "Folk",
                        TagField.COMPOSER, "Trad.",
                        TagField.ISRC, "QZABC2600001",
                        TagField.COMMENT, "with both fiddles"),
                Optional.of(cover()));
        return new FileLabel(tags, Optional.empty(), Optional.of(LocalDateTime.of(2026, 11, 26, 19, 30, 5)));
    }

    private Path write(String name, OutputFormat format, FileLabel label) throws IOException {
        float[] left = Signals.musicLike(48000, 3, 0.3, 1);
        float[] right = Signals.musicLike(48000, 3, 0.3, 2);
        Path file = folder.resolve(name + "." + format.ending());
        try (AudioWriter writer = format.open(file, 48000, true, label)) {
            writer.write(left, right, left.length);
            writer.measured(LEVELS);
            writer.commit();
        }
        return file;
    }

    @ParameterizedTest
    @EnumSource
    void ffmpegReadsThemBack(OutputFormat format) throws IOException {
        Path file = write("master", format, label());

        Tags read = TagReader.read(file);

        Tags written = label().tags();
        // what FFmpeg writes to an MP4 has no field for an ISRC
        assertThat(read.texts())
                .isEqualTo(
                        format == OutputFormat.AAC
                                ? written.with(TagField.ISRC, "").texts()
                                : written.texts());
        assertThat(read.cover()).isEqualTo(written.cover());
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "OPUS") // which the library does not know
    void anIndependentReaderReadsThemBack(OutputFormat format) throws Exception {
        Tag tag = AudioFileIO.read(write("master", format, label()).toFile()).getTag();
        Tag known = tag instanceof WavTag w ? w.getID3Tag() : tag;

        assertThat(known.getFirst(FieldKey.TITLE)).isEqualTo("Ebb Tide – Ünder the Pier");
        assertThat(known.getFirst(FieldKey.ARTIST)).isEqualTo("The Withy Lanterns");
        assertThat(known.getFirst(FieldKey.ALBUM)).isEqualTo("Ferry Reels");
        assertThat(known.getFirst(FieldKey.TRACK)).startsWith("2");
        assertThat(known.getFirst(FieldKey.YEAR)).isEqualTo("2026");
        // FFmpeg writes it as DESCRIPTION to FLAC and as a text of its own to MP3
        assertThat(known.toString()).contains("with both fiddles");
        assertThat(known.getFirstArtwork().getBinaryData()).isEqualTo(cover().data());
        if (format != OutputFormat.AAC) {
            assertThat(known.getFirst(FieldKey.ISRC)).isEqualTo("QZABC2600001");
            String fields = known.toString().toUpperCase(java.util.Locale.ROOT);
            assertThat(fields).contains("REPLAYGAIN_TRACK_GAIN");
            if (!format.isLossy()) {
                assertThat(fields).contains("-4.02 DB").contains("0.889201");
            }
        }
        if (tag instanceof WavTag w) {
            assertThat(w.getInfoTag().getFirst(FieldKey.TITLE)).startsWith("Ebb Tide – Ünder the Pier");
        }
    }

    /** RFC 7845 §5.2.1: the gain to −23 LUFS in 1/256 dB; ReplayGain's peak is what keeps players from clipping. Both are of what is decoded, by FFmpeg's meter. */
    @Test
    void aLossyFileSaysTheLevelsOfWhatComesOutOfIt() throws Exception {
        Path opus = write("master", OutputFormat.OPUS, label());
        Map<String, String> said = TagReader.all(opus);
        assertThat(said).doesNotContainKey("REPLAYGAIN_TRACK_GAIN");
        assertThat(Integer.parseInt(said.get("R128_TRACK_GAIN")) / 256.0)
                .isCloseTo(-23 - FfmpegTool.measure(opus).integrated(), within(0.06));
        Path mp3 = write("master", OutputFormat.MP3, label());
        FfmpegTool.Reading decoded = FfmpegTool.measure(mp3);
        Map<String, String> fields = TagReader.all(mp3);
        assertThat(Double.parseDouble(fields.get("REPLAYGAIN_TRACK_GAIN").replace(" dB", "")))
                .isCloseTo(-18 - decoded.integrated(), within(0.06));
        assertThat(20 * Math.log10(Double.parseDouble(fields.get("REPLAYGAIN_TRACK_PEAK"))))
                .isCloseTo(decoded.truePeak(), within(0.15));
    }

    /** Places of the fields from EBU Tech 3285 v2, table of the chunk: 256 + 32 + 32 + 10 + 8 + 8 bytes before the version, 64 of UMID behind it. */
    @ParameterizedTest
    @EnumSource(names = {"WAV_16", "WAV_24", "WAV_FLOAT"})
    void aBroadcastWaveCarriesItsLoudness(OutputFormat format) throws IOException {
        byte[] bytes = Files.readAllBytes(write("master", format, label()));
        ByteBuffer b = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        int at = chunk(bytes, "bext");

        assertThat(text(bytes, at, 256)).isEqualTo("The Withy Lanterns - Ebb Tide - Under the Pier");
        assertThat(text(bytes, at + 256, 32)).isEqualTo("Oak Mirror");
        assertThat(text(bytes, at + 288, 32)).isEqualTo("QZABC2600001");
        assertThat(text(bytes, at + 320, 10)).isEqualTo("2026-11-26");
        assertThat(text(bytes, at + 330, 8)).isEqualTo("19:30:05");
        assertThat(b.getLong(at + 338)).isZero();
        assertThat(b.getShort(at + 346)).isEqualTo((short) 2);
        int loudness = at + 348 + 64;
        assertThat(b.getShort(loudness)).isEqualTo((short) -1398);
        assertThat(b.getShort(loudness + 2)).isEqualTo((short) 644);
        assertThat(b.getShort(loudness + 4)).isEqualTo((short) -102);
        assertThat(b.getShort(loudness + 6)).isEqualTo((short) -951);
        assertThat(b.getShort(loudness + 8)).isEqualTo((short) -1127);
        assertThat(text(bytes, at + 602, 60))
                .startsWith("A=" + (format.bits() == 32 ? "FLOAT" : "PCM") + ",F=48000,W=");
        assertThat(b.getInt(4)).as("size in the header").isEqualTo(bytes.length - 8);
    }

    /** The chunk holds ASCII alone: EBU Tech 3285. */
    @Test
    void lettersThatAsciiHasNotAreSpeltOut() throws IOException {
        Tags tags =
                Tags.NONE.with(TagField.ARTIST, "Łódź & Søn").with(TagField.TITLE, "Große „Flöße“ … þæt œuvre – İç");
        FileLabel label = new FileLabel(tags, Optional.empty(), Optional.empty());
        byte[] bytes = Files.readAllBytes(write("spelt", OutputFormat.WAV_24, label));
        assertThat(text(bytes, chunk(bytes, "bext"), 256))
                .isEqualTo("Lodz & Son - Grosse \"Flosse\" ... thaet oeuvre - Ic");
    }

    private static int chunk(byte[] bytes, String name) {
        String text = new String(bytes, 0, 4096, StandardCharsets.ISO_8859_1);
        return text.indexOf(name) + 8;
    }

    private static String text(byte[] bytes, int at, int length) {
        String field = new String(Arrays.copyOfRange(bytes, at, at + length), StandardCharsets.US_ASCII);
        int end = field.indexOf('\0');
        return end < 0 ? field : field.substring(0, end);
    }

    @ParameterizedTest
    @EnumSource
    void theSameComesOutToTheLastByteAndTheSoundIsUntouched(OutputFormat format) throws IOException {
        byte[] first = Files.readAllBytes(write("first", format, label()));
        assertThat(Files.readAllBytes(write("second", format, label()))).isEqualTo(first);
        float[] said = samples(folder.resolve("first." + format.ending()));
        assertThat(samples(write("bare", format, FileLabel.NONE))).isEqualTo(said);
    }

    private static float[] samples(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            float[][] block = new float[2][200_000];
            int n = 0;
            for (int got; (got = stream.read(block, 200_000)) > 0; n = got) {
                assertThat(n).as("one block holds it").isZero();
            }
            return Arrays.copyOf(block[0], n);
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"MP3", "AAC", "OPUS"})
    void lossyFilesSoundAlikeAndBeginWhereTheyShould(OutputFormat format) throws IOException {
        float[] wanted = Signals.musicLike(48000, 3, 0.3, 1);
        float[] read = samples(write("master", format, label()));
        assertThat(read.length).isBetween(wanted.length, wanted.length + 2880);
        double xy = 0;
        double xx = 0;
        double yy = 0;
        for (int i = 0; i < wanted.length; i++) {
            xy += wanted[i] * read[i];
            xx += wanted[i] * wanted[i];
            yy += read[i] * read[i];
        }
        assertThat(xy / Math.sqrt(xx * yy)).isGreaterThan(0.95);
        assertThat(10 * Math.log10(yy / xx)).isCloseTo(0, within(0.5)); // what lies above 20 kHz is gone
    }

    @Test
    void whatFilesWithoutTagsSayIsNothing() throws IOException {
        assertThat(TagReader.read(write("bare", OutputFormat.WAV_24, FileLabel.NONE)))
                .isEqualTo(Tags.NONE);
        assertThat(TagReader.read(folder.resolve("gone.wav"))).isEqualTo(Tags.NONE);
        assertThat(TagReader.read(Files.write(folder.resolve("junk.wav"), new byte[999])))
                .isEqualTo(Tags.NONE);
        try (var files = Files.list(folder)) {
            assertThat(files).as("nothing else is left").hasSize(2);
        }
    }
}
