package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move.Kind;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.Evidence;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;

class MovesTest {

    private static final Material MATERIAL = Material.of(Gap.none());
    private static final CorrectionSettings EXACT =
            CorrectionSettings.DEFAULT.withBasis(Basis.EXACT).withLimits(24, 24);

    /** A dip at 130 Hz, a rise at 900, another beside it at 2600, and a high shelf downward. */
    private static double[] curve() {
        List<AnalogueSection> sections = List.of(
                AnalogueSection.bell(130, -5, 1.2),
                AnalogueSection.bell(900, 4, 2),
                AnalogueSection.bell(2600, 3, 2),
                AnalogueSection.highShelf(9000, -4, 0.7));
        return Arrays.stream(BandGrid.centresHz())
                .map(hz -> sections.stream().mapToDouble(s -> s.gainDb(hz)).sum())
                .toArray();
    }

    private static Evidence evidence(double[] gapDb) {
        boolean[] known = new boolean[BandGrid.SIZE];
        Arrays.fill(known, true);
        return Evidence.unweighed(new Gap(new double[BandGrid.SIZE], gapDb, gapDb, known));
    }

    private static Correction derive(double[] gapDb, CorrectionSettings settings, MoveDecisions decisions) {
        return Correction.derive(evidence(gapDb), Material.of(evidence(gapDb).gap()), settings, decisions);
    }

    private static Correction derive(double[] gapDb, MoveDecisions decisions) {
        return derive(gapDb, EXACT, decisions);
    }

    private static Move near(Correction c, double hz) {
        return c.moves().stream()
                .filter(m -> hz >= m.lowHz() && hz <= m.highHz())
                .findFirst()
                .orElseThrow();
    }

    private static double at(Correction c, double hz) {
        return c.curveDb()[BandGrid.bandOf(hz)];
    }

    @Test
    void risesAndDipsAreMovesWithTheirPlaceGainAndWidth() {
        Correction c = derive(curve(), MoveDecisions.NONE);
        assertThat(c.moves()).extracting(Move::kind).containsExactly(Kind.BELL, Kind.BELL, Kind.BELL, Kind.HIGH_END);
        assertThat(c.moves()).extracting(Move::isUp).containsExactly(false, true, true, false);
        Move boom = c.moves().get(0);
        assertThat(boom.centreHz()).isCloseTo(130, within(4.0));
        assertThat(boom.gainDb()).isCloseTo(-5, within(0.15));
        assertThat(boom.octaves()).as("a bell of Q 1.2 is 1.17 octaves wide").isCloseTo(1.17, within(0.15));
        assertThat(c.moves().get(2).centreHz()).isCloseTo(2600, within(150.0));
        assertThat(c.moves().get(3).centreHz()).isGreaterThan(12000);
    }

    @Test
    void theirPartsAddUpToTheCurve() {
        Correction c = derive(curve(), MoveDecisions.NONE);
        double[] sum = new double[BandGrid.SIZE];
        c.moves().forEach(m -> {
            for (int b = 0; b < sum.length; b++) {
                sum[b] += m.partDb()[b];
            }
        });
        for (int b = BandGrid.bandOf(35); b < BandGrid.bandOf(15000); b++) {
            assertThat(sum[b]).as("%.0f Hz", BandGrid.centreHz(b)).isCloseTo(c.curveDb()[b], within(0.11));
        }
    }

    @Test
    void aRefusedMoveIsNotAppliedAndTheOthersStay() {
        Correction all = derive(curve(), MoveDecisions.NONE);
        Treatment refused = Treatment.NONE.withRefused(true);
        Correction c = derive(curve(), MoveDecisions.NONE.with(near(all, 900), refused));
        assertThat(at(c, 900)).isCloseTo(0, within(0.05));
        assertThat(at(c, 2600)).isCloseTo(at(all, 2600), within(0.01));
        assertThat(at(c, 130)).isEqualTo(at(all, 130));
        MoveDecisions none = MoveDecisions.NONE;
        for (Move m : all.moves()) {
            none = none.with(m, refused);
        }
        Proposal p = new Proposal(
                Material.of(evidence(curve()).gap()),
                evidence(curve()),
                derive(curve(), none),
                BandFitter.fit(derive(curve(), none), EXACT, 48000),
                List.of());
        assertThat(p.appliedDb(Phase.MINIMUM)).containsOnly(0);
        assertThat(p.appliedDb(Phase.LINEAR)).containsOnly(0);
    }

    @Test
    void aMoveIsTemperedInGainAndWidth() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        Correction half = derive(curve(), MoveDecisions.NONE.with(boom, Treatment.NONE.withGainFactor(0.5)));
        assertThat(at(half, 130)).isCloseTo(-2.5, within(0.1));
        Correction wide = derive(curve(), MoveDecisions.NONE.with(boom, Treatment.NONE.withWidthFactor(2)));
        assertThat(at(wide, 130)).isCloseTo(-5, within(0.15));
        assertThat(at(wide, 60)).isLessThan(at(derive(curve(), MoveDecisions.NONE), 60) - 1);
        assertThat(near(wide, 130).treatedOctaves()).isCloseTo(2 * boom.octaves(), within(1e-9));
    }

    @Test // strength, another resolution, a passage that reads a little otherwise: the move is the same
    void aDecisionFindsItsMoveAgain() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        MoveDecisions refused = MoveDecisions.NONE.with(boom, Treatment.NONE.withRefused(true));
        for (CorrectionSettings s : List.of(
                EXACT.withStrength(0.2), EXACT.withResolution(1), EXACT.withLimits(2, 2), EXACT.withStrength(0))) {
            Correction c = derive(curve(), s, refused);
            assertThat(near(c, 130).isTaken()).isFalse();
            assertThat(at(c, 130)).isCloseTo(0, within(0.1));
            assertThat(c.lapsed()).isEmpty();
        }
        double[] moved = new double[BandGrid.SIZE];
        for (int b = 0; b < moved.length; b++) {
            moved[b] = 0.8 * curve()[Math.max(0, b - 5)];
        }
        assertThat(near(derive(moved, refused), 150).isTaken()).isFalse();
    }

    @Test
    void aDecisionWhoseMoveHasGoneIsToldAndMeansNothingElse() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        MoveDecisions refused = MoveDecisions.NONE.with(boom, Treatment.NONE.withRefused(true));
        double[] other = Arrays.stream(curve()).map(d -> -d).toArray(); // now it has to go up there
        Correction c = derive(other, refused);
        assertThat(c.moves()).allMatch(Move::isTaken);
        assertThat(c.lapsed()).isEqualTo(refused.decisions());
    }

    @Test
    void decidingAgainReplacesAndDecidingNothingForgets() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        MoveDecisions d = MoveDecisions.NONE
                .with(boom, Treatment.NONE.withRefused(true))
                .with(boom, Treatment.NONE.withGainFactor(0.7));
        assertThat(d.decisions()).hasSize(1);
        assertThat(d.with(boom, Treatment.NONE)).isEqualTo(MoveDecisions.NONE);
    }

    @Test
    void whatIsAddedByHandIsAppliedWhateverTheStrength() {
        MoveDecisions added = MoveDecisions.NONE.withAdded(List.of(new AddedMove(400, 2, 1)));
        Correction c = derive(curve(), EXACT.withStrength(0), added);
        assertThat(at(c, 400)).isCloseTo(2, within(0.02));
        assertThat(at(c, 4000)).isCloseTo(0, within(0.1));
        assertThat(c.moves().get(c.moves().size() - 1).kind()).isEqualTo(Kind.ADDED);
    }

    @Test
    void aLockedMoveStaysAsItWasWhateverElseChanges() {
        CorrectionSettings wide = EXACT.withStrength(0.6);
        Correction before = derive(curve(), wide, MoveDecisions.NONE);
        for (double hz : new double[] {130, 2600, 15000}) {
            LockedMove lock = Correction.lock(near(before, hz), evidence(curve()), MATERIAL, wide);
            MoveDecisions locked = MoveDecisions.NONE.withLocked(List.of(lock));
            Correction same = derive(curve(), wide, locked);
            assertThat(same.curveDb()).as("locking changes nothing").containsExactly(before.curveDb(), within(0.002));
            assertThat(same.moves()).hasSameSizeAs(before.moves());
            Correction none = derive(curve(), EXACT.withStrength(0), locked);
            assertThat(at(none, hz)).isCloseTo(lock.gainDb(), within(0.3));
            assertThat(at(none, hz) - at(before, hz)).isCloseTo(0, within(0.3));
            Correction elsewhere = derive(new double[BandGrid.SIZE], wide, locked);
            assertThat(elsewhere.moves()).extracting(Move::kind).containsExactly(Kind.LOCKED);
            assertThat(at(elsewhere, hz)).isEqualTo(at(none, hz));
            Move other = near(before, 900);
            Correction refused = derive(curve(), wide, locked.with(other, Treatment.NONE.withRefused(true)));
            assertThat(at(refused, 900)).isCloseTo(0, within(0.3));
            assertThat(at(refused, hz)).isCloseTo(at(before, hz), within(0.3));
        }
    }

    @Test // as by two clicks before the first has been followed
    void aMoveIsLockedOnce() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        LockedMove lock = Correction.lock(boom, evidence(curve()), MATERIAL, EXACT);
        MoveDecisions twice = MoveDecisions.NONE.locking(lock).locking(lock);
        assertThat(twice.locked()).containsExactly(lock);
        assertThat(at(derive(curve(), twice), 130)).isCloseTo(-5, within(0.15));
        assertThat(lock.is(near(derive(curve(), twice), 130))).isTrue();
        assertThat(lock.is(boom)).isFalse();
        assertThat(at(derive(curve(), twice.withLocked(List.of(lock.silent()))), 130))
                .as("neither it nor what is proposed there")
                .isCloseTo(0, within(0.1));
    }

    @Test // it stands for what is proposed now in its place, not beside it
    void aLockedMoveIsNotProposedAgainAndItsTreatmentComesBack() {
        Move boom = near(derive(curve(), MoveDecisions.NONE), 130);
        MoveDecisions half = MoveDecisions.NONE.with(boom, Treatment.NONE.withGainFactor(0.5));
        Move treated = near(derive(curve(), half), 130);
        MoveDecisions locked = half.withLocked(List.of(Correction.lock(treated, evidence(curve()), MATERIAL, EXACT)));
        double[] twice = Arrays.stream(curve()).map(d -> 2 * d).toArray();
        assertThat(at(derive(twice, locked), 130)).isCloseTo(-2.5, within(0.15));
        assertThat(derive(twice, locked).lapsed()).isEmpty();
        assertThat(at(derive(twice, locked.withLocked(List.of())), 130)).isCloseTo(-5, within(0.2));
    }

    @Test
    void strengthIsMonotone() {
        double before = 0;
        for (double strength = 0; strength <= 1; strength += 0.05) {
            double[] curve = derive(curve(), EXACT.withStrength(strength).withLimits(6, 9), MoveDecisions.NONE)
                    .curveDb();
            double rms = Math.sqrt(Arrays.stream(curve).map(d -> d * d).sum());
            assertThat(rms).isGreaterThanOrEqualTo(before);
            before = rms;
        }
    }
}
