package oakmirror.stems;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.BiquadCascade;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;

class BusTest {

    private static final int RATE = Ensemble.RATE;
    private static final int LATE = 777;
    private static final float NARROW = 0.5f;
    private static final List<Clip> STEMS = Ensemble.stems(12);
    private static final Clip MIX = bussed(Ensemble.sum(STEMS));

    /** Late, with filters, 3 dB louder and half as wide. */
    private static Clip bussed(Clip sum) {
        int n = (int) sum.frames();
        float[] left = new float[n];
        float[] right = new float[n];
        for (int i = LATE; i < n; i++) {
            float mid = (sum.channels()[0][i - LATE] + sum.channels()[1][i - LATE]) / 2;
            float side = (sum.channels()[0][i - LATE] - sum.channels()[1][i - LATE]) / 2;
            left[i] = mid + NARROW * side;
            right[i] = mid - NARROW * side;
        }
        new BiquadCascade(
                        List.of(
                                Biquad.of(AnalogueSection.bell(140, 5, 1), RATE),
                                Biquad.of(AnalogueSection.highShelf(6000, -7, 0.7), RATE)),
                        1.4125)
                .process(left, right, 0, n);
        return Clip.stereo(RATE, left, right);
    }

    @Test
    void filtersWidthLevelAndDelayAreFound() throws IOException {
        Bus bus = Bus.find(MIX, List.copyOf(STEMS), Progress.NONE);
        assertThat(bus.delayFrames()).isCloseTo(LATE, within(2L));
        List<StereoSource> treated = new ArrayList<>();
        for (Clip stem : STEMS) {
            treated.add(read(bus.through(stem, MIX)));
        }
        StemPowers powers = StemPowers.measure(MIX, treated, new TimeRange(0, 12), Progress.NONE);
        assertThat(bus.residualDb()).as("without the bus").isGreaterThan(-12);
        assertThat(powers.residualDb()).as("with it").isLessThan(-40);
        assertThat(powers.residualDb(Zone.PRESENCE)).isLessThan(-40);
    }

    @Test
    void aPlainSumLeavesNothing() {
        Bus bus = Bus.find(Ensemble.sum(STEMS), List.copyOf(STEMS), Progress.NONE);
        assertThat(bus.delayFrames()).isZero();
        assertThat(bus.levelDb()).isCloseTo(0, within(0.001));
        assertThat(bus.residualDb()).isLessThan(-80);
    }

    @Test
    void aStemThatIsMissingIsLeftOver() throws IOException {
        List<Clip> four = STEMS.subList(0, 4);
        Bus bus = Bus.find(MIX, List.copyOf(four), Progress.NONE);
        List<StereoSource> treated = new ArrayList<>();
        for (Clip stem : four) {
            treated.add(read(bus.through(stem, MIX)));
        }
        StemPowers powers = StemPowers.measure(MIX, treated, new TimeRange(0, 12), Progress.NONE);
        assertThat(powers.residualDb(Zone.TREBLE)).as("where it was").isGreaterThan(-6);
        assertThat(powers.residualDb(Zone.SUB)).as("where it was not").isLessThan(-20);
        StemCheck check = StemCheck.of(bus, powers, form("the mix", RATE, 12), List.of());
        assertThat(check.warnings()).anyMatch(w -> w.contains("missing from the stems"));
    }

    @Test
    void otherLengthsRatesAndBeginningsAreSaid() throws IOException {
        Bus bus = Bus.find(MIX, List.copyOf(STEMS), Progress.NONE);
        List<StereoSource> treated = new ArrayList<>();
        for (Clip stem : STEMS) {
            treated.add(read(bus.through(stem, MIX)));
        }
        StemPowers powers = StemPowers.measure(MIX, treated, new TimeRange(0, 12), Progress.NONE);
        StemCheck check = StemCheck.of(
                bus,
                powers,
                form("the mix", RATE, 12),
                List.of(form("drums", RATE, 13.2), form("bass", 44100, 12), form("fiddle", RATE, 13.2)));
        assertThat(check.warnings())
                .containsExactly(
                        "The mix starts 16 ms later than the stems; this is compensated.",
                        "drums, fiddle: 1.2 s longer than the mix.",
                        "bass: 44.1 kHz, the mix 48 kHz; converted.");
        StemCheck all = StemCheck.of(
                bus, powers, form("the mix", RATE, 12), List.of(form("a", 44100, 12), form("b", 44100, 12.05)));
        assertThat(all.warnings()).contains("All stems: 44.1 kHz, the mix 48 kHz; converted.");
        assertThat(check.sentence()).startsWith("The stems add up to the mix except for −");
    }

    private static StemCheck.Form form(String name, int rate, double seconds) {
        return new StemCheck.Form(name, rate, seconds);
    }

    private static Clip read(AudioStream stream) throws IOException {
        int n = (int) stream.expectedFrames();
        float[][] all = new float[2][n];
        float[][] block = new float[2][5000];
        int at = 0;
        for (int got = stream.read(block, 5000); got > 0; got = stream.read(block, 5000)) {
            for (int c = 0; c < 2; c++) {
                System.arraycopy(block[c], 0, all[c], at, got);
            }
            at += got;
        }
        assertThat(at).isEqualTo(n);
        return Clip.stereo(RATE, all[0], all[1]);
    }
}
