package oakmirror.candidate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.compare.Gap;
import oakmirror.evidence.Evidence;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faults planted in spectra of made-up songs; what places reach on real recordings is measured by bench/candidates. */
class CandidatesTest {

    private static final double CONTENT = 0.7;

    private static List<Candidate> places(BandSpectrum mix) {
        return Candidates.of(MadeUpSongs.weighed(mix, CONTENT, 2, 3, 4));
    }

    private static Optional<Candidate> at(List<Candidate> places, double hz, boolean tooMuch) {
        return places.stream()
                .filter(c -> c.isTooMuch() == tooMuch && c.lowHz() <= hz && c.highHz() >= hz)
                .findFirst();
    }

    @ParameterizedTest
    @CsvSource({"140, 5", "140, -5", "500, 4.5", "1200, -4.5", "3500, 5", "7000, -5"})
    void aBroadFaultIsAmongTheFirstThree(double hz, double db) {
        int found = 0;
        for (int seed = 100; seed < 110; seed++) {
            BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(seed, CONTENT), AnalogueSection.bell(hz, db, 1));
            List<Candidate> places = places(mix);
            assertThat(places.size()).isLessThanOrEqualTo(Candidates.MOST);
            found += at(places.subList(0, Math.min(3, places.size())), hz, db > 0)
                            .isPresent()
                    ? 1
                    : 0;
        }
        assertThat(found).as("of ten songs").isGreaterThanOrEqualTo(9);
    }

    @Test
    void aShelfIsOfferedAsAShelf() {
        BandSpectrum dull =
                MadeUpSongs.through(MadeUpSongs.song(100, CONTENT), AnalogueSection.highShelf(5000, -5, 0.7));
        Candidate high = at(places(dull), 9000, false).orElseThrow();
        assertThat(high.shape()).isEqualTo(Shape.HIGH_SHELF);
        assertThat(high.highHz()).isGreaterThan(19_000);
        assertThat(high.centreHz()).isBetween(3000.0, 8000.0);
        assertThat(high.proposedDb()).as("it is raised").isBetween(2.5, 6.5);
        BandSpectrum heavy = MadeUpSongs.through(MadeUpSongs.song(101, CONTENT), AnalogueSection.lowShelf(160, 5, 0.7));
        Candidate low = at(places(heavy), 70, true).orElseThrow();
        assertThat(low.shape()).isEqualTo(Shape.LOW_SHELF);
        assertThat(low.proposedDb()).as("it is lowered").isBetween(-6.5, -2.5);
    }

    @ParameterizedTest
    @CsvSource({"250, 5", "812, 8", "2400, 11"})
    void aResonanceIsAmongThePlaces(double hz, double q) {
        int found = 0;
        for (int seed = 100; seed < 110; seed++) {
            BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(seed, CONTENT), AnalogueSection.bell(hz, 8, q));
            found += at(places(mix), hz, true).isPresent() ? 1 : 0;
        }
        assertThat(found).as("of ten songs").isGreaterThanOrEqualTo(8);
    }

    @Test
    void betweenVersionsOfOneRecordingNothingIsOfferedBesideAResonance() {
        BandSpectrum song = MadeUpSongs.song(2, CONTENT);
        BandSpectrum mix = MadeUpSongs.through(song, AnalogueSection.bell(812, 6, 8));
        assertThat(Candidates.of(MadeUpSongs.weighed(mix, CONTENT, 2)))
                .singleElement()
                .satisfies(c -> assertThat(c.overlap(800, 824)).isEqualTo(1));
    }

    @Test
    void whatIsSeenHasTheSignOfTheGapAndItsMoveUndoesIt() {
        BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(9, 0.3), AnalogueSection.bell(400, 6, 1));
        Candidate much = at(Candidates.of(MadeUpSongs.weighed(mix, 0.3, 2, 3, 4)), 400, true)
                .orElseThrow();
        assertThat(much.seenDb()).isNegative();
        assertThat(much.proposedDb()).isNegative().isGreaterThanOrEqualTo(much.seenDb());
        assertThat(much.agree()).isEqualTo(3);
        assertThat(much.of()).isEqualTo(3);
        assertThat(much.outsideDb()).as("outside of what the references span").isPositive();
    }

    @Test
    void largerAndClearerDeparturesHaveBetterOdds() {
        double before = 0;
        for (double db : new double[] {2, 4, 6}) {
            BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(11, CONTENT), AnalogueSection.bell(800, db, 1));
            double odds = at(places(mix), 800, true).map(Candidate::odds).orElse(0.0);
            assertThat(odds).isGreaterThan(before);
            before = odds;
        }
        BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(11, CONTENT), AnalogueSection.bell(800, 4, 1));
        BandSpectrum unlike = MadeUpSongs.through(MadeUpSongs.song(11, 3), AnalogueSection.bell(800, 4, 1));
        assertThat(at(Candidates.of(MadeUpSongs.weighed(unlike, 3, 2, 3, 4)), 800, true)
                        .map(Candidate::odds)
                        .orElse(0.0))
                .as("against music that differs more")
                .isLessThan(at(places(mix), 800, true).orElseThrow().odds());
    }

    @Test
    void betweenVersionsOfOneRecordingAllThatDepartsIsAFault() {
        BandSpectrum song = MadeUpSongs.song(2, CONTENT);
        BandSpectrum mix = MadeUpSongs.through(song, AnalogueSection.bell(1000, 4, 1));
        Candidate place = at(Candidates.of(MadeUpSongs.weighed(mix, CONTENT, 2)), 1000, true)
                .orElseThrow();
        assertThat(place.odds()).isCloseTo(1, within(0.02));
        assertThat(place.proposedDb()).isCloseTo(place.seenDb(), within(0.1));
        assertThat(Candidates.of(MadeUpSongs.weighed(song, CONTENT, 2)))
                .as("nothing departs")
                .isEmpty();
    }

    @Test
    void theyAreToldByOddsTimesAudibilityAndLieApart() {
        for (int seed = 20; seed < 30; seed++) {
            List<Candidate> places =
                    places(MadeUpSongs.through(MadeUpSongs.song(seed, CONTENT), AnalogueSection.bell(300, 5, 1)));
            assertThat(places)
                    .isSortedAccordingTo(Comparator.comparingDouble((Candidate c) -> -c.odds() * c.audibility()));
            for (Candidate c : places) {
                assertThat(c.odds()).isBetween(Candidates.LEAST_ODDS, 1.0);
                assertThat(c.audibility()).isBetween(0.0, 1.0);
                assertThat(places.stream().filter(o -> o != c)).noneMatch(o -> c.overlap(o.lowHz(), o.highHz()) > 0.35);
            }
        }
    }

    @Test
    void aHealthySongHasFew() {
        double count = IntStream.range(40, 60)
                .map(seed -> places(MadeUpSongs.song(seed, CONTENT)).size())
                .average()
                .orElseThrow();
        assertThat(count).isLessThanOrEqualTo(5);
    }

    @Test
    void whereNothingIsKnownNothingIsOffered() {
        assertThat(Candidates.of(Evidence.none())).isEmpty();
        boolean[] little = new boolean[BandGrid.SIZE];
        little[100] = true;
        Gap gap = new Gap(new double[BandGrid.SIZE], new double[BandGrid.SIZE], new double[BandGrid.SIZE], little);
        assertThat(Candidates.of(Evidence.unweighed(gap))).isEmpty();
    }

    @Test
    void aMixThatEndsEarlyIsJudgedAsFarAsItGoes() {
        BandSpectrum mix = MadeUpSongs.through(MadeUpSongs.song(5, CONTENT), AnalogueSection.bell(300, 6, 1));
        BandSpectrum low = new BandSpectrum(mix.power(), BandGrid.bandOf(4000), 100);
        List<Candidate> places = places(low);
        assertThat(at(places, 300, true)).isPresent();
        assertThat(places).allMatch(c -> c.shape() == Shape.HIGH_SHELF || c.highHz() <= 4200);
    }
}
