package oakmirror.zones;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.compare.Span;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.Proposal;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.evidence.Odds;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** All that is done to a mix together, and what was decided about it. */
class ShapedTest {

    private static final int RATE = 48000;

    /** Even, the side 10 dB below the middle and unlike it. */
    private static StereoSpectrum even() {
        double[] both = new double[BandGrid.SIZE];
        double[] cross = new double[BandGrid.SIZE];
        Arrays.fill(both, 1e-4 * 1.1);
        Arrays.fill(cross, 1e-4 * 0.9);
        return new StereoSpectrum(both, both, cross, BandGrid.SIZE, 60);
    }

    private static Shaped shaped() {
        SideShape wider = WidthMove.shape(even(), Map.of(Zone.PRESENCE, 4.0), 1, RATE);
        ZoneDynamicsBand tamed = new ZoneDynamicsBand(Zone.BASS, -24.3, -0.5, 0.4);
        return new Shaped(ToneProposal.alike(even(), Proposal.none()), wider, List.of(tamed));
    }

    @Test
    void theSideAloneChangesTheWidthByWhatIsSaid() {
        StereoSpectrum before = even();
        StereoSpectrum after = shaped().spectrum(Phase.LINEAR);
        double more = Width.of(after, Zone.PRESENCE).sideToMidDb()
                - Width.of(before, Zone.PRESENCE).sideToMidDb();
        assertThat(more).isCloseTo(4, within(0.3)); // the shelf reaches down to it
        assertThat(Width.of(after, Zone.MID).sideToMidDb()).isCloseTo(-10, within(0.6));
        assertThat(after.of(Part.MID)).isEqualTo(before.of(Part.MID));
        double[] told = shaped().appliedDb(Phase.LINEAR);
        int at = BandGrid.bandOf(3500);
        double power =
                after.of(Part.STEREO).power()[at] / before.of(Part.STEREO).power()[at];
        assertThat(told[at]).isCloseTo(10 * Math.log10(power), within(1e-6)).isPositive();
    }

    @Test
    void silenceStaysFinite() {
        Shaped silent =
                new Shaped(ToneProposal.alike(StereoSpectrum.silent(), Proposal.none()), shaped().sides(), List.of());
        assertThat(silent.loudnessChangeLu(Phase.MINIMUM)).isZero();
        assertThat(silent.appliedDb(Phase.MINIMUM)).doesNotContain(Double.NaN).containsOnly(0);
        assertThat(silent.isKnown()).isTrue();
        assertThat(Shaped.NONE.isKnown()).isFalse();
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void itsChainDoesAllOfIt(Phase phase) {
        Chain chain = shaped().chain(phase);
        assertThat(chain.dynamics().orElseThrow().bands()).hasSize(1);
        assertThat(chain.tone().isAlike()).isFalse();
        StereoProcessor p = chain.create(RATE);
        float[] left = Signals.sine(RATE, 3500, -20, 2, 0);
        float[] right = left.clone();
        for (int i = 0; i < right.length; i++) {
            right[i] = -right[i]; // all side
        }
        p.process(left, right, 0, left.length);
        double peak = 0;
        for (int i = RATE; i < left.length; i++) {
            peak = Math.max(peak, Math.abs(left[i]));
        }
        assertThat(20 * Math.log10(peak) + 20)
                .isCloseTo(chain.tone().side().responseDb(3500), within(0.1))
                .isGreaterThan(3);
    }

    @Test
    void whatIsTypedIsAllOfIt() {
        ShapedText text = ShapedText.of(shaped(), "Correction of “Ebb Tide”", 0.31);
        assertThat(text.text().lines().toList())
                .startsWith("Correction of “Ebb Tide”", "", "Mid, (L+R)/2", "No bands: no correction.")
                .contains(
                        "Side, (L−R)/2",
                        "Dynamics, before the equaliser",
                        "Bass, 60–120 Hz: compressed 2.0 : 1 above −24.3 dB, attack 8.3 ms, release 66.7 ms, +0.4 dB on the range",
                        "Make-up gain +0.3 dB.")
                .anyMatch(l -> l.matches(" \\d {2}high shelf .*8\\.00 kHz .*\\+1\\.0 dB.*"));
        assertThat(text.errorDb()).isLessThan(0.2);
        assertThat(ShapedText.of(Shaped.NONE, "x", 0).text()).doesNotContain("Mid,", "Dynamics");
    }

    @Test
    void aMasterCarriesWhatWasDoneToIt() {
        AppliedCorrection applied = shaped().applied(even(), Phase.LINEAR, Optional.empty());
        assertThat(applied.curveDb()).isEqualTo(shaped().appliedDb(even(), Phase.LINEAR));
        assertThat(applied.madeUpDb()).isCloseTo(-shaped().loudnessChangeLu(Phase.LINEAR), within(1e-9));
        assertThat(shaped().fits(RATE)).isTrue();
        assertThat(shaped().fits(8000)).as("the shelf lies above").isFalse();
    }

    private static ZoneDifference difference(Zone zone, double own, double theirs) {
        return new ZoneDifference(
                zone,
                own,
                theirs,
                new Span(theirs - 1, theirs + 1),
                own - theirs,
                Odds.of(own - theirs, 4, 0.01),
                1,
                1,
                1);
    }

    @Test
    void movesAreOffUntilTheyAreTaken() {
        ZoneDifferences differences = new ZoneDifferences(
                List.of(difference(Zone.PRESENCE, -14, -10), difference(Zone.SUB, -20, -12)),
                List.of(difference(Zone.BASS, 13, 10), difference(Zone.MID, 10.5, 10)));
        ZoneMoves moves = ZoneMoves.of(differences, even(), false);
        assertThat(moves.width()).as("nothing wider below 120 Hz").containsOnlyKeys(Zone.PRESENCE);
        assertThat(moves.dynamics()).containsOnlyKeys(Zone.BASS);
        assertThat(moves.dynamics().get(Zone.BASS)).isCloseTo(-3, within(0.01));
        ZoneDecisions none = ZoneDecisions.NONE;
        assertThat(moves.taken(ZoneAspect.DYNAMICS, none)).isEmpty();
        ZoneDecisions half =
                none.with(ZoneDecision.taken(ZoneAspect.DYNAMICS, Zone.BASS).withPart(0.5));
        assertThat(moves.taken(ZoneAspect.DYNAMICS, half).get(Zone.BASS)).isCloseTo(-1.5, within(0.01));
        ZoneDecisions refused =
                half.with(half.of(ZoneAspect.DYNAMICS, Zone.BASS).withRefused(true));
        assertThat(moves.taken(ZoneAspect.DYNAMICS, refused)).isEmpty();
        assertThat(refused.with(ZoneDecision.none(ZoneAspect.DYNAMICS, Zone.BASS)))
                .isEqualTo(none);
        assertThat(ZoneMoves.of(differences, even(), true).width())
                .as("the side has a correction of its own")
                .isEmpty();
        assertThat(moves.sides(even(), half, RATE).isNone()).isTrue();
    }

    @Test
    void whatCannotBeDecidedIsRefused() {
        ZoneDecision taken = ZoneDecision.taken(ZoneAspect.WIDTH, Zone.MID);
        assertThatThrownBy(() -> new ZoneDecision(ZoneAspect.WIDTH, Zone.MID, false, 2))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ZoneDecisions(List.of(taken, taken), 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ZoneDecisions(List.of(), 5)).isInstanceOf(IllegalArgumentException.class);
        assertThat(ZoneDecisions.NONE.withSideShelf(9).sideShelfDb()).isEqualTo(SideShape.MOST_SHELF_DB);
        assertThat(taken.withPart(7).part()).isEqualTo(ZoneDecision.MOST);
    }
}
