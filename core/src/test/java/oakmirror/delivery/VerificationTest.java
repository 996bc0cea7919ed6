package oakmirror.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import oakmirror.delivery.Verification.Channels;
import oakmirror.delivery.Verification.Promise;
import oakmirror.delivery.Verification.Rounding;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of a file that was read again. */
class VerificationTest {

    private static final int RATE = 48000;

    private static Levels levels(double lufs, double dbtp) {
        return new Levels(new Loudness(lufs, 6, lufs + 4, lufs + 2), new Peaks(dbtp, dbtp, 0.01));
    }

    private static Promise promise(int bits) {
        return new Promise(levels(-14, -1), -1, RATE, bits, bits == 16 || bits == 24);
    }

    private static Verification found(
            Promise promise, Levels read, int rate, long frames, Rounding rounding, Channels sides) {
        return new Verification(promise, read, rate, frames, 480_000, 0, rounding, 0.5, sides, 0.1, 0.9);
    }

    private static Verification good(int bits) {
        Rounding rounding = bits == 0 ? Rounding.LOSSY : bits == 32 ? Rounding.NONE : Rounding.DITHERED;
        return found(promise(bits), levels(-14, -1), RATE, 480_000, rounding, Channels.RIGHT);
    }

    @ParameterizedTest
    @CsvSource({"0", "16", "24", "32"})
    void whatHoldsWhatItShouldHasNoFaults(int bits) {
        assertThat(good(bits).faults()).isEmpty();
        assertThat(good(bits).remarks()).isEmpty();
        assertThat(good(bits).isGood()).isTrue();
        assertThat(good(bits).seconds()).isEqualTo(10);
    }

    @Test
    void everyFaultIsSaidWithWhatToDo() {
        Verification wrong = found(promise(16), levels(-15, -0.5), 44100, 479_000, Rounding.PLAIN, Channels.SWAPPED);
        assertThat(wrong.faults())
                .containsExactly(
                        "Its sample rate is 44.1 kHz, not 48 kHz. Render it again.",
                        "It is 1,000 samples too short. Render it again.",
                        "Left and right are swapped. Do not send it.",
                        "It is not dithered. Render it again.",
                        "It measures 1.0 LU quieter than what was written. Render it again.",
                        "Its true peak is −0.5 dBTP, above −1.0. Lower the ceiling.");
    }

    @Test
    void otherSoundIsSaidOnce() {
        Verification other = found(promise(24), levels(-14, -1), RATE, 480_000, Rounding.OTHER, Channels.OTHER);
        assertThat(other.faults())
                .containsExactly("Its samples differ from what was written. Render it again, to another disk.");
    }

    @Test
    void aLossyFileMayBePaddedAndPeakHigherWhichIsSaid() {
        Verification lossy = found(promise(0), levels(-14.2, -0.3), RATE, 481_024, Rounding.LOSSY, Channels.RIGHT);
        assertThat(lossy.faults()).isEmpty();
        assertThat(lossy.remarks())
                .containsExactly("Encoding raised its true peak to −0.3 dBTP. A lower ceiling keeps it below −1.0.");
        assertThat(lossy.findings()).contains("1024 samples of padding", "lossy");
        Verification longer = found(promise(0), levels(-14, -1), RATE, 490_000, Rounding.LOSSY, Channels.RIGHT);
        assertThat(longer.faults()).containsExactly("It is 10,000 samples too long. Render it again.");
    }

    @Test
    void aPeakThatWasOverTheCeilingBeforeIsNoFaultOfTheFile() {
        Promise without = new Promise(levels(-14, 0.4), -1, RATE, 24, false);
        Verification v = found(without, levels(-14, 0.42), RATE, 480_000, Rounding.PLAIN, Channels.ALIKE);
        assertThat(v.faults()).isEmpty();
    }

    @Test
    void whatHasNoLoudnessHasNoneToBeOff() {
        Promise silent = new Promise(levels(Double.NaN, Double.NEGATIVE_INFINITY), -1, RATE, 24, true);
        Verification v = found(
                silent, levels(Double.NaN, Double.NEGATIVE_INFINITY), RATE, 480_000, Rounding.DITHERED, Channels.ALIKE);
        assertThat(v.faults()).isEmpty();
        assertThat(v.findings()).contains("no loudness", "both channels identical");
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 0.2, 0.1, RIGHT",
        "0.1, 0.2, 1, 1, SWAPPED",
        "1, 1, 1, 1, ALIKE",
        "NaN, NaN, NaN, NaN, ALIKE",
        "1, NaN, NaN, NaN, RIGHT",
        "0.3, 0.2, 0.1, 0.2, OTHER",
        "1, 0.2, 0.1, 0.1, OTHER",
        "-1, -1, 0, 0, OTHER"
    })
    void sidesAreToldByWhatTheyResemble(double ll, double rr, double lr, double rl, Channels expected) {
        assertThat(Channels.of(ll, rr, lr, rl)).isEqualTo(expected);
    }
}
