package oakmirror.zones;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Zones made wider and narrower, and mono kept safe. */
class WidthMoveTest {

    private static PlantedZones piece;
    private static Subject reference;

    @BeforeAll
    static void measure() throws IOException {
        piece = PlantedZones.piece();
        reference = piece.as(1);
    }

    private static Map<Zone, Double> proposed(Subject mix) {
        StereoSpectrum spectrum = mix.tone().spectrum();
        return ZoneDifferences.of(List.of(mix, reference), CorridorSettings.DEFAULT).width().stream()
                .filter(ZoneDifference::isProposed)
                .collect(Collectors.toMap(
                        ZoneDifference::zone, d -> WidthMove.allowedDb(spectrum, d.zone(), d.proposedDb())));
    }

    private static double sideToMid(PlantedZones planted, Zone zone) throws IOException {
        return Width.of(planted.measured().tone().spectrum(), zone).sideToMidDb();
    }

    private static Shaped shaped(Subject mix, SideShape sides) {
        return new Shaped(ToneProposal.alike(mix.tone().spectrum(), Proposal.none()), sides, List.of());
    }

    @ParameterizedTest
    @CsvSource({
        "500, 2000, MID, MINIMUM",
        "2000, 6000, PRESENCE, MINIMUM",
        "2000, 6000, PRESENCE, LINEAR",
        "6000, 10000, TREBLE, MINIMUM",
        "120, 500, LOW_MID, MINIMUM"
    })
    void halfTheWidthOfAZoneIsFoundAndUndone(double low, double high, Zone zone, Phase phase) throws IOException {
        PlantedZones narrow = piece.withSide(low, high, 0.5);
        Subject mix = narrow.as(0);
        double planted = sideToMid(narrow, zone) - sideToMid(piece, zone);
        assertThat(planted).isCloseTo(-6, within(0.4));
        Map<Zone, Double> wanted = proposed(mix);
        assertThat(wanted).containsOnlyKeys(zone);
        SideShape sides = WidthMove.shape(mix.tone().spectrum(), wanted, 0, PlantedZones.RATE);
        PlantedZones undone = narrow.through(shaped(mix, sides).chain(phase).create(PlantedZones.RATE));
        double rest = sideToMid(undone, zone) - sideToMid(piece, zone);
        assertThat(rest).isBetween(-1.5, 1.5);
        WidthMove told = WidthMove.of(mix.tone().spectrum(), zone, sides.appliedDb(phase));
        assertThat(sideToMid(undone, zone))
                .as("as foretold")
                .isCloseTo(told.after().sideToMidDb(), within(0.15));
        assertThat(Width.of(undone.measured().tone().spectrum(), zone).correlation())
                .isCloseTo(told.after().correlation(), within(0.02));
        assertThat(told.monoLossDb()).isPositive();
    }

    @Test
    void tooWideIsMadeNarrower() throws IOException {
        PlantedZones wide = piece.withSide(2000, 20000, 2);
        Subject mix = wide.as(0);
        Map<Zone, Double> wanted = proposed(mix);
        assertThat(wanted).containsOnlyKeys(Zone.PRESENCE, Zone.TREBLE, Zone.AIR);
        SideShape sides = WidthMove.shape(mix.tone().spectrum(), wanted, 0, PlantedZones.RATE);
        PlantedZones undone =
                wide.through(shaped(mix, sides).chain(Phase.MINIMUM).create(PlantedZones.RATE));
        for (Zone zone : wanted.keySet()) {
            assertThat(sideToMid(undone, zone) - sideToMid(piece, zone)).isBetween(-1.5, 1.5);
            assertThat(WidthMove.of(mix.tone().spectrum(), zone, sides.curveDb())
                            .monoLossDb())
                    .isNegative();
        }
    }

    @ParameterizedTest
    @EnumSource(Zone.class)
    void nothingBecomesWiderInTheLowEnd(Zone zone) {
        StereoSpectrum mix = reference.tone().spectrum();
        SideShape sides = WidthMove.shape(mix, Map.of(zone, WidthMove.allowedDb(mix, zone, 6)), 0, PlantedZones.RATE);
        for (Phase phase : Phase.values()) {
            double[] applied = sides.appliedDb(phase);
            for (int b = 0; BandGrid.centreHz(b) <= SideShape.MONO_BELOW_HZ; b++) {
                assertThat(applied[b])
                        .as("%s at %.0f Hz", phase, BandGrid.centreHz(b))
                        .isLessThan(0.05);
            }
        }
        if (zone == Zone.SUB || zone == Zone.BASS) {
            assertThat(sides.isNone()).isTrue();
        }
    }

    @Test
    void aLowEndThatIsTooWideMayBecomeNarrower() throws IOException {
        PlantedZones wide = piece.withSide(20, 120, 4);
        Subject mix = wide.as(0);
        Map<Zone, Double> wanted = proposed(mix);
        assertThat(wanted).containsKey(Zone.BASS);
        assertThat(wanted.get(Zone.BASS)).isNegative();
        SideShape sides = WidthMove.shape(mix.tone().spectrum(), wanted, 0, PlantedZones.RATE);
        assertThat(sides.appliedDb(Phase.MINIMUM)[BandGrid.bandOf(85)]).isLessThan(-4);
    }

    @Test // what is nearly as wide as unlike sides is not widened
    void nothingBecomesSoWideThatMonoSuffers() throws IOException {
        StereoSpectrum wide = piece.withSide(500, 2000, 2.2).measured().tone().spectrum();
        double own = Width.of(wide, Zone.MID).sideToMidDb();
        assertThat(WidthMove.allowedDb(wide, Zone.MID, 6)).isEqualTo(Math.max(0, -1 - own));
        assertThat(WidthMove.allowedDb(wide, Zone.MID, -9)).isEqualTo(-WidthMove.MOST_DB);
    }

    @Test
    void theShelfIsOnTheSideAlone() {
        SideShape shelf = SideShape.of(Map.of(), 2, PlantedZones.RATE);
        assertThat(shelf.bands()).containsExactly(new EqBand(EqBand.Type.HIGH_SHELF, SideShape.SHELF_HZ, 2, 0.6));
        assertThat(shelf.curveDb()[BandGrid.bandOf(16000)]).isBetween(1.5, 2.0);
        Shaped shaped = shaped(reference, shelf);
        assertThat(shaped.isAlike()).isFalse();
        assertThat(shaped.appliedDb(Part.MID, Phase.MINIMUM)).containsOnly(0);
        assertThat(shaped.filter(Phase.MINIMUM).middle().responseDb(16000)).isZero();
        assertThat(shaped.filter(Phase.MINIMUM).side().responseDb(8000)).isCloseTo(1, within(0.01));
        assertThat(SideShape.of(Map.of(), 2, 11025).isNone())
                .as("where there is no such range")
                .isTrue();
    }
}
