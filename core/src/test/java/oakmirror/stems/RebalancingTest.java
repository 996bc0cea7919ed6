package oakmirror.stems;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.loudness.LoudnessScale;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RebalancingTest {

    private static final double SECONDS = 12;
    private static final List<Clip> STEMS = Ensemble.stems(SECONDS);
    private static final BandSpectrum RIGHT = spectrum(Ensemble.sum(STEMS));

    private static StemPowers powers(List<Clip> stems) {
        return StemPowers.measure(Ensemble.sum(stems), List.copyOf(stems), new TimeRange(0, SECONDS), Progress.NONE);
    }

    private static BandSpectrum spectrum(Clip clip) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(clip.sampleRate());
        analyser.add(clip.channels()[0], clip.channels()[1], (int) clip.frames());
        return analyser.finish().of(Part.STEREO);
    }

    private static double loudness(BandSpectrum spectrum) {
        double sum = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            sum += spectrum.power()[b] * LoudnessScale.weightAt(BandGrid.centreHz(b));
        }
        return LoudnessScale.ofPower(2 * sum);
    }

    private static Rebalance solve(List<Clip> stems, double limitDb, BandSpectrum... references) {
        Material material = material(spectrum(Ensemble.sum(stems)), references);
        return Rebalancing.solve(powers(stems), CorrectionSettings.DEFAULT, material, limitDb);
    }

    private static Material material(BandSpectrum mix, BandSpectrum... references) {
        Gap gap = Gap.between(
                mix,
                loudness(mix),
                Arrays.stream(references)
                        .map(r -> new Gap.Reference(r, loudness(r)))
                        .toList());
        return Material.of(gap);
    }

    @Test
    void whatGainsDoIsWhatIsMeasuredOfTheSum() {
        double[] gains = {-2.5, 0, 1.5, 3, -6};
        StemPowers powers = powers(STEMS);
        List<Double> each = Arrays.stream(gains).boxed().toList();
        Remix resum = new Remix(Ensemble.sum(STEMS), List.copyOf(STEMS), each);
        float[][] all = new float[2][(int) resum.frames()];
        resum.read(0, all[0], all[1], 0, all[0].length);
        BandSpectrum after = spectrum(Clip.stereo(Ensemble.RATE, all[0], all[1]));
        double louder = loudness(after) - loudness(RIGHT);
        assertThat(powers.loudnessChangeLu(gains)).isCloseTo(louder, within(0.01));
        double[] change = powers.changeDb(gains);
        for (int b = BandGrid.bandOf(30); b < BandGrid.bandOf(18000); b++) {
            double expected = Decibels.ofPower(after.power()[b] / RIGHT.power()[b]) - louder;
            assertThat(change[b]).as("%.0f Hz", BandGrid.centreHz(b)).isCloseTo(expected, within(0.02));
        }
    }

    @Test
    void theSlopesAreTheDerivative() {
        StemPowers powers = powers(STEMS);
        double[] at = {1, -2, 0, 0.5, 3};
        double[][] slopes = powers.slopes(at);
        for (int s = 0; s < at.length; s++) {
            double[] more = at.clone();
            double[] less = at.clone();
            more[s] += 0.01;
            less[s] -= 0.01;
            double[] up = powers.changeDb(more);
            double[] down = powers.changeDb(less);
            for (int b = 0; b < BandGrid.SIZE; b += 5) {
                assertThat(slopes[s][b]).isCloseTo((up[b] - down[b]) / 0.02, within(1e-4));
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"-2,0,0,0,0", "0,2.5,0,-1,0", "0,0,0,0,3", "1.2,0,0,-2.8,0", "0,0,-1,0,0", "0,0,1.5,0,2"})
    void wrongLevelsAreFoundAgainstTheRightMix(double a, double b, double c, double d, double e) {
        double[] errors = {a, b, c, d, e};
        List<Clip> wrong = Ensemble.scaled(STEMS, errors);
        Rebalance found = solve(wrong, 3, RIGHT);
        for (int s = 0; s < errors.length; s++) {
            assertThat(found.gainsDb()[s]).as("stem %d", s).isCloseTo(-errors[s], within(0.3));
        }
        assertThat(found.steps())
                .hasSize((int) Arrays.stream(errors).filter(x -> x != 0).count());
        assertThat(found.closed()).isGreaterThan(0.85);
        assertThat(found.steps()).allMatch(s -> s.agree() == 1 && s.references() == 1 && s.trust() > 0.9);
    }

    @Test
    void aStepIsForTheZoneWhereItsStemIsHeard() {
        List<Clip> wrong = Ensemble.scaled(STEMS, 0, 0, 0, 2.5, 0);
        Rebalance found = solve(wrong, 3, RIGHT);
        assertThat(found.steps().get(0).stem()).isEqualTo(3);
        assertThat(found.steps().get(0).zone()).isEqualTo(Zone.PRESENCE);
        assertThat(found.steps().get(0).wantedDb()).isNegative();
        assertThat(found.of(3)).isPresent();
        assertThat(found.of(0)).isEmpty();
    }

    @Test
    void nothingIsProposedAgainstItself() {
        Rebalance found = solve(STEMS, 3, RIGHT);
        assertThat(found.isNone()).isTrue();
        assertThat(found.gainsDb()).containsOnly(0);
    }

    @Test
    void noGainGoesOverTheLimit() {
        List<Clip> wrong = Ensemble.scaled(STEMS, 0, 0, 6, 0, 0);
        Rebalance found = solve(wrong, 2, RIGHT);
        assertThat(found.gainsDb()[2]).isEqualTo(-2);
        assertThat(Arrays.stream(found.gainsDb()).map(Math::abs).max()).hasValueCloseTo(2.0, within(1e-9));
    }

    /** Other music differs as much and more, and no stem of this mix is to blame. */
    @Test
    void differencesOfOtherMusicAskForLittle() {
        StemPowers powers = powers(STEMS);
        int changed = 0;
        for (int seed = 0; seed < 12; seed++) {
            Random random = new QuickRandom(seed);
            BandSpectrum[] others = new BandSpectrum[3];
            for (int r = 0; r < 3; r++) {
                double[] rough = random.doubles(BandGrid.SIZE, -20, 20).toArray();
                boolean[] all = new boolean[BandGrid.SIZE];
                Arrays.fill(all, true);
                double[] broad = OctaveSmoothing.smooth(rough, all, 0.7);
                double[] power = RIGHT.power().clone();
                for (int b = 0; b < power.length; b++) {
                    power[b] *= Decibels.toPower(broad[b] + rough[b] / 8);
                }
                others[r] = new BandSpectrum(power, RIGHT.usableBands(), SECONDS);
            }
            Rebalance found = Rebalancing.solve(powers, CorrectionSettings.DEFAULT, material(RIGHT, others), 3);
            changed += Arrays.stream(found.gainsDb()).anyMatch(g -> Math.abs(g) > 0.3) ? 1 : 0;
        }
        assertThat(changed).as("of 12").isLessThanOrEqualTo(1);
    }

    @Test
    void withoutReferencesOrStemsThereIsNothingToSolve() {
        assertThat(Rebalancing.solve(powers(STEMS), CorrectionSettings.DEFAULT, Material.of(Gap.none()), 3)
                        .isNone())
                .isTrue();
        assertThat(Rebalancing.solve(powers(List.of()), CorrectionSettings.DEFAULT, material(RIGHT, RIGHT), 3)
                        .gainsDb())
                .isEmpty();
    }

    @Test
    void silentStemsAndMixesAndShortOnesComeToNothing() {
        Clip silence = Clip.stereo(Ensemble.RATE, new float[9000], new float[9000]);
        Clip mix = Ensemble.sum(STEMS);
        List<Clip> withSilence = List.of(STEMS.get(0), silence, STEMS.get(3));
        Bus bus = Bus.find(mix, List.copyOf(withSilence), Progress.NONE);
        assertThat(bus.levelDb()).isFinite();
        StemPowers powers = StemPowers.measure(mix, List.copyOf(withSilence), new TimeRange(0, SECONDS), Progress.NONE);
        Rebalance found = Rebalancing.solve(
                powers, CorrectionSettings.DEFAULT, material(RIGHT, spectrum(Ensemble.sum(STEMS.subList(1, 5)))), 3);
        assertThat(found.gainsDb()[1]).as("what is silent is not turned up").isZero();
        StemPowers nothing = StemPowers.measure(silence, List.of(silence), new TimeRange(0, 0.1), Progress.NONE);
        assertThat(Rebalancing.solve(nothing, CorrectionSettings.DEFAULT, material(RIGHT, RIGHT), 3)
                        .isNone())
                .isTrue();
        assertThat(nothing.changeDb(new double[] {3})).containsOnly(0);
        assertThat(Bus.find(silence, List.of(silence), Progress.NONE).mid()).containsOnly(0);
        assertThat(nothing.residualDb()).isLessThan(-60);
    }

    @Test
    void oneOfManyStemsIsFoundAmongSixteen() {
        List<Clip> many = new java.util.ArrayList<>();
        for (int i = 0; i < 16; i++) {
            Clip stem = Ensemble.stems(4, 100 + i).get(i % 5);
            many.add(stem);
        }
        double[] errors = new double[16];
        errors[7] = 2.5;
        BandSpectrum right = spectrum(Ensemble.sum(many));
        Rebalance found = solveOver(4, Ensemble.scaled(many, errors), right);
        assertThat(found.gainsDb()[7]).isCloseTo(-2.5, within(0.3));
        assertThat(found.steps()).hasSize(1);
    }

    private static Rebalance solveOver(double seconds, List<Clip> stems, BandSpectrum reference) {
        StemPowers powers =
                StemPowers.measure(Ensemble.sum(stems), List.copyOf(stems), new TimeRange(0, seconds), Progress.NONE);
        return Rebalancing.solve(
                powers, CorrectionSettings.DEFAULT, material(spectrum(Ensemble.sum(stems)), reference), 3);
    }
}
