package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout.Role;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class DecodingTest {

    @TempDir
    Path folder;

    private record Decoded(float[][] channels, int rate, List<String> warnings, List<Role> roles) {}

    private static Decoded decode(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            int channels = stream.layout().channels();
            float[][] all = new float[channels][1 << 23];
            float[][] block = new float[channels][5000];
            int n = 0;
            int got;
            while ((got = stream.read(block, 5000)) > 0) {
                for (int c = 0; c < channels; c++) {
                    System.arraycopy(block[c], 0, all[c], n, got);
                }
                n += got;
            }
            for (int c = 0; c < channels; c++) {
                all[c] = Arrays.copyOf(all[c], n);
            }
            return new Decoded(
                    all, stream.sampleRate(), stream.warnings(), stream.layout().roles());
        }
    }

    private static double level(float[] x, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += x[i] * x[i];
        }
        return 10 * Math.log10(sum / (to - from));
    }

    @ParameterizedTest
    @CsvSource({
        "wav,pcm_u8,0.01", "wav,pcm_s16le,2e-5", "wav,pcm_s24le,2e-7", "wav,pcm_s32le,2e-7", "wav,pcm_f32le,0",
        "wav,pcm_f64le,0", "aiff,pcm_s16be,2e-5", "aiff,pcm_s24be,2e-7", "flac,flac,2e-5", "caf,pcm_s16le,2e-5",
        "w64,pcm_s16le,2e-5"
    })
    void losslessFormsGiveTheSamplesBack(String ending, String codec, double error) throws Exception {
        float[] tone = Signals.sine(44100, 440, -6, 1, 0);
        Path plain = TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 44100, tone, new float[44100]);
        Decoded d = decode(FfmpegTool.encode(plain, folder.resolve("y." + ending), "-c:a", codec));
        assertThat(d.rate).isEqualTo(44100);
        assertThat(d.channels[0]).hasSize(44100);
        for (int i = 0; i < 44100; i += 11) {
            assertThat((double) d.channels[0][i]).isCloseTo(tone[i], within(error));
        }
        assertThat(d.warnings).isEmpty();
    }

    @ParameterizedTest // the encoders that every FFmpeg has; MP3 has none and is tested on the demo's file
    @CsvSource({"m4a,aac", "aac,aac", "ogg,vorbis", "opus,opus", "ogg,opus"})
    void lossyFormsGiveTheSoundBack(String ending, String codec) throws Exception {
        float[] tone = Signals.sine(48000, 440, -6, 2, 0);
        Path plain = TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 48000, tone, tone);
        Decoded d = decode(FfmpegTool.encode(
                plain, folder.resolve("y." + ending), "-strict", "-2", "-c:a", codec, "-b:a", "192k"));
        assertThat(d.channels[0].length / (double) d.rate).isCloseTo(2, within(0.15));
        assertThat(level(d.channels[0], 20000, 80000)).isCloseTo(-9.01, within(0.2));
        assertThat(d.warnings).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "mov,mpeg4,pcm_s16le,2e-5",
        "mkv,mpeg4,flac,2e-5",
        "mp4,mpeg4,aac,0.02",
        "m4v,mpeg4,alac,2e-5",
        "webm,vp8,opus,0.02"
    })
    void ofFilmsTheSoundIsRead(String ending, String picture, String sound, double error) throws Exception {
        float[] tone = Signals.sine(48000, 440, -6, 2, 0);
        Path plain = TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 48000, tone, tone);
        Path film = folder.resolve("y." + ending);
        FfmpegTool.run(
                "-f",
                "lavfi",
                "-i",
                "testsrc=size=64x64:rate=10:duration=2",
                "-i",
                plain,
                "-strict",
                "-2",
                "-c:v",
                picture,
                "-c:a",
                sound,
                "-b:a",
                "192k",
                film);
        assertThat(AudioFile.looksLikeAudio(film)).isTrue();
        Decoded d = decode(film);
        assertThat(d.channels).hasDimensions(2, d.channels[0].length);
        assertThat(d.channels[0].length / 48000.0).isCloseTo(2, within(0.03));
        if (error < 0.001) {
            for (int i = 0; i < 95000; i += 11) {
                assertThat((double) d.channels[0][i]).isCloseTo(tone[i], within(error));
            }
        } else {
            assertThat(level(d.channels[0], 20000, 80000)).isCloseTo(-9.01, within(0.2));
        }
        assertThat(d.warnings).isEmpty();
    }

    @Test
    void mp3GivesTheSoundBack() throws IOException {
        Decoded d = decode(TestFiles.demo("marrow-and-rye-salt-stair.mp3"));
        assertThat(d.channels[0].length / 44100.0).isCloseTo(106.8, within(0.1));
        assertThat(level(d.channels[0], 600_000, 900_000)).isBetween(-18.0, -8.0);
    }

    @Test
    void theLayoutOfSurroundIsKnown() throws Exception {
        Path stereo = TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.5);
        for (String ending : new String[] {"wav", "flac"}) {
            Path surround =
                    FfmpegTool.encode(stereo, folder.resolve("y." + ending), "-af", "aformat=channel_layouts=5.1");
            assertThat(decode(surround).roles)
                    .containsExactly(
                            Role.LEFT, Role.RIGHT, Role.CENTRE, Role.LFE, Role.SURROUND_LEFT, Role.SURROUND_RIGHT);
        }
    }

    @Test
    void anRf64FileIsRead() throws IOException { // ITU-R BS.2088
        byte[] data = new byte[4000];
        ByteBuffer b = ByteBuffer.allocate(80 + data.length).order(ByteOrder.LITTLE_ENDIAN);
        b.put("RF64".getBytes(StandardCharsets.US_ASCII))
                .putInt(-1)
                .put("WAVEds64".getBytes(StandardCharsets.US_ASCII));
        b.putInt(28).putLong(4072).putLong(4000).putLong(1000).putInt(0);
        b.put("fmt ".getBytes(StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 1)
                .putShort((short) 2);
        b.putInt(48000).putInt(192000).putShort((short) 4).putShort((short) 16);
        b.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(-1);
        for (int i = 0; i < 2000; i++) {
            b.putShort((short) i);
        }
        Path file = Files.write(folder.resolve("big.wav"), b.array());
        Decoded d = decode(file);
        assertThat(d.channels[0]).hasSize(1000);
        assertThat((double) d.channels[1][999]).isCloseTo(1999 / 32768.0, within(1e-6));
    }

    @Test
    void whatIsNotANumberIsSilenceAndIsSaid() throws IOException {
        float[] tone = Signals.tone(48000, -6, 0.5);
        tone[100] = Float.NaN;
        tone[200] = Float.POSITIVE_INFINITY;
        Decoded d = decode(TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 48000, tone, tone));
        assertThat(d.channels[0][100]).isZero();
        assertThat(d.channels[1][200]).isZero();
        assertThat(d.warnings).containsExactly("4 samples are damaged and treated as silence.");
    }

    @Test
    void levelsAboveFullScaleAreKept() throws IOException {
        float[] loud = Signals.tone(48000, 12, 0.1);
        Decoded d = decode(TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 48000, loud, loud));
        assertThat(d.channels[0]).isEqualTo(loud);
    }

    @Test
    void aTruncatedFileGivesWhatIsThereAndSaysSo() throws Exception {
        Path whole = TestFiles.music(folder.resolve("x.wav"), 48000, 4, 0.5);
        byte[] bytes = Files.readAllBytes(whole);
        Path half = Files.write(folder.resolve("half.wav"), Arrays.copyOf(bytes, bytes.length / 2));
        assertThat(decode(half).warnings).containsExactly("The file is truncated: 2.0 of 4.0 s are there.");
        byte[] flac = Files.readAllBytes(FfmpegTool.encode(whole, folder.resolve("x.flac")));
        Path halfFlac = Files.write(folder.resolve("half.flac"), Arrays.copyOf(flac, flac.length / 2));
        Decoded d = decode(halfFlac);
        assertThat(d.channels[0].length).isBetween(48000, 144000);
        assertThat(d.warnings).anyMatch(w -> w.startsWith("The file is truncated"));
    }

    @Test
    void theContentCountsAndNotTheEnding() throws Exception {
        Path wav = TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.5);
        Path misnamed = Files.copy(FfmpegTool.encode(wav, folder.resolve("x.flac")), folder.resolve("song.mp3"));
        assertThat(decode(misnamed).channels[0]).hasSize(48000);
    }

    @Test
    void oddNamesAreNoTrouble() throws IOException {
        for (String name :
                new String[] {"a b.wav", "🎻 fiddle.wav", "שיר חדש.wav", "50% #1 & 'q' \"d\".wav", "concat:x.flac"}) {
            Path file = folder.resolve(name);
            OutputFormat format = name.endsWith("flac") ? OutputFormat.FLAC_16 : OutputFormat.WAV_16;
            TestFiles.write(file, format, 48000, new float[4800], new float[4800]);
            assertThat(decode(file).channels[0]).as(name).hasSize(4800);
        }
    }

    @Test
    void whatCannotBeReadIsSaidInOneSentence() throws IOException {
        Path empty = Files.createFile(folder.resolve("empty.wav"));
        assertThatThrownBy(() -> AudioFile.open(empty)).hasMessage("empty.wav is empty. Export it again.");
        Path text = Files.writeString(folder.resolve("text.wav"), "this is not audio at all\n".repeat(200));
        assertThatThrownBy(() -> AudioFile.open(text))
                .hasMessage("text.wav is not an audio file that Oak Mirror can read. Try WAV, AIFF or FLAC.");
        assertThatThrownBy(() -> AudioFile.open(folder)).hasMessageContaining("is a folder");
        assertThatThrownBy(() -> AudioFile.open(folder.resolve("gone.wav"))).hasMessageContaining("no longer exists");
        byte[] head = Arrays.copyOf(Files.readAllBytes(TestFiles.music(folder.resolve("m.wav"), 48000, 1, 1)), 30);
        Path broken = Files.write(folder.resolve("broken.wav"), head);
        assertThatThrownBy(() -> AudioFile.open(broken))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("broken.wav");
        Path noSamples = TestFiles.wav(folder.resolve("none.wav"), 1, 2, 48000, 16, new byte[0], 0);
        assertThatThrownBy(() -> decode(noSamples)).isInstanceOf(AudioFileException.class);
    }

    @Test
    void aPlaylistOpensNothingElse() throws IOException {
        TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.5);
        Path list = Files.writeString(folder.resolve("list.wav"), "ffconcat version 1.0\nfile x.wav\n");
        assertThatThrownBy(() -> AudioFile.open(list)).isInstanceOf(AudioFileException.class);
    }

    @ParameterizedTest
    @EnumSource(
            mode = EnumSource.Mode.EXCLUDE,
            names = {"MP3", "AAC", "OPUS"})
    void whatIsWrittenIsReadBack(OutputFormat format) throws IOException {
        float[] left = Signals.musicLike(44100, 1.3, 0.8, 1);
        float[] right = Signals.musicLike(44100, 1.3, 0.8, 2);
        Decoded d = decode(TestFiles.write(folder.resolve("x." + format.ending()), format, 44100, left, right));
        double step = format.bits() == 32 ? 0 : Math.pow(2, 1.0 - format.bits());
        assertThat(d.rate).isEqualTo(44100);
        assertThat(d.channels[1]).hasSize(right.length);
        for (int i = 0; i < right.length; i += 3) {
            assertThat((double) d.channels[1][i]).isCloseTo(right[i], within(1.51 * step));
        }
    }

    @Test
    void anUnfinishedFileLeavesNothingAndWhatWasThereStays() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.5);
        byte[] before = Files.readAllBytes(file);
        for (OutputFormat format : new OutputFormat[] {OutputFormat.WAV_24, OutputFormat.FLAC_24}) {
            try (AudioWriter writer = format.open(file, 48000)) {
                writer.write(new float[48000], new float[48000], 48000);
            }
            assertThat(Files.readAllBytes(file)).isEqualTo(before);
            try (var files = Files.list(folder)) {
                assertThat(files).containsExactly(file);
            }
        }
        assertThatThrownBy(() -> OutputFormat.WAV_24.open(folder.resolve("no/such/x.wav"), 48000))
                .hasMessageContaining("does not exist. Choose another");
    }

    @Test
    void resamplingKeepsLevelAndAddsNothing() throws IOException {
        float[] tone = Signals.sine(96000, 10000, -6, 1, 0);
        float[] high = Signals.sine(96000, 30000, -6, 1, 0);
        assertThat(level(resampled(tone, 96000, 44100), 5000, 40000)).isCloseTo(-9.01, within(0.01));
        assertThat(level(resampled(high, 96000, 44100), 5000, 40000))
                .as("above Nyquist")
                .isLessThan(-100);
        assertThat(level(resampled(Signals.sine(44100, 15000, -6, 1, 0), 44100, 48000), 5000, 40000))
                .isCloseTo(-9.01, within(0.01));
    }

    private static float[] resampled(float[] x, int from, int to) throws IOException {
        float[] out = new float[(int) ((long) x.length * to / from) + 100];
        int[] at = {0};
        Resampler.Sink sink = (l, r, n) -> {
            System.arraycopy(l, 0, out, at[0], n);
            at[0] += n;
        };
        try (Resampler resampler = new Resampler(from, to, x.length)) {
            resampler.add(x, x, x.length, sink);
            resampler.finish(sink);
        }
        assertThat((double) at[0]).isCloseTo((double) x.length * to / from, within(2.0));
        return out;
    }
}
