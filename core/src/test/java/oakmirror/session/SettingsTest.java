package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Gap;
import oakmirror.correction.AddedMove;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.FinishSettings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingsTest {

    @ParameterizedTest
    @CsvSource({
        "-0.1,0.3,6,9",
        "1.1,0.3,6,9",
        "0.5,0.05,6,9",
        "0.5,1.2,6,9",
        "0.5,0.3,0,9",
        "0.5,0.3,6,25",
        "NaN,0.3,6,9"
    })
    void correctionsOutsideTheirRangesCannotBe(double strength, double octaves, double boost, double cut) {
        assertThatThrownBy(() -> new CorrectionSettings(
                        Basis.EXACT, 0.5, strength, octaves, boost, cut, 30, 16000, Set.of(), Optional.empty()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({"-61,-1", "1,-1", "-14,0.5", "-14,-21", "NaN,-1", "-14,NaN"})
    void finishesOutsideTheirRangesCannotBe(double target, double ceiling) {
        assertThatThrownBy(() -> FinishSettings.DEFAULT.withTarget(target, ceiling))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aTrackIsNamedAfterItsFile() {
        assertThat(Track.of(Path.of("/x/Ebb Tide v2.1.wav")).name()).isEqualTo("Ebb Tide v2.1");
        assertThat(Track.of(Path.of("/x/.hidden")).name()).isEqualTo(".hidden");
        assertThat(Track.of(Path.of("plain")).name()).isEqualTo("plain");
    }

    @Test
    void theNextSongBeginsWithWhatBelongsToTheJob() {
        Track reference = Track.of(Path.of("r.wav")).withPassage(new Passage("chorus", new TimeRange(10, 20)));
        FinishSettings finish = FinishSettings.DEFAULT.withTarget(-10.5, -1);
        CorrectionSettings careful = CorrectionSettings.DEFAULT.withCaution(0.9);
        Session song = Session.EMPTY
                .withName("Ebb Tide")
                .withMix(Optional.of(Track.of(Path.of("m.wav"))))
                .withReference(reference.withShift(1.5))
                .withComparing(ComparisonSettings.DEFAULT.withDismissed(List.of("dull")))
                .withFinish(finish)
                .withCorrection(careful)
                .withMoves(Part.STEREO, MoveDecisions.NONE.withAdded(List.of(new AddedMove(100, 2, 1))));

        Session next = song.forNextSong();
        assertThat(next.mix()).isEmpty();
        assertThat(next.name()).isEqualTo(Session.EMPTY.name());
        assertThat(next.references())
                .as("with its passage, where it lies on its own axis")
                .containsExactly(reference);
        assertThat(next.delivery().finish()).isEqualTo(finish);
        assertThat(next.shaping()).isEqualTo(Shaping.DEFAULT.withCorrection(careful));
        assertThat(next.comparing()).isEqualTo(ComparisonSettings.DEFAULT);
        assertThat(next.forNextSong()).isEqualTo(next);
    }

    @Test
    void sessionsAreChangedByMakingNewOnes() {
        Track a = Track.of(Path.of("a.wav"));
        Track b = Track.of(Path.of("b.wav"));
        Session one = Session.EMPTY.withReference(a);
        Session two = one.withReference(b);
        assertThat(Session.EMPTY.isBlank()).isTrue();
        assertThat(one.references()).containsExactly(a);
        assertThat(two.withoutReference(0).references()).containsExactly(b);
        assertThat(one.withMix(Optional.of(b)).isBlank()).isFalse();
        assertThatThrownBy(() -> two.withMix(Optional.of(a)))
                .as("a track is in one place")
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> two.references().add(a)).isInstanceOf(UnsupportedOperationException.class);
    }

    @Test
    void tracksAreChangedByTheirPlace() {
        Track a = Track.of(Path.of("a.wav"));
        Track b = Track.of(Path.of("b.wav"));
        Track c = Track.of(Path.of("c.wav"));
        Session s = Session.EMPTY.withMix(Optional.of(a)).withReferences(List.of(b, c));
        assertThat(s.tracks()).containsExactly(a, b, c);
        assertThat(s.withTrack(0, t -> t.withName("x")).mix().orElseThrow().name())
                .isEqualTo("x");
        assertThat(s.withTrack(2, t -> t.withTrim(1.26)).references().get(1).trimDb())
                .isEqualTo(1.3);
        assertThat(s.withReferenceMoved(1, 0).references()).containsExactly(c, b);
        assertThat(Session.EMPTY
                        .withReferences(List.of(b))
                        .withTrack(0, t -> t.withShift(2))
                        .references()
                        .get(0)
                        .shiftSeconds())
                .isEqualTo(2);
    }

    @Test
    void passagesAreAddedMovedChosenAndTakenAway() {
        Track t = Track.of(Path.of("a.wav"));
        assertThat(t.passage()).isEmpty();
        assertThat(t.withChosenRange(new TimeRange(1, 2))).isEqualTo(t);
        Track two = t.withPassage(new Passage("verse", new TimeRange(1, 5)))
                .withPassage(new Passage("chorus", new TimeRange(8, 12)));
        assertThat(two.passage().orElseThrow().name()).isEqualTo("chorus");
        assertThat(two.withChosenRange(new TimeRange(9, 13)).passages().get(1))
                .isEqualTo(new Passage("chorus", new TimeRange(9, 13)));
        assertThat(two.withoutPassage(0).passage().orElseThrow().name()).isEqualTo("chorus");
        assertThat(two.withoutPassage(1).passage().orElseThrow().name()).isEqualTo("verse");
        assertThat(two.withoutPassage(1).withoutPassage(0).chosen()).isEqualTo(-1);
        assertThat(two.withChosen(-1).withoutPassage(0).passage()).isEmpty();
        assertThatThrownBy(() -> two.withChosen(2)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void zonesLieSideBySideAndAverageTheirBands() {
        Zone[] zones = Zone.values();
        assertThat(zones).hasSize(7);
        for (int i = 1; i < zones.length; i++) {
            assertThat(zones[i].lowHz()).isEqualTo(zones[i - 1].highHz());
        }
        double[] curve = new double[BandGrid.SIZE];
        for (int b = BandGrid.bandOf(60); b < BandGrid.bandOf(120); b++) {
            curve[b] = 4;
        }
        assertThat(Zone.BASS.mean(curve)).isCloseTo(4, within(1e-9));
        assertThat(Zone.SUB.mean(curve)).isZero();
        assertThat(Zone.LOW_MID.mean(curve)).isZero();
    }

    @Test
    void theGridIsReadBetweenItsBands() {
        double[] curve = new double[BandGrid.SIZE];
        curve[136] = 10;
        assertThat(BandGrid.interpolate(curve, 1000)).isCloseTo(10, within(1e-9));
        assertThat(BandGrid.interpolate(curve, 1000 * Math.pow(10, 0.5 / 80))).isCloseTo(5, within(1e-9));
        assertThat(BandGrid.interpolate(curve, 5)).isZero();
        assertThat(BandGrid.interpolate(curve, 90000)).isZero();
        assertThat(BandGrid.bandOf(1)).isZero();
        assertThat(BandGrid.bandOf(1e6)).isEqualTo(BandGrid.SIZE - 1);
    }

    @Test
    void withoutAProposalNothingChanges() {
        Proposal none = Proposal.none();
        assertThat(none.gap().isKnown()).isFalse();
        for (Phase phase : Phase.values()) {
            assertThat(none.appliedDb(phase)).containsOnly(0);
            assertThat(none.loudnessChangeLu(BandSpectrum.silent(), phase)).isZero();
            assertThat(none.filter(phase).responseDb(1000)).isZero();
        }
    }

    @Test
    void theEstimatedChangeOfLoudnessIsThatOfTheWeightedPower() {
        double[] power = new double[BandGrid.SIZE];
        java.util.Arrays.fill(power, 1e-5);
        boolean[] known = new boolean[BandGrid.SIZE];
        java.util.Arrays.fill(known, true);
        double[] even = new double[BandGrid.SIZE];
        java.util.Arrays.fill(even, -4);
        CorrectionSettings wide =
                new CorrectionSettings(Basis.EXACT, 0.5, 1, 1.0 / 12, 24, 24, 20, 20000, Set.of(), Optional.empty());
        Proposal lower = Proposal.derive(new Gap(new double[even.length], even, even, known), wide, 48000);
        BandSpectrum mix = new BandSpectrum(power, BandGrid.SIZE, 1);
        assertThat(lower.loudnessChangeLu(mix, Phase.LINEAR)).isCloseTo(-4, within(0.02));
        assertThatThrownBy(() -> new BandSpectrum(new double[3], 3, 1)).isInstanceOf(IllegalArgumentException.class);
    }
}
