package oakmirror.stereo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import oakmirror.audio.TimeRange;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.LineSpectrum;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Width against closed forms. */
class WidthTest {

    private static final int RATE = 48000;

    private record Analysed(StereoSpectrum bands, LineSpectrum lines) {}

    private static Analysed analyse(int rate, float[] left, float[] right) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        analyser.add(left, right, left.length);
        return new Analysed(analyser.finish(), analyser.lines());
    }

    private static float[] mix(double a, float[] x, double b, float[] y) {
        float[] out = new float[x.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) (a * x[i] + b * y[i]);
        }
        return out;
    }

    /** A signal later by any time, also between samples: a windowed sinc, Hann, 64 samples wide. */
    static float[] delayed(float[] x, double samples) {
        float[] out = new float[x.length];
        int whole = (int) Math.floor(samples);
        double part = samples - whole;
        for (int k = -32; k <= 32; k++) {
            double t = k - part;
            double tap = Math.abs(t) < 1e-9 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t);
            tap *= Math.abs(t) < 33 ? 0.5 + 0.5 * Math.cos(Math.PI * t / 33) : 0;
            for (int i = Math.max(0, whole + k); i < Math.min(x.length, x.length + whole + k); i++) {
                out[i] += (float) (tap * x[i - whole - k]);
            }
        }
        return out;
    }

    /** L = x, R = ρ·x + √(1−ρ²)·y with independent x and y of equal power has the correlation ρ and side/mid (1−ρ)/(1+ρ). */
    @ParameterizedTest
    @ValueSource(doubles = {-0.9, -0.5, 0, 0.3, 0.7, 0.95})
    void noiseOfKnownCorrelationReadsIt(double rho) {
        float[] x = Signals.white(RATE * 30, 0.3, 11);
        float[] y = Signals.white(RATE * 30, 0.3, 12);
        StereoSpectrum s =
                analyse(RATE, x, mix(rho, x, Math.sqrt(1 - rho * rho), y)).bands();
        for (Zone zone : new Zone[] {Zone.MID, Zone.PRESENCE, Zone.AIR}) {
            Width width = Width.of(s, zone);
            assertThat(width.correlation()).as("%s", zone).isCloseTo(rho, within(0.02));
            double sideToMid = 10 * Math.log10((1 - rho) / (1 + rho));
            assertThat(width.sideToMidDb()).as("%s", zone).isCloseTo(sideToMid, within(rho > 0.9 ? 0.4 : 0.2));
            assertThat(width.foldDownDb()).as("%s", zone).isCloseTo(10 * Math.log10((1 + rho) / 2), within(0.3));
            assertThat(width.balanceDb()).as("%s", zone).isCloseTo(0, within(0.2));
        }
    }

    @Test
    void monoOneSideAndTurnedOverSidesReadTheirLimits() {
        float[] x = Signals.musicLike(RATE, 5, 0.5, 4);
        Width mono = Width.of(analyse(RATE, x, x.clone()).bands(), Zone.MID);
        assertThat(mono.sideToMidDb()).isEqualTo(Width.MONO_DB);
        assertThat(mono.correlation()).isCloseTo(1, within(1e-6));
        assertThat(mono.foldDownDb()).isCloseTo(0, within(1e-6));
        Width turned = Width.of(analyse(RATE, x, mix(-1, x, 0, x)).bands(), Zone.MID);
        assertThat(turned.correlation()).isCloseTo(-1, within(1e-6));
        assertThat(turned.foldDownDb()).isEqualTo(Width.MONO_DB);
        Width left = Width.of(analyse(RATE, x, new float[x.length]).bands(), Zone.MID);
        assertThat(left.sideToMidDb()).isCloseTo(0, within(1e-6));
        assertThat(left.foldDownDb()).isCloseTo(10 * Math.log10(0.5), within(1e-6));
        Width quieterRight = Width.of(analyse(RATE, x, mix(0.5, x, 0, x)).bands(), Zone.MID);
        assertThat(quieterRight.balanceDb()).isCloseTo(20 * Math.log10(0.5), within(1e-4));
        Width nothing = Width.of(StereoSpectrum.silent(), Zone.MID);
        assertThat(nothing.isKnown()).isFalse();
    }

    @Test
    void midAndSidePowersAreThoseOfTheirSignals() {
        float[] left = Signals.musicLike(RATE, 5, 0.5, 5);
        float[] right = mix(0.4, left, 0.6, Signals.musicLike(RATE, 5, 0.5, 6));
        StereoSpectrum stereo = analyse(RATE, left, right).bands();
        float[] mid = mix(0.5, left, 0.5, right);
        float[] side = mix(0.5, left, -0.5, right);
        StereoSpectrum midAlone = analyse(RATE, mid, mid).bands();
        StereoSpectrum sideAlone = analyse(RATE, side, side).bands();
        for (int b = 20; b < BandGrid.SIZE; b += 10) {
            assertThat(stereo.power(StereoSpectrum.Part.MID, b) / midAlone.left()[b])
                    .isCloseTo(1, within(0.002));
            assertThat(stereo.power(StereoSpectrum.Part.SIDE, b) / sideAlone.left()[b])
                    .isCloseTo(1, within(0.002));
        }
    }

    /** A delay τ makes notches at odd multiples of 1/(2τ): 1 ms gives 500 Hz, 1.5 kHz, … */
    @Test
    void aMillisecondFoldsIntoNotchesAtOddMultiplesOf500Hz() {
        float[] x = Signals.white(RATE * 20, 0.3, 7);
        StereoSpectrum s = analyse(RATE, x, delayed(x, 48)).bands();
        for (double notch : new double[] {500, 1500, 2500}) {
            assertThat(Width.of(s, notch * 0.993, notch * 1.007).foldDownDb()).isLessThan(-18);
            assertThat(Width.of(s, (notch + 500) * 0.993, (notch + 500) * 1.007).foldDownDb())
                    .isCloseTo(0, within(0.1));
        }
        Comb comb = CombFinder.find(analyse(RATE, x, delayed(x, 48)).lines()).orElseThrow();
        assertThat(comb.firstNotchHz()).isCloseTo(500, within(2.5));
        assertThat(comb.spacingHz()).isCloseTo(1000, within(5.0));
        assertThat(comb.inverted()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"48000,0.2", "48000,0.37", "44100,1", "44100,2.6", "96000,0.71", "48000,5.3", "44100,10", "48000,-0.9"})
    void aPlantedDelayIsFoundWithinTwoPercentInMusicThatHasWidthOfItsOwn(int rate, double milliseconds) {
        float[] centre = Signals.musicLike(rate, 12, 0.5, 8);
        float[] wideLeft = Signals.musicLike(rate, 12, 0.25, 9);
        float[] wideRight = Signals.musicLike(rate, 12, 0.25, 10);
        float[] late = delayed(centre, Math.abs(milliseconds) / 1000 * rate);
        float[] left = mix(1, milliseconds > 0 ? centre : late, 1, wideLeft);
        float[] right = mix(1, milliseconds > 0 ? late : centre, 1, wideRight);
        Comb comb = CombFinder.find(analyse(rate, left, right).lines()).orElseThrow();
        assertThat(comb.delaySeconds() * 1000).isCloseTo(milliseconds, within(0.02 * Math.abs(milliseconds)));
        // ρ swings by 1/(1 + ¼): between (1 − 0.8)/2 and (1 + 0.8)/2.
        assertThat(comb.depthDb()).isBetween(6.0, 12.0);
    }

    @Test
    void turnedOverAndLateIsACombFromZeroOn() {
        float[] x = Signals.musicLike(RATE, 10, 0.5, 8);
        Comb comb = CombFinder.find(
                        analyse(RATE, x, mix(-1, delayed(x, 96), 0, x)).lines())
                .orElseThrow();
        assertThat(comb.inverted()).isTrue();
        assertThat(comb.delaySeconds()).isCloseTo(0.002, within(0.00004));
        assertThat(comb.firstNotchHz()).isCloseTo(500, within(10.0));
    }

    /** What the sides have in common is a tenth of their power: notches of a decibel, but all of it comes late. */
    @Test
    void aLateSideIsFoundWhereTheSidesHaveLittleInCommon() {
        float[] centre = Signals.musicLike(RATE, 20, 0.5, 8);
        float[] wideLeft = Signals.musicLike(RATE, 20, 0.5, 9);
        float[] wideRight = Signals.musicLike(RATE, 20, 0.5, 10);
        float[] left = mix(0.4, centre, 1, wideLeft);
        Comb comb = CombFinder.find(analyse(RATE, left, mix(0.4, delayed(centre, 48), 1, wideRight))
                        .lines())
                .orElseThrow();
        assertThat(comb.delaySeconds()).isCloseTo(0.001, within(0.00002));
        assertThat(comb.depthDb()).isBetween(0.5, 2.2);
        assertThat(CombFinder.find(
                        analyse(RATE, left, mix(0.4, centre, 1, wideRight)).lines()))
                .as("all at the same time")
                .isEmpty();
    }

    @Test
    void monoWideAndSilentSignalsHaveNoComb() {
        float[] x = Signals.musicLike(RATE, 10, 0.5, 8);
        float[] y = Signals.musicLike(RATE, 10, 0.5, 18);
        assertThat(CombFinder.find(analyse(RATE, x, x.clone()).lines())).isEmpty();
        assertThat(CombFinder.find(analyse(RATE, x, y).lines())).isEmpty();
        assertThat(CombFinder.find(
                        analyse(RATE, mix(1, x, 0.5, y), mix(1, x, -0.5, y)).lines()))
                .isEmpty();
        assertThat(CombFinder.find(
                        analyse(RATE, new float[RATE], new float[RATE]).lines()))
                .isEmpty();
    }

    @Test
    void thePhaseScopeShowsMonoUprightAndOneSideTurnedOverLevel() {
        float[] x = Signals.musicLike(RATE, 2, 0.5, 8);
        TimeRange all = new TimeRange(0, 2);
        PhaseScope mono = PhaseScope.of(Signals.both(RATE, x), all);
        int centre = PhaseScope.SIZE / 2;
        long upright = 0;
        for (int[] row : mono.counts()) {
            upright += row[centre];
        }
        assertThat(upright).isEqualTo(x.length);
        assertThat(mono.correlation()).isCloseTo(1, within(1e-6));
        PhaseScope turned = PhaseScope.of(oakmirror.audio.Clip.stereo(RATE, x, mix(-1, x, 0, x)), all);
        long level =
                java.util.Arrays.stream(turned.counts()[centre]).asLongStream().sum();
        assertThat(level).isEqualTo(x.length);
        assertThat(turned.correlation()).isCloseTo(-1, within(1e-6));
        assertThat(PhaseScope.of(Signals.both(RATE, new float[100]), all).correlation())
                .isNaN();
    }
}
