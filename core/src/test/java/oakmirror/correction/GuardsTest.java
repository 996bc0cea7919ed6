package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import oakmirror.compare.Gap;
import oakmirror.correction.Correction.Held;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is planted is refused with its reason, and nothing else changes for it. */
class GuardsTest {

    private static final double[] PROGRAMME = programme();

    /** A spectrum with notes, falling by 4 dB an octave above 1 kHz. */
    private static double[] programme() {
        Random random = new Random(5);
        double[] db = new double[BandGrid.SIZE];
        for (int b = 0; b < db.length; b++) {
            db[b] = -35
                    + 4 * random.nextGaussian()
                    - 4 * Math.max(0, Math.log(BandGrid.centreHz(b) / 1000) / Math.log(2));
        }
        return db;
    }

    private static BandSpectrum spectrum(DoubleUnaryOperator changeDb) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = Math.pow(10, (PROGRAMME[b] + changeDb.applyAsDouble(BandGrid.centreHz(b))) / 10);
        }
        return new BandSpectrum(power, BandGrid.SIZE, 1);
    }

    private static Correction correct(DoubleUnaryOperator mixDb, DoubleUnaryOperator... referencesDb) {
        List<Gap.Reference> references = Arrays.stream(referencesDb)
                .map(r -> new Gap.Reference(spectrum(r), -20))
                .toList();
        Gap gap = Gap.between(spectrum(mixDb), -20, references);
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        return Correction.derive(usual.weigh(gap), usual);
    }

    private static Correction released(GuardKind guard, DoubleUnaryOperator mixDb, DoubleUnaryOperator referenceDb) {
        Gap gap = Gap.between(spectrum(mixDb), -20, List.of(new Gap.Reference(spectrum(referenceDb), -20)));
        CorrectionSettings free = CorrectionSettings.DEFAULT.withReleased(guard, true);
        return Correction.derive(free.weigh(gap), free);
    }

    private static double most(Correction c, double lowHz, double highHz) {
        return Arrays.stream(c.curveDb(), BandGrid.bandOf(lowHz), BandGrid.bandOf(highHz))
                .map(Math::abs)
                .max()
                .orElseThrow();
    }

    private static DoubleUnaryOperator resonance(double hz) {
        AnalogueSection bell = AnalogueSection.bell(hz, 9, 12);
        return bell::gainDb;
    }

    private static Held only(Correction c) {
        List<Held> held = c.held().stream()
                .filter(h -> !h.reason().equals("outside the range"))
                .toList();
        assertThat(held).hasSize(1);
        return held.get(0);
    }

    @ParameterizedTest
    @ValueSource(doubles = {120, 1250, 6000})
    void aResonanceOfTheReferenceIsNotCopied(double hz) {
        Correction c = correct(f -> 0, resonance(hz));
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("copied resonance");
        assertThat(only(c).lowHz()).isBetween(hz * 0.7, hz);
        assertThat(only(c).highHz()).isBetween(hz, hz * 1.4);
    }

    @ParameterizedTest
    @ValueSource(doubles = {120, 1250, 6000})
    void aResonanceOfTheMixIsTakenDown(double hz) {
        Correction c = correct(resonance(hz), f -> 0);
        assertThat(c.curveDb()[BandGrid.bandOf(hz)]).isLessThan(-5);
        assertThat(most(c, 20, hz / 1.5)).isLessThan(0.5);
        assertThat(most(c, hz * 1.5, 20000)).isLessThan(0.5);
    }

    @Test
    void whereNeitherSideHasEnergyNothingIsDone() {
        Correction c = correct(f -> f < 45 ? -60 : 0, f -> f < 45 ? -85 : 0);
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("nothing there");
        assertThat(only(c).highHz()).isCloseTo(45, within(6.0));
    }

    @Test
    void aHighPassOfTheReferenceIsNotCopied() {
        Correction c = correct(f -> 0, f -> f < 60 ? -50 : 0);
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("not in the references");
    }

    @Test
    void aHighPassOfTheMixIsNotFilledUp() {
        Correction c = correct(f -> f < 60 ? -50 : 0, f -> 0);
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("not in the mix");
    }

    @Test
    void theLossyEndOfOneReferenceCountsForNothing() {
        Correction c = correct(f -> 0, f -> f > 12000 ? -70 : 0, f -> f > 500 ? 0.4 : 0, f -> 0);
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("reference 1 ends");
        assertThat(only(c).lowHz()).isCloseTo(12000, within(1200.0));
    }

    @Test
    void theLossyEndOfTheOnlyReferenceIsNotCopiedAndTheRestIsCorrected() {
        AnalogueSection boom = AnalogueSection.bell(140, 5, 1);
        Correction c = correct(boom::gainDb, f -> f > 11000 ? -70 : 0);
        assertThat(c.curveDb()[BandGrid.bandOf(140)]).isCloseTo(-5, within(0.3));
        assertThat(most(c, 2000, 20000)).isLessThan(0.5);
        assertThat(only(c).reason()).isEqualTo("not in the references");
    }

    @Test
    void aGuardThatIsLetGoHoldsNothing() {
        Correction copied = released(GuardKind.RESONANCE, f -> 0, resonance(1250));
        assertThat(copied.curveDb()[BandGrid.bandOf(1250)]).isGreaterThan(5);
        Correction cut = released(GuardKind.PRESENCE, f -> 0, f -> f < 60 ? -50 : 0);
        assertThat(cut.curveDb()[BandGrid.bandOf(40)]).isLessThan(-5);
        for (Correction c : List.of(copied, cut)) {
            assertThat(c.held()).extracting(Held::reason).containsOnly("outside the range");
        }
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        assertThat(usual.withReleased(GuardKind.RESONANCE, true).withReleased(GuardKind.RESONANCE, false))
                .isEqualTo(usual);
    }

    @Test
    void musicWithoutSuchThingsIsNotHeldBack() {
        Correction c =
                correct(AnalogueSection.bell(140, 5, 1)::gainDb, AnalogueSection.highShelf(5000, 3, 0.7)::gainDb);
        assertThat(c.held()).extracting(Held::reason).containsOnly("outside the range");
    }
}
