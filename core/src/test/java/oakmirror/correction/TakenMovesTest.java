package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.candidate.Candidates;
import oakmirror.candidate.MadeUpSongs;
import oakmirror.compare.Gap;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Moves that the ear has taken, and how bold a correction is without it. */
class TakenMovesTest {

    private static final double BOOM_HZ = 140;
    private static final double BOOM_DB = 5;
    private static final CorrectionSettings USUAL = CorrectionSettings.DEFAULT;

    private static Gap boomy() {
        return boomy(BOOM_DB);
    }

    private static Gap boomy(double db) {
        BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(100, 0.8), AnalogueSection.bell(BOOM_HZ, db, 1));
        return MadeUpSongs.gap(mix, 0.8, 2, 3, 4);
    }

    private static Candidate boom(Gap gap) {
        return Candidates.of(USUAL.weigh(Material.of(gap))).stream()
                .filter(c -> c.isTooMuch() && c.lowHz() < BOOM_HZ && c.highHz() > BOOM_HZ)
                .findFirst()
                .orElseThrow();
    }

    private static Proposal with(Gap gap, CorrectionSettings settings, TakenMove... moves) {
        return Proposal.derive(Material.of(gap), settings, MoveDecisions.NONE.withTaken(List.of(moves)), 48000);
    }

    private static double at(Proposal p, double hz) {
        return BandGrid.interpolate(p.correction().curveDb(), hz);
    }

    /** How much a correction does, RMS. */
    private static double size(Proposal p) {
        return Math.sqrt(Arrays.stream(p.correction().curveDb())
                .map(d -> d * d)
                .average()
                .orElseThrow());
    }

    @Test
    void theTrialMoveIsAppliedWhateverTheStrength() {
        Gap gap = boomy();
        TakenMove move = TakenMove.of(boom(gap));
        Proposal none = with(gap, USUAL.withStrength(0), move);
        assertThat(none.correction().curveDb()).containsExactly(move.curveDb(), within(1e-9));
        assertThat(none.correction().moves())
                .filteredOn(m -> m.kind() == Move.Kind.TAKEN)
                .singleElement()
                .satisfies(m -> assertThat(m.gainDb()).isEqualTo(move.gainDb()));
    }

    @Test
    void whatIsTakenIsNotProposedOnceMore() {
        Gap gap = boomy();
        TakenMove move = TakenMove.of(boom(gap));
        double taken = at(with(gap, USUAL, move), BOOM_HZ);
        double trial = move.curveDb()[BandGrid.bandOf(BOOM_HZ)];
        assertThat(taken).as("not taken back").isLessThanOrEqualTo(trial + 0.1);
        assertThat(taken)
                .as("trial and what is proposed beside it are no more than the boom")
                .isGreaterThan(-BOOM_DB - 0.5);
    }

    @Test
    void besideItHalfOfWhatIsLeftIsFollowedUnlessBoldnessIsAskedFor() {
        BandSpectrum mix = MadeUpSongs.through(
                MadeUpSongs.through(MadeUpSongs.song(100, 0.8), AnalogueSection.bell(BOOM_HZ, BOOM_DB, 1)),
                AnalogueSection.highShelf(6000, -4, 0.7));
        Gap gap = MadeUpSongs.gap(mix, 0.8, 2, 3, 4);
        TakenMove move = TakenMove.of(boom(gap));
        double[] lowered = Arrays.stream(move.curveDb()).map(d -> -d).toArray();
        int treble = BandGrid.bandOf(11000);
        for (double caution : new double[] {0, USUAL.caution()}) {
            CorrectionSettings settings = USUAL.withCaution(caution);
            double left = settings.emboldened(Material.of(gap.withMixLowered(lowered)))
                    .supportedDb()[treble];
            double followed = Proposal.weigh(Material.of(gap), settings, MoveDecisions.NONE.taking(move))
                    .supportedDb()[treble];
            assertThat(left).as("dull").isGreaterThan(1);
            assertThat(followed / left).isCloseTo(caution == 0 ? 1 : 0.5, within(0.02));
        }
    }

    @Test
    void decidingAnewKnowsWhatWasTaken() {
        Gap gap = boomy();
        TakenMove move = TakenMove.of(boom(gap));
        MoveDecisions taken = MoveDecisions.NONE.taking(move);
        Proposal decided = with(gap, USUAL).deciding(USUAL, taken, 48000);
        assertThat(decided.correction()).isEqualTo(with(gap, USUAL, move).correction());
        assertThat(decided.deciding(USUAL, MoveDecisions.NONE, 48000).correction())
                .isEqualTo(with(gap, USUAL).correction());
    }

    @Test
    void itCanBeTemperedAndLeftOut() {
        Gap gap = boomy();
        TakenMove move = TakenMove.of(boom(gap));
        Move shown = with(gap, USUAL, move).correction().moves().stream()
                .filter(m -> m.kind() == Move.Kind.TAKEN)
                .findFirst()
                .orElseThrow();
        MoveDecisions decisions = MoveDecisions.NONE.taking(move);
        MoveDecisions half = decisions.treating(shown, Treatment.NONE.withGainFactor(0.5), Optional.empty());
        assertThat(half.taken()).singleElement().satisfies(t -> assertThat(t.gainDb())
                .isCloseTo(move.gainDb() / 2, within(0.051)));
        // The move that is shown may be older than the decision: the same gesture goes on from where it began.
        assertThat(half.treating(shown, Treatment.NONE.withGainFactor(1), Optional.empty())
                        .taken())
                .containsExactly(move);
        assertThat(decisions.without(shown)).isEqualTo(MoveDecisions.NONE);
        assertThat(decisions.taking(move.withGain(-1)).taken()).containsExactly(move.withGain(-1));
    }

    @Test
    void boldestCorrectsEveryPlaceAtItsTrialSizeAndMostCarefulNone() {
        Gap gap = boomy(2.5); // less than what is followed as likely anyway
        List<Candidate> places = Candidates.of(USUAL.weigh(Material.of(gap)));
        Proposal bold = with(gap, USUAL.withCaution(0));
        for (Candidate c : places) {
            if (c.shape() == Shape.BELL && c.octaves() > 0.5) {
                assertThat(at(bold, c.centreHz()) / c.proposedDb())
                        .as("at its trial size, or more where that is likely: %s", c)
                        .isGreaterThan(0.75);
            }
        }
        Proposal usual = with(gap, USUAL);
        Proposal careful = with(gap, USUAL.withCaution(1));
        assertThat(size(bold)).isGreaterThan(1.1 * size(usual));
        assertThat(size(usual)).isGreaterThan(1.1 * size(careful));
    }

    @ParameterizedTest
    @EnumSource(
            value = Shape.class,
            names = {"BELL", "LOW_SHELF", "HIGH_SHELF"})
    void itsCurveIsThatOfItsFilter(Shape shape) {
        TakenMove move = new TakenMove(shape, 1000, -4, 1, 700, 1400);
        double[] curve = move.curveDb();
        double centre = curve[BandGrid.bandOf(1000)];
        assertThat(centre)
                .isCloseTo(
                        shape == Shape.BELL ? -4 : -2, within(0.01)); // Bristow-Johnson: half of it at a shelf's corner
        assertThat(curve[BandGrid.bandOf(30)]).isCloseTo(shape == Shape.LOW_SHELF ? -4 : 0, within(0.1));
        assertThat(curve[BandGrid.bandOf(19000)]).isCloseTo(shape == Shape.HIGH_SHELF ? -4 : 0, within(0.1));
    }

    @Test
    void impossibleMovesAreRefused() {
        assertThatThrownBy(() -> new TakenMove(Shape.WIDTH, 100, -4, 1, 60, 120))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("zones");
        assertThatThrownBy(() -> new TakenMove(Shape.BELL, 5, -4, 1, 3, 8)).hasMessageContaining("10 Hz");
        assertThatThrownBy(() -> new TakenMove(Shape.BELL, 100, 40, 1, 80, 120)).hasMessageContaining("24 dB");
        assertThatThrownBy(() -> new TakenMove(Shape.BELL, 100, 4, 20, 80, 120)).hasMessageContaining("octaves");
        assertThat(new TakenMove(Shape.BELL, 100, 3, 1, 80, 120).withGain(99).gainDb())
                .isEqualTo(24);
    }
}
