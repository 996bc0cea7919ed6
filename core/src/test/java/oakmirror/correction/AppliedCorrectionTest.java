package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.compare.Gap;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class AppliedCorrectionTest {

    private static final CorrectionSettings USUAL = CorrectionSettings.DEFAULT;

    private static BandSpectrum song(long seed, double topDb) {
        Random random = new QuickRandom(seed);
        double[] power = new double[BandGrid.SIZE];
        double walk = 0;
        for (int b = 0; b < power.length; b++) {
            walk = 0.95 * walk + 0.3 * random.nextGaussian();
            double top = BandGrid.centreHz(b) > 3000 ? topDb : 0;
            power[b] = Math.pow(10, (-40 + walk + 2 * random.nextGaussian() + top) / 10);
        }
        return new BandSpectrum(power, BandGrid.SIZE, 1);
    }

    private static BandSpectrum through(BandSpectrum mix, double[] db, double gainDb) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = mix.power()[b] * Math.pow(10, (db[b] + gainDb) / 10);
        }
        return new BandSpectrum(power, BandGrid.SIZE, 1);
    }

    private static Gap gap(BandSpectrum mix) {
        return Gap.between(
                mix,
                -20,
                List.of(
                        new Gap.Reference(song(2, 0), -20),
                        new Gap.Reference(song(3, 0), -20),
                        new Gap.Reference(song(4, 0), -20)));
    }

    private static Proposal again(Gap gap, AppliedCorrection applied) {
        Material corrected =
                new Material(gap, 100, List.of(100.0, 100.0, 100.0), Optional.empty(), Optional.of(applied));
        return Proposal.derive(corrected, USUAL, MoveDecisions.NONE, 48000);
    }

    private static double most(Proposal p) {
        return Arrays.stream(p.correction().curveDb()).map(Math::abs).max().orElseThrow();
    }

    private static AppliedCorrection applied(
            Proposal proposal, BandSpectrum mix, Phase phase, Optional<AppliedCorrection> before) {
        return AppliedCorrection.of(proposal.appliedDb(phase), proposal.loudnessChangeLu(mix, phase), before);
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void whatHasBeenCorrectedIsNotCorrectedAgain(Phase phase) {
        BandSpectrum mix = song(1, -5);
        Proposal first = Proposal.derive(gap(mix), USUAL, 48000);
        assertThat(most(first)).as("there is something to correct").isGreaterThan(1.5);
        AppliedCorrection applied = applied(first, mix, phase, Optional.empty());
        BandSpectrum master = through(mix, applied.curveDb(), applied.madeUpDb());
        assertThat(most(Proposal.derive(gap(master), USUAL, 48000)))
                .as("without memory")
                .isGreaterThan(0.3);
        Proposal again = again(gap(master), applied);
        assertThat(most(again)).isLessThan(0.3);
        double[] both = applied(again, master, phase, Optional.of(applied)).curveDb();
        double[] added = again.appliedDb(phase);
        for (int b = 0; b < both.length; b++) {
            assertThat(both[b]).isCloseTo(applied.curveDb()[b] + added[b], within(1e-9));
        }
    }

    @Test // the other half of a correction at half strength is still asked for
    void whatWasLeftIsProposedStill() {
        BandSpectrum mix = song(1, -5);
        Proposal half = Proposal.derive(gap(mix), USUAL.withStrength(0.5), 48000);
        AppliedCorrection applied = applied(half, mix, Phase.LINEAR, Optional.empty());
        BandSpectrum master = through(mix, applied.curveDb(), applied.madeUpDb());
        Proposal rest = again(gap(master), applied);
        assertThat(most(rest)).isCloseTo(most(half), within(0.25));
    }

    @Test
    void itIsReadAsItWasWritten() {
        double[] curve = new double[BandGrid.SIZE];
        Arrays.setAll(curve, b -> Math.sin(b / 20.0));
        AppliedCorrection applied = new AppliedCorrection(curve, -0.4);
        AppliedCorrection read = AppliedCorrection.parse(applied.text()).orElseThrow();
        assertThat(read.curveDb()).containsExactly(curve, within(0.0005));
        assertThat(read.madeUpDb()).isEqualTo(-0.4);
        assertThat(applied.text().length()).isLessThan(3000);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "oak-mirror-correction 1",
                "oak-mirror-correction 1\n0.1\n1 2 3",
                "oak-mirror-correction 1\nNaN\n1",
                "oak-mirror-correction 2\n0\n0",
                "oak-mirror-correction 1\n0\nx y"
            })
    void whatIsDamagedSaysNothing(String text) {
        assertThat(AppliedCorrection.parse(text)).isEmpty();
    }
}
