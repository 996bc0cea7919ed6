package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.correction.TakenMove;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PlaceDecisionsTest {

    private static Candidate place(Shape shape) {
        return switch (shape) {
            case WIDTH -> new Candidate(shape, 500, 6000, 1700, 5, 0.8, 0.4, 3, 3, 1, 1);
            case DYNAMICS -> new Candidate(shape, 60, 120, 85, -2.5, 0.8, 0.4, 3, 3, 1, 1);
            default -> new Candidate(shape, 100, 180, 134, -6, 0.75, 0.4, 3, 3, 1, 1);
        };
    }

    @ParameterizedTest
    @EnumSource
    void oneIsTakenLeftAndTakenAfterAll(Shape shape) {
        Candidate place = place(shape);
        assertThat(PlaceDecisions.of(Session.EMPTY, place)).isEqualTo(Decision.OPEN);
        assertThat(PlaceDecisions.gainDb(Session.EMPTY, place)).isCloseTo(place.proposedDb(), within(0.051));

        Session taken = PlaceDecisions.taking(Session.EMPTY, place, place.proposedDb() / 2);
        assertThat(PlaceDecisions.of(taken, place)).isEqualTo(Decision.TAKEN);
        assertThat(PlaceDecisions.gainDb(taken, place)).isCloseTo(place.proposedDb() / 2, within(0.051));

        Session left = PlaceDecisions.leaving(taken, place);
        assertThat(PlaceDecisions.of(left, place)).isEqualTo(Decision.LEFT);
        assertThat(left.moves(Part.STEREO).taken()).isEmpty();
        assertThat(left.zones().all()).noneMatch(ZoneDecision::isTaken);

        Session after = PlaceDecisions.taking(left, place, place.proposedDb());
        assertThat(PlaceDecisions.of(after, place)).isEqualTo(Decision.TAKEN);
        assertThat(after.comparing().left()).isEmpty();
    }

    @ParameterizedTest
    @EnumSource
    void whatIsHeardWithAndWithoutDiffersByItsMoveAlone(Shape shape) {
        Candidate place = place(shape);
        Shaping with = PlaceDecisions.with(Shaping.DEFAULT, place, place.proposedDb());
        assertThat(with).isNotEqualTo(Shaping.DEFAULT);
        assertThat(PlaceDecisions.without(with, place)).isEqualTo(Shaping.DEFAULT);
        assertThat(PlaceDecisions.with(with, place, place.proposedDb()))
                .as("once, however often")
                .isEqualTo(with);
    }

    @Test
    void zonesThatAreOnePlaceAreDecidedTogether() {
        Session taken = PlaceDecisions.taking(Session.EMPTY, place(Shape.WIDTH), 2);
        for (Zone zone : Zone.values()) {
            boolean within = zone == Zone.MID || zone == Zone.PRESENCE;
            assertThat(taken.zones().of(ZoneAspect.WIDTH, zone).part())
                    .as("half of 4 dB in " + zone)
                    .isEqualTo(within ? 0.5 : 0);
            assertThat(taken.zones().of(ZoneAspect.DYNAMICS, zone).isTaken()).isFalse();
        }
    }

    @Test
    void aTrialMoveOfZonesGoesNeitherTheOtherWayNorFurtherThanTheyGo() {
        assertThat(PlaceDecisions.within(place(Shape.WIDTH), -3)).isZero();
        assertThat(PlaceDecisions.within(place(Shape.WIDTH), 20)).isCloseTo(6, within(1e-9));
        assertThat(PlaceDecisions.within(place(Shape.BELL), 3.04)).isCloseTo(3, within(1e-9));
    }

    @Test
    void withMiddleAndSideApartTheMiddleIsMoved() {
        Session taken = PlaceDecisions.taking(Session.EMPTY.withApart(true), place(Shape.BELL), -4);
        assertThat(taken.moves(Part.MID).taken())
                .singleElement()
                .extracting(TakenMove::gainDb)
                .isEqualTo(-4.0);
        assertThat(taken.moves(Part.STEREO).taken()).isEmpty();
    }
}
