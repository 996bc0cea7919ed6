package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.media.DerivedAudio.Apart;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.cache.SoundKey;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is made of sounds is made once, and again where it is damaged. */
class DerivedAudioTest {

    private static final int RATE = 48000;

    @TempDir
    Path folder;

    private final float[] drums = Signals.drums(RATE, 110, 6, 0.1, 1);

    private DerivedAudio derived() {
        return new DerivedAudio(new AudioCache(folder, 1 << 30));
    }

    private List<Path> kept(String ending) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(f -> f.toString().endsWith(ending)).toList();
        }
    }

    private Apart apart() throws IOException {
        return derived().apart(Signals.both(RATE, drums), "the drums", Progress.NONE);
    }

    @Test
    void aSoundIsTakenApartOnceWhereverItComesFrom() throws IOException {
        Apart first = apart();
        assertThat(first.hits().frames()).isEqualTo(drums.length);
        assertThat(first.share().of(Zone.AIR)).isGreaterThan(0.5);
        Path audio = kept(".f32").get(0);
        var when = Files.getLastModifiedTime(audio);
        Files.setLastModifiedTime(audio, java.nio.file.attribute.FileTime.fromMillis(0));

        Apart again = derived()
                .apart(new oakmirror.audio.Slice(Signals.both(RATE, drums), 0, drums.length), "x", Progress.NONE);
        assertThat(again.share().of(Zone.AIR)).isEqualTo(first.share().of(Zone.AIR));
        assertThat(kept("")).as("a sound and its figures").hasSize(2);
        assertThat(Files.getLastModifiedTime(audio)).as("used, not written").isGreaterThanOrEqualTo(when);
    }

    @Test
    void damagedFiguresAreFoundAgainAndADamagedSoundIsMadeAgain() throws IOException {
        double share = apart().share().of(Zone.MID);
        Files.writeString(kept(".smile").get(0), "nothing");
        assertThat(apart().share().of(Zone.MID)).isEqualTo(share);
        Path audio = kept(".f32").get(0);
        byte[] bytes = Files.readAllBytes(audio);
        bytes[1000] ^= 0x55;
        Files.delete(audio); // what is mapped stays as it is for who has it
        Files.write(audio, bytes);
        float[][] read = new float[2][RATE];
        apart().hits().read(0, read[0], read[1], 0, RATE);
        float[][] right = new float[2][RATE];
        new DerivedAudio(new AudioCache(folder.resolve("other"), 1 << 30))
                .apart(Signals.both(RATE, drums), "x", Progress.NONE)
                .hits()
                .read(0, right[0], right[1], 0, RATE);
        assertThat(read[0]).isEqualTo(right[0]);
    }

    @Test
    void nothingHalfMadeStaysWhenItIsCancelled() throws IOException {
        assertThatThrownBy(() -> derived().apart(Signals.both(RATE, drums), "x", done -> done < 0.5))
                .isInstanceOf(CancellationException.class);
        assertThat(kept("")).isEmpty();
    }

    @Test
    void aKeyStandsForRateAndEverySample() {
        Clip sound = Signals.both(RATE, drums);
        String key = SoundKey.of(sound, Progress.NONE);
        float[] other = drums.clone();
        other[100_001] += 1e-6f;
        assertThat(SoundKey.of(Signals.both(RATE, drums.clone()), Progress.NONE))
                .isEqualTo(key)
                .matches("[0-9a-f]{32}");
        assertThat(SoundKey.of(Signals.both(RATE, other), Progress.NONE)).isNotEqualTo(key);
        assertThat(SoundKey.of(Signals.both(44100, drums), Progress.NONE)).isNotEqualTo(key);
        assertThat(SoundKey.of(Clip.stereo(RATE, drums, other), Progress.NONE)).isNotEqualTo(key);
    }
}
