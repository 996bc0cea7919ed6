package oakmirror.state.comparing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import oakmirror.audio.TimeRange;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.compare.Comparison.Member;
import oakmirror.correction.Move;
import oakmirror.correction.TakenMove;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.findings.Finding;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.DemoStateTest;
import oakmirror.state.comparing.PlacesToHear.Focus;
import oakmirror.state.comparing.ToneView.Averaging;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What Compare shows of the demo, and its places worth a listen: without a window. */
class ComparingTest extends DemoStateTest {

    private Settings settings;
    private Comparing comparing;
    private Blind blind;
    private PlacesToHear places;

    @BeforeEach
    void compare() throws Exception {
        settings = new Settings(background);
        comparing = new Comparing(workspace, settings);
        blind = new Blind(workspace, listening, new VersionsHeard(workspace, listening), new Random(1));
        places = new PlacesToHear(workspace, comparing, listening, blind);
        openDemo();
        waitUntil(() -> !comparing.findingsProperty().get().isEmpty()
                && !places.itemsProperty().get().isEmpty()
                && background.isIdle()
                && workspace.sessionTasks().count() + workspace.programTasks().count() == 0);
    }

    @Test
    void theSheetIsOfWhatIsComparedInTheViewThatIsChosen() {
        assertThat(comparing.comparison().members()).hasSize(4);
        assertThat(comparing.scope()).isEqualTo(Scope.PASSAGES);
        assertThat(comparing.basis()).isNotEmpty();
        double[] fine = comparing.comparison().members().get(0).levelsDb();
        does(() ->
                comparing.look(v -> v.withResolution(1.0 / 3, true).withTilt(3).withPart(Part.SIDE)));
        waitUntil(() -> comparing.sheet().view().part() == Part.SIDE
                && !java.util.Arrays.equals(
                        fine, comparing.comparison().members().get(0).levelsDb()));
        ToneView again = new Comparing(workspace, settings).viewProperty().get();
        assertThat(List.of(again.octaves(), again.tilt(), again.bars()))
                .as("it is remembered")
                .isEqualTo(List.of(1.0 / 3, 3.0, true));
        does(() -> comparing.look(
                v -> v.withPart(Part.STEREO).withBlock(0.1).withMean(true).withPeaks(true)));
        waitUntil(() -> background.isIdle() && comparing.sheet().isComplete());
        does(() -> workspace.change(
                "Whole tracks", s -> s.withComparing(s.comparing().withScope(Scope.WHOLE_TRACKS))));
        waitUntil(() -> comparing.sheet().scope() == Scope.WHOLE_TRACKS);
        assertThat(comparing.basis()).contains("whole");
    }

    @Test
    void aFindingIsDismissedAndRecalledAndUndone() {
        List<Finding> all = comparing.findingsProperty().get();
        does(() -> comparing.dismiss(all.get(0)));
        waitUntil(() -> comparing.dismissedCount() == 1
                && comparing.findingsProperty().get().size() == all.size() - 1);
        does(comparing::recall);
        waitUntil(() -> comparing.findingsProperty().get().equals(all));
        does(workspace::undo);
        waitUntil(() -> comparing.dismissedCount() == 1);
    }

    @Test
    void picturesAreMadeWhenTheyAreAskedForAndCurvesMoveWithThePlace() {
        Pictures pictures = comparing.pictures();
        TimeRange range = new TimeRange(60, 64);
        assertThat(pictures.spectrogram(slot(0), range)).isEmpty();
        waitUntil(() -> pictures.spectrogram(slot(0), range).isPresent());
        waitUntil(() -> pictures.phaseScope(slot(1), range).isPresent());
        waitUntil(() -> pictures.tone(slot(1), range, 0.2).isPresent());
        does(() -> comparing.look(v -> v.withAveraging(Averaging.ONE_SECOND)));
        waitUntil(() -> comparing.sheet().view().averaging() == Averaging.ONE_SECOND
                && comparing.sheet().isComplete());
        MovingPicture moving = new MovingPicture(workspace.sessionTasks(), listening);
        does(() -> listening.seek(62));
        waitUntil(() -> moving.levels(comparing.sheet()).isPresent());
        List<double[]> first = moving.levels(comparing.sheet()).orElseThrow();
        does(() -> listening.seek(70));
        waitUntil(() -> !java.util.Arrays.equals(
                first.get(0), moving.levels(comparing.sheet()).orElseThrow().get(0)));
        does(workspace::reset);
        waitUntil(() -> comparing.comparison().members().isEmpty());
        assertThat(pictures.spectrogram(slotOf(first), range)).isEmpty();
    }

    /** A track of no session: what is asked of it is never there. */
    private oakmirror.state.workspace.TrackSlot slotOf(Object nothing) {
        does(() -> workspace.addFiles(List.of(folder.resolve("gone.wav"))));
        return slot(0);
    }

    private List<Decision> decisions() {
        return places.itemsProperty().get().stream().map(DecidedPlace::decision).toList();
    }

    private Optional<Focus> focus() {
        return places.focusProperty().get();
    }

    private List<TakenMove> taken() {
        return workspace.session().moves(Part.STEREO).taken();
    }

    @Test
    void aPlaceInFocusIsSetUpToBeHeardAndWhatWasHeardComesBack() {
        does(places::next);
        Candidate place = focus().orElseThrow().place();
        assertThat(focus().orElseThrow().number()).isEqualTo(1);
        assertThat(listening.playingProperty().get()).isTrue();
        assertThat(listening.loopingProperty().get()).isTrue();
        assertThat(listening.correctedProperty().get()).as("unchanged").isFalse();
        waitUntil(() -> listening.monitor().partProperty().get().isPresent());
        assertThat(places.tellingPart()).isPresent();
        does(places::toggleTrial);
        assertThat(listening.correctedProperty().get()).isTrue();
        does(places::toggleRange);
        assertThat(listening.monitor().bandProperty().get()).contains(PlacesToHear.band(place));
        does(places::toggleRange);
        assertThat(listening.monitor().bandProperty().get()).isEmpty();
        does(() -> places.setGain(-2));
        assertThat(focus().orElseThrow().gainDb()).isEqualTo(-2);
        does(places::end);
        assertThat(focus()).isEmpty();
        assertThat(listening.playingProperty().get()).isFalse();
        assertThat(listening.correctedProperty().get()).isFalse();
        assertThat(listening.monitor().insteadProperty().get()).isEmpty();
        assertThat(taken()).as("nothing was decided").isEmpty();
    }

    @Test
    void eachIsDecidedAndUndoTakesItBack() {
        does(places::next);
        int count = decisions().size();
        Focus first = focus().orElseThrow();
        does(places::later);
        assertThat(focus().orElseThrow().number()).as("put off").isEqualTo(2);
        does(places::leave);
        assertThat(decisions().get(1)).isEqualTo(Decision.LEFT);
        while (focus().filter(f -> f.number() != 1).isPresent()) {
            does(places::leave);
        }
        assertThat(focus().map(Focus::place)).as("what was put off comes last").contains(first.place());
        does(places::take);
        assertThat(decisions().get(0)).isEqualTo(Decision.TAKEN);
        assertThat(focus()).as("all are decided").isEmpty();
        assertThat(taken()).singleElement().satisfies(t -> assertThat(t.isFor(first.place()))
                .isTrue());
        waitUntil(() -> workspace.proposalProperty().get().correction().moves().stream()
                .anyMatch(m -> m.kind() == Move.Kind.TAKEN));
        for (int i = 0; i < count; i++) {
            does(workspace::undo);
        }
        assertThat(decisions()).containsOnly(Decision.OPEN);
        assertThat(places.offered()).isNotEmpty().noneMatch(DecidedPlace::told);
    }

    @Test
    void withAndWithoutAreToldApartBlindAndWidthIsTakenToo() {
        does(places::next);
        does(places::tellApart);
        waitUntil(blind::isOn);
        List<Boolean> corrected = new ArrayList<>();
        for (int letter = 0; letter < 2; letter++) {
            int heard = letter;
            does(() -> blind.hear(heard));
            corrected.add(listening.correctedProperty().get());
        }
        assertThat(corrected).as("A is without, B with it").containsExactly(false, true);
        does(blind::stop);
        assertThat(focus()).as("back at the place").isPresent();
        Candidate width = places.itemsProperty().get().stream()
                .map(DecidedPlace::place)
                .filter(c -> c.shape() == Shape.WIDTH)
                .findFirst()
                .orElseThrow();
        does(() -> places.focus(width));
        does(places::take);
        assertThat(workspace.session().zones().all()).isNotEmpty();
        waitUntil(() -> !workspace.derivation().shapedProperty().get().sides().isNone());
    }

    @Test
    void aMemberIsFoundByItsTrackWhateverHasMoved() {
        Member last = comparing.comparison().members().get(3);
        assertThat(comparing.sheet().slot(last)).isEqualTo(slot(3));
        does(() -> workspace.change("other order", s -> s.withReferenceMoved(2, 0)));
        waitUntil(() ->
                comparing.sheet().slots().equals(List.copyOf(workspace.tracks().all())));
        assertThat(comparing
                        .sheet()
                        .slot(comparing.comparison().members().get(1))
                        .track()
                        .name())
                .isEqualTo(last.name());
    }
}
