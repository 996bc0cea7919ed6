package oakmirror.dynamics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.Signals;
import oakmirror.filter.HalfBand;
import oakmirror.loudness.PeakSteps;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DynamicsTest {

    private static List<ZoneDynamics> zones(int rate, float[] left, float[] right) {
        ZoneDynamicsAnalyser analyser = new ZoneDynamicsAnalyser(rate);
        for (int at = 0; at < left.length; at += 7001) { // blocks of an odd length on purpose
            int end = Math.min(left.length, at + 7001);
            analyser.add(
                    java.util.Arrays.copyOfRange(left, at, end),
                    java.util.Arrays.copyOfRange(right, at, end),
                    end - at);
        }
        return analyser.finish();
    }

    /** A sine's peak is √2 times its RMS: a crest factor of 3.01 dB. */
    @ParameterizedTest
    @CsvSource({"35,0", "85,1", "245,2", "1000,3", "3500,4", "7700,5", "13500,6"})
    void aSineHasItsCrestInItsZoneAtEveryRate(double hz, int zone) {
        for (int rate : new int[] {44100, 48000, 96000, 192000}) {
            float[] sine = Signals.sine(rate, hz, -12, 6, 0);
            ZoneDynamics d = zones(rate, sine, sine).get(zone);
            assertThat(d.middleDb()).as("%d", rate).isCloseTo(3.01, within(0.25));
        }
    }

    /** Full for a tenth of each second and 40 dB softer for the rest: 10·log10(0.1 + 0.9·10⁻⁴) below the peak's own 3.01 dB. */
    @ParameterizedTest
    @ValueSource(doubles = {1000, 3500})
    void burstsHaveTheCrestOfTheirDuty(double hz) {
        float[] sine = Signals.sine(48000, hz, -6, 10, 0);
        for (int i = 0; i < sine.length; i++) {
            // Edges of 4 ms, so that no filter rings: (4800 − 5/8 · 2 · 192)/48000 of full power.
            double edge = Math.max(0, Math.min(1, Math.min(i % 48000, 4800 - i % 48000) / 192.0));
            sine[i] *= (float) Math.max(0.01, 0.5 - 0.5 * Math.cos(Math.PI * edge));
        }
        ZoneDynamics d = zones(48000, sine, sine).get(hz < 2000 ? 3 : 4);
        assertThat(d.middleDb()).isCloseTo(3.01 - 10 * Math.log10(0.095 + 0.9e-4), within(0.2));
        assertThat(d.lowDb()).isLessThanOrEqualTo(d.middleDb());
        assertThat(d.highDb()).isGreaterThanOrEqualTo(d.middleDb());
    }

    @Test
    void zonesKeepToThemselves() {
        float[] sine = Signals.sine(48000, 245, -6, 6, 0);
        float[] faint = Signals.sine(48000, 3500, -40, 6, 0);
        for (int i = 0; i < sine.length; i++) {
            sine[i] += i % 48000 < 4800 ? faint[i] : 0;
        }
        // The loud tone lies 3.8 octaves below: 91 dB down in its neighbour's filter.
        assertThat(zones(48000, sine, sine).get(Zone.PRESENCE.ordinal()).middleDb())
                .isCloseTo(13.01, within(0.7));
    }

    @Test // 47 dB of crest were once told of a zone that held one click
    void whatNextToNothingOrOneMomentHoldsHasNoFigure() {
        float[] sine = Signals.sine(48000, 245, -6, 30, 0);
        float[] faint = sine.clone();
        float[] click = sine.clone();
        float[] treble = Signals.sine(48000, 7500, -62, 30, 0);
        float[] moment = Signals.sine(48000, 7500, -10, 0.02, 0);
        for (int i = 0; i < sine.length; i++) {
            faint[i] += treble[i];
            click[i] += i >= 480_000 && i < 480_000 + moment.length ? moment[i - 480_000] : 0;
        }
        for (float[] sound : List.of(faint, click)) {
            assertThat(zones(48000, sound, sound).get(Zone.TREBLE.ordinal()).isKnown())
                    .isFalse();
            assertThat(zones(48000, sound, sound).get(Zone.LOW_MID.ordinal()).middleDb())
                    .isCloseTo(3.01, within(0.3));
        }
    }

    @Test
    void silenceAndZonesAboveNyquistHaveNoFigure() {
        assertThat(zones(48000, new float[96000], new float[96000])).noneMatch(ZoneDynamics::isKnown);
        float[] noise = Signals.white(8000 * 5, 0.5, 3);
        List<ZoneDynamics> low = zones(8000, noise, noise);
        assertThat(low.get(Zone.TREBLE.ordinal()).isKnown()).isFalse();
        assertThat(low.get(Zone.AIR.ordinal()).isKnown()).isFalse();
        assertThat(low.get(Zone.MID.ordinal()).isKnown()).isTrue();
    }

    @Test
    void aClipOf200MillisecondsIsOneWindow() {
        float[] sine = Signals.sine(48000, 1000, -6, 0.2, 0);
        assertThat(zones(48000, sine, sine).get(Zone.MID.ordinal()).middleDb()).isCloseTo(3.01, within(1.0));
    }

    @Test
    void halvingKeepsWhatIsLowAndDropsWhatIsHigh() {
        for (double hz : new double[] {100, 3000, 6800}) {
            assertThat(halved(hz)).as("%.0f Hz", hz).isCloseTo(-6, within(0.03));
        }
        for (double hz : new double[] {17200, 21000, 23900}) {
            assertThat(halved(hz)).as("%.0f Hz", hz).isLessThan(-6 - 60);
        }
    }

    private static double halved(double hz) {
        float[] sine = Signals.sine(48000, hz, -6, 1, 0);
        float[][] out = new float[2][sine.length];
        int made = 0;
        HalfBand half = new HalfBand();
        for (int at = 0; at < sine.length; at += 999) {
            int n = Math.min(999, sine.length - at);
            float[] part = java.util.Arrays.copyOfRange(sine, at, at + n);
            float[][] piece = new float[2][n];
            int m = half.process(new float[][] {part, part}, n, piece);
            System.arraycopy(piece[0], 0, out[0], made, m);
            made += m;
        }
        assertThat(made).isBetween(23990, 24000);
        double squares = 0;
        for (int i = 100; i < made; i++) {
            squares += out[0][i] * out[0][i];
        }
        return 10 * Math.log10(2 * squares / (made - 100));
    }

    @Test
    void peaksStepByStepAddUpToThePeakOfAll() {
        float[] music = Signals.musicLike(48000, 7.3, 0.8, 5);
        TruePeakMeter whole = new TruePeakMeter(48000);
        whole.add(music, music.length);
        PeakSteps steps = new PeakSteps(48000, true);
        float[] block = new float[5000]; // used again and again, as a stream's reader does
        for (int at = 0; at < music.length; at += block.length) {
            int n = Math.min(block.length, music.length - at);
            System.arraycopy(music, at, block, 0, n);
            steps.add(block, n);
        }
        Peaks expected = whole.finish();
        Peaks found = steps.finish();
        assertThat(found.truePeakDbtp()).isCloseTo(expected.truePeakDbtp(), within(1e-6));
        assertThat(found.samplePeakDbfs()).isEqualTo(expected.samplePeakDbfs());
        assertThat(found.meanSquare()).isCloseTo(expected.meanSquare(), within(1e-9));
        assertThat(steps.steps()).hasSize(14);
        double highest = java.util.Arrays.stream(steps.steps()).max().orElseThrow();
        assertThat(20 * Math.log10(highest)).isCloseTo(expected.truePeakDbtp(), within(1e-6));
    }

    @Test
    void peakToShortTermIsTheHighestPeakOfThreeSecondsLessTheirLoudness() {
        double[] peaks = {0.5, 0.25, 0.25, 0.25, 0.25, 0.25, 0.25, 1.0};
        float[] psr = PeakToShortTerm.of(peaks, new double[] {-20, -20, -20, Double.NEGATIVE_INFINITY});
        assertThat(psr[0]).isCloseTo(20 - 6.02f, within(0.01f));
        assertThat(psr[1]).isCloseTo(20 - 12.04f, within(0.01f));
        assertThat(psr[2]).isCloseTo(20f, within(0.01f));
        assertThat(psr[3]).isNaN();
    }

    @Test
    void quantilesLieBetweenReadings() {
        double[] values = {4, Double.NaN, 1, 3, 2, Double.NEGATIVE_INFINITY};
        assertThat(Quantiles.of(values, 0)).isEqualTo(1);
        assertThat(Quantiles.of(values, 0.5)).isEqualTo(2.5);
        assertThat(Quantiles.of(values, 1)).isEqualTo(4);
        assertThat(Quantiles.of(new double[0], 0.5)).isNaN();
    }

    @Test
    void aDistributionHasItsAreaAndItsPlace() {
        float[] readings = {-20, -20, -19, -18, Float.NEGATIVE_INFINITY, Float.NaN, -70};
        Distribution d = Distribution.of(readings, 2);
        assertThat(d.count()).isEqualTo(4);
        double area = java.util.Arrays.stream(d.density()).sum() * Distribution.STEP_DB;
        assertThat(area).isCloseTo(1, within(0.01));
        assertThat(d.at(-18)).isCloseTo(d.peak(), within(0.02 * d.peak()));
        assertThat(d.at(-40)).isZero();
        assertThat(Distribution.of(new float[0], 0).peak()).isZero();
    }
}
