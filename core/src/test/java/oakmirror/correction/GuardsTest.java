package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import oakmirror.QuickRandom;
import oakmirror.compare.Gap;
import oakmirror.correction.Correction.Held;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.Key;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is planted is refused with its reason, and nothing else changes for it. */
class GuardsTest {

    private static final double[] PROGRAMME = programme();

    /** A spectrum with notes, falling by 4 dB an octave above 1 kHz. */
    private static double[] programme() {
        Random random = new QuickRandom(5);
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
        return correct(Material.of(gap), usual);
    }

    private static Gap gap(DoubleUnaryOperator mixDb, DoubleUnaryOperator referenceDb) {
        return Gap.between(spectrum(mixDb), -20, List.of(new Gap.Reference(spectrum(referenceDb), -20)));
    }

    private static Correction released(
            Set<GuardKind> guards, DoubleUnaryOperator mixDb, DoubleUnaryOperator referenceDb) {
        CorrectionSettings free = CorrectionSettings.DEFAULT;
        for (GuardKind guard : guards) {
            free = free.withReleased(guard, true);
        }
        return correct(Material.of(gap(mixDb, referenceDb)), free);
    }

    private static Correction correct(Material material, CorrectionSettings settings) {
        return Correction.derive(settings.weigh(material), material, settings, MoveDecisions.NONE);
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
        assertThat(only(c).reason()).isEqualTo("no signal");
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
        assertThat(only(c).detail()).matches("no signal above 11 kHz, falling [0-9]{3} dB per octave");
    }

    @Test
    void aGuardThatIsLetGoHoldsNothing() {
        Correction copied = released(Set.of(GuardKind.RESONANCE, GuardKind.FINE_BOOST), f -> 0, resonance(1250));
        assertThat(copied.curveDb()[BandGrid.bandOf(1250)]).isGreaterThan(5);
        Correction cut = released(Set.of(GuardKind.PRESENCE, GuardKind.TOTAL_CHANGE), f -> 0, f -> f < 60 ? -50 : 0);
        assertThat(cut.curveDb()[BandGrid.bandOf(40)]).isLessThan(-5);
        for (Correction c : List.of(copied, cut)) {
            assertThat(c.held()).extracting(Held::reason).containsOnly("outside the range");
        }
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        assertThat(usual.withReleased(GuardKind.RESONANCE, true).withReleased(GuardKind.RESONANCE, false))
                .isEqualTo(usual);
    }

    /** The mix is in C major; the reference has a note 3 dB louder. */
    private static Correction louderNote(double hz, Optional<Key> key) {
        Gap gap = gap(f -> 0, AnalogueSection.bell(hz, 3, 20)::gainDb);
        return correct(new Material(gap, 100, List.of(100.0), key, Optional.empty()), CorrectionSettings.DEFAULT);
    }

    @ParameterizedTest
    @ValueSource(doubles = {92.5, 369.99, 830.61}) // F♯2, F♯4, G♯5
    void aForeignNoteOfTheReferenceIsNotBoosted(double hz) {
        Correction c = louderNote(hz, Optional.of(new Key(0, true)));
        assertThat(most(c, 20, 20000)).isLessThan(0.5);
        assertThat(c.held()).anySatisfy(h -> {
            assertThat(h.reason()).isEqualTo("out-of-key note");
            assertThat(h.detail()).contains("not in C major");
            assertThat(h.lowHz()).isLessThan(hz);
            assertThat(h.highHz()).isGreaterThan(hz);
        });
    }

    @ParameterizedTest
    @ValueSource(doubles = {98, 392, 783.99}) // G2, G4, G5
    void aNoteOfTheKeyIs(double hz) {
        Correction c = louderNote(hz, Optional.of(new Key(0, true)));
        assertThat(c.curveDb()[BandGrid.bandOf(hz)]).isGreaterThan(0.8);
        assertThat(c.held()).extracting(Held::reason).doesNotContain("out-of-key note");
    }

    @Test
    void withoutAKeyNoNoteIsForeign() {
        assertThat(louderNote(369.99, Optional.empty()).curveDb()[BandGrid.bandOf(369.99)])
                .isGreaterThan(0.8);
    }

    @Test
    void boostsAreSmootherThanCuts() {
        DoubleUnaryOperator peak = AnalogueSection.bell(1250, 3.5, 10)::gainDb;
        int at = BandGrid.bandOf(1250);
        Correction boost = correct(f -> 0, peak);
        Correction cut = correct(peak, f -> 0);
        assertThat(cut.curveDb()[at]).isLessThan(-2.5);
        assertThat(boost.curveDb()[at]).isGreaterThan(1).isLessThan(-cut.curveDb()[at] - 0.5);
        assertThat(only(boost).reason()).isEqualTo("narrow boost");
        DoubleUnaryOperator broad = AnalogueSection.bell(1250, 3.5, 2)::gainDb;
        assertThat(correct(f -> 0, broad).curveDb()[at])
                .as("a broad one passes")
                .isCloseTo(3.5, within(0.25));
    }

    @Test
    void theChangeInAllIsLimited() {
        DoubleUnaryOperator seesaw = f -> -8 * Math.tanh(Math.log(f / 700));
        Correction c = correct(f -> 0, seesaw);
        double[] curve = Arrays.copyOfRange(c.curveDb(), BandGrid.bandOf(30), BandGrid.bandOf(16000));
        double mean = Arrays.stream(curve).average().orElseThrow();
        double rms = Math.sqrt(
                Arrays.stream(curve).map(d -> (d - mean) * (d - mean)).average().orElseThrow());
        assertThat(rms).isBetween(5.5, 6.1);
        assertThat(only(c).reason()).isEqualTo("large correction");
    }

    @Test
    void whatWasHeardForAShortWhileIsTrustedLess() {
        Random random = new QuickRandom(8);
        double[] other = random.doubles(BandGrid.SIZE, -4, 4).toArray();
        Gap gap = gap(f -> 0, f -> other[BandGrid.bandOf(f)] + (f > 3000 ? 3 : 0));
        double before = 10;
        for (double seconds : new double[] {100, 15, 8, 4}) {
            Material heard = new Material(gap, seconds, List.of(100.0), Optional.empty(), Optional.empty());
            Correction c = correct(heard, CorrectionSettings.DEFAULT);
            assertThat(most(c, 40, 14000)).as(seconds + " s").isLessThan(before).isPositive();
            before = most(c, 40, 14000);
            assertThat(c.held())
                    .extracting(Held::reason)
                    .filteredOn("short passage"::equals)
                    .hasSize(seconds < 20 ? 1 : 0);
        }
        Material shortest =
                new Material(gap(f -> 0, resonance(700)), 0.2, List.of(0.2), Optional.empty(), Optional.empty());
        assertThat(correct(shortest, CorrectionSettings.DEFAULT).held())
                .as("of one recording a moment is enough")
                .extracting(Held::reason)
                .doesNotContain("short passage");
    }

    @Test
    void musicWithoutSuchThingsIsNotHeldBack() {
        Correction c =
                correct(AnalogueSection.bell(140, 5, 1)::gainDb, AnalogueSection.highShelf(5000, 3, 0.7)::gainDb);
        assertThat(c.held()).extracting(Held::reason).containsOnly("outside the range");
    }
}
