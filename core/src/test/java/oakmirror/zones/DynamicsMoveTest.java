package oakmirror.zones;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import oakmirror.audio.Clip;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Compressors and expanders that are found so that a zone's crest factor becomes what it should be. */
class DynamicsMoveTest {

    private static final double PLANTED_DB = 3;
    private static PlantedZones piece;
    private static Subject reference;

    @BeforeAll
    static void measure() throws IOException {
        piece = PlantedZones.piece();
        reference = piece.as(1);
    }

    private static PlantedZones through(PlantedZones planted, DynamicsMove move) {
        Chain chain = Chain.NONE.withDynamics(Optional.of(new ZoneDynamicsStage(List.of(move.band()))));
        return planted.through(chain.create(PlantedZones.RATE));
    }

    private static List<ZoneDifference> proposed(PlantedZones mix) throws IOException {
        return ZoneDifferences.of(List.of(mix.as(0), reference), CorridorSettings.DEFAULT).dynamics().stream()
                .filter(ZoneDifference::isProposed)
                .toList();
    }

    @ParameterizedTest
    @CsvSource({"LOW_MID, 3", "LOW_MID, -3", "MID, -3", "PRESENCE, 3", "PRESENCE, -3", "AIR, 3"})
    void plantedDynamicsAreFoundAndUndone(Zone zone, double db) throws IOException {
        PlantedZones mix = piece.withCrest(zone, db);
        double was = piece.crestDb(zone);
        double off = mix.crestDb(zone) - was;
        assertThat(off).as("as planted").isCloseTo(db, within(0.2));
        List<ZoneDifference> found = proposed(mix);
        assertThat(found).extracting(ZoneDifference::zone).contains(zone);
        ZoneDifference difference =
                found.stream().filter(d -> d.zone() == zone).findFirst().orElseThrow();
        DynamicsMove move = new DynamicsSolver(mix.clip(), mix.all(), zone, Progress.NONE)
                .solve(difference.proposedDb(), Progress.NONE);
        assertThat(move.isCompressor()).isEqualTo(db > 0);
        PlantedZones undone = through(mix, move);
        assertThat(undone.crestDb(zone) - was).isBetween(-0.25 * PLANTED_DB, 0.25 * PLANTED_DB);
        assertThat(undone.crestDb(zone) - mix.crestDb(zone)).as("as foretold").isCloseTo(move.changeDb(), within(0.25));
        assertThat(undone.measured().heardLufs())
                .as("as loud as before")
                .isCloseTo(mix.measured().heardLufs(), within(0.3));
    }

    @Test
    void nothingIsProposedOnATrackAgainstItself() throws IOException {
        ZoneDifferences same = ZoneDifferences.of(List.of(piece.as(0), reference), CorridorSettings.DEFAULT);
        assertThat(same.dynamics()).hasSizeGreaterThan(4).noneMatch(ZoneDifference::isProposed);
        assertThat(same.width()).hasSizeGreaterThan(3).noneMatch(ZoneDifference::isProposed);
        assertThat(ZoneDifferences.of(List.of(piece.as(0)), CorridorSettings.DEFAULT))
                .isEqualTo(ZoneDifferences.NONE);
    }

    @Test // the levels and peaks it works by are those of the processor
    void whatIsForetoldWithoutTheSamplesIsReadAsTracksAre() throws IOException {
        for (Zone zone : List.of(Zone.LOW_MID, Zone.PRESENCE)) {
            ZoneSound sound = ZoneSound.of(piece.clip(), piece.all(), zone, Progress.NONE);
            ZoneDynamics own = reference.compared().dynamics().zones().get(zone.ordinal());
            assertThat(sound.crest(0, 0).middleDb()).isCloseTo(own.middleDb(), within(1.2));
            assertThat(sound.crest(0, 0).highDb()).isCloseTo(own.highDb(), within(1.2));
            DynamicsMove move = DynamicsMove.find(sound, -2);
            assertThat(move.changeDb()).isCloseTo(-2, within(0.3));
            assertThat(through(piece, move).crestDb(zone) - piece.crestDb(zone))
                    .isCloseTo(move.changeDb(), within(0.7));
        }
    }

    @Test
    void whatCannotBeReachedIsToldAsFarAsItGoes() {
        DynamicsMove move =
                new DynamicsSolver(piece.clip(), piece.all(), Zone.SUB, Progress.NONE).solve(-9, Progress.NONE);
        assertThat(move.isReached()).isFalse();
        assertThat(move.changeDb()).isBetween(-8.0, -0.3);
        assertThat(move.ratio()).isBetween(1.0, 4.001);
        assertThat(move.wantedDb()).isEqualTo(-9);
    }

    @Test
    void silenceIsLeftAlone() {
        Clip silent =
                Clip.stereo(PlantedZones.RATE, new float[PlantedZones.RATE * 9], new float[PlantedZones.RATE * 9]);
        DynamicsMove none = new DynamicsSolver(
                        silent, new FrameRange(0, 9L * PlantedZones.RATE), Zone.MID, Progress.NONE)
                .solve(-2, Progress.NONE);
        assertThat(none.band().isNone()).isTrue();
        assertThat(none.changeDb()).isZero();
    }

    @Test
    void ofALongMixPiecesAreListenedTo() {
        List<FrameRange> pieces = Pieces.of(new FrameRange(1000, 1000 + 7200L * 10), 10, 300, 15);
        assertThat(pieces).hasSize(20);
        assertThat(pieces.get(0)).isEqualTo(new FrameRange(1000, 1150));
        assertThat(pieces.get(19).end()).isEqualTo(1000 + 7200L * 10);
        assertThat(Pieces.of(new FrameRange(5, 100), 10, 300, 15)).containsExactly(new FrameRange(5, 100));
    }

    @Test
    void listeningCanBeCancelled() {
        assertThatThrownBy(() -> new DynamicsSolver(piece.clip(), piece.all(), Zone.MID, f -> false))
                .isInstanceOf(CancellationException.class);
    }
}
