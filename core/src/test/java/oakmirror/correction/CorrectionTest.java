package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.Evidence;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class CorrectionTest {

    private static final int RATE = 48000;
    private static final CorrectionSettings EXACT = CorrectionSettings.DEFAULT.withBasis(Basis.EXACT);
    private static final CorrectionSettings FULL = EXACT.withLimits(24, 24);
    private static final List<AnalogueSection> COLOUR = List.of(
            AnalogueSection.bell(140, 4, 1.1),
            AnalogueSection.bell(2500, -3, 1.5),
            AnalogueSection.highShelf(7000, -5, 0.7));

    private record Sound(BandSpectrum spectrum, double lufs) {}

    private static Sound sound(float[] left, float[] right) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(RATE);
        analyser.add(left, right, left.length);
        LoudnessMeter meter = new LoudnessMeter(RATE, ChannelLayout.stereo());
        meter.add(new float[][] {left, right}, left.length);
        return new Sound(
                analyser.finish().of(StereoSpectrum.Part.STEREO), meter.result().integratedLufs());
    }

    private static double[] colourDb() {
        return Arrays.stream(BandGrid.centresHz())
                .map(hz -> COLOUR.stream().mapToDouble(s -> s.gainDb(hz)).sum())
                .toArray();
    }

    private static double rms(double[] a, double[] b, boolean levelFree) {
        int from = BandGrid.bandOf(30);
        int to = BandGrid.bandOf(16000);
        double mean = levelFree
                ? IntStream.rangeClosed(from, to)
                        .mapToDouble(i -> a[i] - b[i])
                        .average()
                        .orElseThrow()
                : 0;
        return Math.sqrt(IntStream.rangeClosed(from, to)
                .mapToDouble(i -> Math.pow(a[i] - b[i] - mean, 2))
                .average()
                .orElseThrow());
    }

    /** Music-like sound, and the same coloured by known filters. */
    private static Gap knownGap(Phase phase) {
        float[] left = Signals.musicLike(RATE, 40, 0.4, 1);
        float[] right = Signals.musicLike(RATE, 40, 0.4, 2);
        Sound plain = sound(left, right);
        ToneFilter filter = new ToneFilter(phase, COLOUR, hz -> COLOUR.stream()
                .mapToDouble(s -> s.gainDb(hz))
                .sum());
        StereoProcessor processor = filter.maker(RATE).get();
        processor.process(left, right, 0, left.length);
        Sound coloured = sound(left, right);
        return Gap.between(plain.spectrum, plain.lufs, List.of(new Gap.Reference(coloured.spectrum, coloured.lufs)));
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void aKnownFilterIsFoundAgain(Phase phase) {
        Gap gap = knownGap(phase);
        double[] colour = colourDb();
        assertThat(rms(gap.gapDb(), colour, true)).as("gap").isLessThan(0.05);
        Proposal proposal = Proposal.derive(gap, FULL, RATE);
        assertThat(rms(EqBand.responseDb(proposal.bands(), BandGrid.centresHz()), colour, true))
                .as("bands")
                .isLessThan(0.15);
    }

    @Test
    void atFullStrengthTheCorrectionClosesTheGapAndAtHalfHalf() {
        Gap gap = knownGap(Phase.MINIMUM);
        double[] full = exactly(gap, FULL).curveDb();
        double[] half = exactly(gap, FULL.withStrength(0.5)).curveDb();
        assertThat(rms(full, gap.gapDb(), false)).isLessThan(0.1);
        assertThat(rms(Arrays.stream(half).map(d -> 2 * d).toArray(), full, false))
                .isLessThan(0.01);
        assertThat(exactly(gap, FULL.withStrength(0)).curveDb()).containsOnly(0);
    }

    private static Correction exactly(Gap gap, CorrectionSettings settings) {
        return Correction.derive(Evidence.unweighed(gap), Material.of(gap), settings, MoveDecisions.NONE);
    }

    private static Gap gapOf(double[] gapDb) {
        boolean[] known = new boolean[gapDb.length];
        Arrays.fill(known, true);
        return new Gap(new double[gapDb.length], gapDb, gapDb, known);
    }

    private static Gap roughGap(long seed) {
        Random random = new QuickRandom(seed);
        double[] gap = new double[BandGrid.SIZE];
        double walk = 0;
        for (int i = 0; i < gap.length; i++) {
            walk = 0.97 * walk + 0.8 * random.nextGaussian();
            gap[i] = walk + 2 * Math.sin(i / 40.0 + seed) + 2 * random.nextGaussian();
        }
        return gapOf(gap);
    }

    @Test
    void nothingPassesTheLimits() {
        double[] huge = new double[BandGrid.SIZE];
        Arrays.fill(huge, 0, 120, 30);
        Arrays.fill(huge, 120, BandGrid.SIZE, -30);
        double[] curve = exactly(gapOf(huge), EXACT.withLimits(6, 9)).curveDb();
        assertThat(Arrays.stream(curve).max().orElseThrow()).isBetween(5.9, 6.0);
        assertThat(Arrays.stream(curve).min().orElseThrow()).isBetween(-9.0, -8.9);
    }

    @Test
    void outsideTheRangeTheCurveHoldsOnButRaisesNothingAtTwentyHertz() {
        double[] even = new double[BandGrid.SIZE];
        Arrays.fill(even, 5);
        Correction c = exactly(gapOf(even), EXACT);
        double inRange = c.curveDb()[BandGrid.bandOf(1000)];
        assertThat(inRange).isGreaterThan(4.5);
        assertThat(c.curveDb()[BandGrid.bandOf(20)]).isCloseTo(0, within(0.01));
        assertThat(c.curveDb()[BandGrid.bandOf(25)]).isBetween(0.3 * inRange, 0.7 * inRange);
        assertThat(c.curveDb()[BandGrid.bandOf(20000)]).isCloseTo(inRange, within(1e-9));
        Arrays.fill(even, -5);
        Correction dip = exactly(gapOf(even), EXACT);
        assertThat(dip.curveDb()[BandGrid.bandOf(20)]).isCloseTo(dip.curveDb()[BandGrid.bandOf(1000)], within(1e-9));
        assertThat(c.held()).hasSize(2).allMatch(h -> h.reason().equals("outside the range"));
    }

    @Test
    void theSteepEndOfALossyReferenceDoesNotLeakIntoTheRange() {
        double[] lossy = new double[BandGrid.SIZE];
        Arrays.fill(lossy, BandGrid.bandOf(16000) + 1, BandGrid.SIZE, -60);
        Correction c = exactly(gapOf(lossy), EXACT.withResolution(1));
        assertThat(Arrays.stream(c.curveDb()).map(Math::abs).max().orElseThrow())
                .isLessThan(1e-9);
    }

    @Test
    void aBandThatNobodyKnowsIsNoGap() {
        double[] mix = new double[BandGrid.SIZE];
        Arrays.fill(mix, 1e-4);
        double[] reference = mix.clone();
        Arrays.fill(reference, 150, BandGrid.SIZE, 0);
        Gap gap = Gap.between(
                new BandSpectrum(mix, BandGrid.SIZE, 1),
                -14,
                List.of(new Gap.Reference(new BandSpectrum(reference, 150, 1), -14)));
        assertThat(gap.known()[149]).isTrue();
        assertThat(gap.known()[150]).isFalse();
        assertThat(gap.gapDb()[200]).isZero();
        assertThat(Gap.between(BandSpectrum.silent(), Double.NaN, List.of()).isKnown())
                .isFalse();
    }

    @Test
    void aTrackAgainstItselfNeedsNothing() {
        float[] music = Signals.musicLike(RATE, 5, 0.4, 8);
        Sound s = sound(music, music);
        Proposal p = Proposal.derive(
                Gap.between(s.spectrum, s.lufs, List.of(new Gap.Reference(s.spectrum, s.lufs))), FULL, RATE);
        assertThat(p.bands()).isEmpty();
        assertThat(Arrays.stream(p.correction().curveDb()).map(Math::abs).max().orElseThrow())
                .isLessThan(1e-9);
    }

    @ParameterizedTest // reached with plain nonlinear least squares on real recordings; see docs/method.md
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void unrelatedMaterialIsFittedByFewBands(long seed) {
        CorrectionSettings half = EXACT.withResolution(0.5).withLimits(6, 6);
        Correction c = exactly(roughGap(seed), half);
        double[] eight =
                EqBand.responseDb(new BandFitter(10, 0.05, 30, 16000, RATE).fit(c.curveDb()), BandGrid.centresHz());
        assertThat(rms(eight, c.curveDb(), false)).isLessThan(0.35);
        Correction broad = exactly(roughGap(seed), half.withResolution(1));
        double[] bands =
                EqBand.responseDb(new BandFitter(10, 0.05, 30, 16000, RATE).fit(broad.curveDb()), BandGrid.centresHz());
        assertThat(rms(bands, broad.curveDb(), false)).isLessThan(0.10);
    }

    @Test
    void theJacobianIsTheDerivative() {
        double[] hz = {40, 200, 990, 1010, 6000, 15000};
        BandModel model = new BandModel(hz);
        double[] p = {Math.log(900), 4.2, Math.log(1.3)};
        for (EqBand.Type type : EqBand.Type.values()) {
            double[][] jacobian = new double[hz.length][3];
            model.add(type, p, 0, new double[hz.length], jacobian);
            for (int k = 0; k < 3; k++) {
                double[] up = p.clone();
                double[] down = p.clone();
                up[k] += 1e-5;
                down[k] -= 1e-5;
                double[] high = new double[hz.length];
                double[] low = new double[hz.length];
                model.add(type, up, 0, high, new double[hz.length][3]);
                model.add(type, down, 0, low, new double[hz.length][3]);
                for (int i = 0; i < hz.length; i++) {
                    assertThat(jacobian[i][k])
                            .as("%s parameter %d at %.0f Hz", type, k, hz[i])
                            .isCloseTo((high[i] - low[i]) / 2e-5, within(1e-5));
                }
            }
        }
    }
}
