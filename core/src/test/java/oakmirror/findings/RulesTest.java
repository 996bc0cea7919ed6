package oakmirror.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.TimeRange;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.DynamicsStanding.Verdict;
import oakmirror.findings.Finding.Kind;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import org.junit.jupiter.api.Test;

/** Rules on made signals; on music they are tested with the demo. */
class RulesTest {

    private static final int RATE = 48000;
    private static final float[] LEFT = Signals.musicLike(RATE, 16, 0.3, 1);
    private static final float[] RIGHT = Signals.musicLike(RATE, 16, 0.3, 2);

    private static Subject subject(int number, float[] left, float[] right, Optional<Double> bpm) throws IOException {
        Clip clip = Clip.stereo(RATE, left, right);
        TrackMeasurement m = new TrackMeasurer(ForkJoinPool.commonPool(), TrackMeasurer.Extent.ALL)
                .measure(new RangeStream(clip, new TimeRange(0, clip.seconds())), Progress.NONE);
        return new Subject(number, "x", m, m, bpm);
    }

    private static Subject plain(int number) throws IOException {
        return subject(number, LEFT, RIGHT, Optional.empty());
    }

    private static float[] shaped(float[] samples, java.util.function.DoubleUnaryOperator how) {
        float[] out = new float[samples.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) how.applyAsDouble(samples[i]);
        }
        return out;
    }

    private static List<Kind> kinds(Subject mix, Subject reference) {
        return Findings.of(mix, List.of(reference), CorridorSettings.DEFAULT).stream()
                .map(Finding::kind)
                .toList();
    }

    @Test
    void nothingIsSaidWithoutAReferenceOrOfSilence() throws IOException {
        Subject mix = plain(0);
        Subject silent = subject(1, new float[RATE * 4], new float[RATE * 4], Optional.empty());
        assertThat(Findings.of(mix, List.of(), CorridorSettings.DEFAULT)).isEmpty();
        assertThat(kinds(mix, silent)).isEmpty();
        assertThat(kinds(new Subject(0, "x", silent.compared(), silent.whole(), Optional.empty()), plain(1)))
                .isEmpty();
        assertThat(silent.isHeard()).isFalse();
    }

    @Test
    void aGainAloneIsLevelAndNoTone() throws IOException {
        Subject quiet = subject(0, shaped(LEFT, x -> x / 4), shaped(RIGHT, x -> x / 4), Optional.empty());
        List<Finding> found = Findings.of(quiet, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found).singleElement().satisfies(f -> {
            assertThat(f.kind()).isEqualTo(Kind.QUIETER);
            assertThat(f.title()).isEqualTo("12.0 LU quieter than the references");
            assertThat(f.onTheMaster()).startsWith("Gain, without more limiting");
        });
    }

    @Test
    void samplesOverFullScaleComeFirst() throws IOException {
        Subject over = subject(0, shaped(LEFT, x -> x * 8), shaped(RIGHT, x -> x * 8), Optional.empty());
        List<Finding> found = Findings.of(over, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found.get(0).kind()).isEqualTo(Kind.CLIPPED);
        assertThat(found.get(0).title()).isEqualTo("The mix goes over full scale");
    }

    @Test
    void clippingSquashesAndIsWorthNaming() throws IOException {
        Subject mix = subject(
                0,
                shaped(LEFT, x -> Math.max(-0.12, Math.min(0.12, x))),
                shaped(RIGHT, x -> Math.max(-0.12, Math.min(0.12, x))),
                Optional.empty());
        DynamicsStanding standing = DynamicsStanding.of(mix, List.of(plain(1)), CorridorSettings.Kind.EXTREMES);
        assertThat(standing.verdict()).isEqualTo(Verdict.SQUASHED);
        assertThat(standing.offDb())
                .isCloseTo(
                        mix.compared().heard().peakToLoudness()
                                - plain(1).compared().heard().peakToLoudness(),
                        within(0.5));
        assertThat(standing.words()).startsWith("Squashed: ").contains("less dynamics than the references");
        assertThat(kinds(mix, plain(1))).contains(Kind.SQUASHED);

        DynamicsStanding turned = DynamicsStanding.of(
                plain(0),
                List.of(new Subject(1, "x", mix.compared(), mix.whole(), Optional.empty())),
                CorridorSettings.Kind.EXTREMES);
        assertThat(turned.verdict()).isEqualTo(Verdict.LOOSE);
        assertThat(turned.words()).startsWith("Loose: ");

        DynamicsStanding same = DynamicsStanding.of(plain(0), List.of(plain(1)), CorridorSettings.Kind.SPREAD);
        assertThat(same.verdict()).isEqualTo(Verdict.ALIKE);
        assertThat(same.words()).startsWith("About as dynamic as the references: PLR ");
    }

    @Test
    void tempoCountsWithItsHalfAndItsDouble() throws IOException {
        Subject mix = subject(0, LEFT, RIGHT, Optional.of(120.0));
        for (double bpm : new double[] {120, 61, 236, 105, 140}) {
            assertThat(kinds(mix, subject(1, LEFT, RIGHT, Optional.of(bpm))))
                    .as("%s BPM", bpm)
                    .isEmpty();
        }
        for (double bpm : new double[] {88, 165}) {
            assertThat(kinds(mix, subject(1, LEFT, RIGHT, Optional.of(bpm))))
                    .as("%s BPM", bpm)
                    .containsExactly(Kind.OTHER_TEMPO);
        }
    }

    @Test
    void aFindingKeepsItsKeyWhenItMovesALittle() {
        Finding one = finding(100, 180);
        assertThat(finding(108, 171).key()).isEqualTo(one.key());
        assertThat(finding(1000, 1800).key()).isNotEqualTo(one.key());
    }

    private static Finding finding(double low, double high) {
        return new Finding(Kind.TOO_MUCH, 0, "", "", "", "", "", 1, Finding.Place.at(Finding.Aspect.TONE, low, high));
    }
}
