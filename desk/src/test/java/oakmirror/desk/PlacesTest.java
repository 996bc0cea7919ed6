package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.input.KeyCode;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.correction.Move;
import oakmirror.correction.TakenMove;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.session.Shaping;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.comparing.PlacesToHear.Focus;
import oakmirror.zones.ZoneAspect;
import org.junit.jupiter.api.Test;

/** Places worth a listen in the real window, by keys. */
class PlacesTest extends CompareWindow {

    private PlacesToHear places() {
        return app.window().places();
    }

    private Optional<Focus> focus() {
        return onFx(() -> places().focusProperty().get());
    }

    private List<Decision> decisions() {
        return onFx(() -> places().itemsProperty().get().stream()
                .map(DecidedPlace::decision)
                .toList());
    }

    private List<TakenMove> taken() {
        return onFx(() -> workspace().session().moves(Part.STEREO).taken());
    }

    private void openPlaces() throws Exception {
        openDemo();
        waitUntil(() -> !places().itemsProperty().get().isEmpty());
        type(KeyCode.A);
        waitUntil(() -> places().focusProperty().get().isPresent());
    }

    private void undo() {
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    }

    @Test
    void theFirstIsSetUpToBeHeardAndKeysHearEverythingOfIt() throws Exception {
        openPlaces();
        Candidate place = focus().orElseThrow().place();
        assertThat(focus().orElseThrow().number()).isEqualTo(1);
        assertThat(onFx(() -> listening().playingProperty().get()
                        && listening().loopingProperty().get()))
                .isTrue();
        assertThat(onFx(() -> listening().heardProperty().get())).as("Mix").isZero();
        assertThat(onFx(() -> listening().correctedProperty().get()))
                .as("unchanged")
                .isFalse();
        waitUntil(() -> listening().monitor().partProperty().get().isPresent());
        var part = onFx(() -> listening().monitor().partProperty().get().orElseThrow());
        var passage = onFx(
                () -> workspace().tracks().mix().orElseThrow().chosenRange().orElseThrow());
        assertThat(part.startSeconds()).isGreaterThanOrEqualTo(passage.startSeconds() - 0.06);
        assertThat(part.endSeconds()).isLessThanOrEqualTo(passage.endSeconds() + 0.06);
        assertThat(part.seconds()).as("four bars at 118").isCloseTo(4 * 4 * 60 / 118.0, within(0.2));
        var reference = onFx(() -> {
            listening().hear(1);
            return listening().heardRange().orElseThrow();
        });
        double bar = onFx(
                () -> workspace().tracks().all().get(1).bars().orElseThrow().barSeconds());
        assertThat(reference.seconds()).as("four bars of its own").isCloseTo(4 * bar, within(0.1));
        interact(() -> listening().hear(0));

        type(KeyCode.C);
        assertThat(onFx(() -> places().trialProperty().get()
                        && listening().correctedProperty().get()))
                .as("With trial move")
                .isTrue();
        type(KeyCode.C);
        assertThat(onFx(() -> listening().correctedProperty().get())).isFalse();
        type(KeyCode.Z);
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).contains(PlacesToHear.band(place));
        type(KeyCode.Z);
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(1);
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().heardProperty().get())).isZero();

        interact(() -> lookup("#place-gain").queryAs(Slider.class).setValue(-2));
        assertThat(focus().orElseThrow().gainDb()).isEqualTo(-2);
        assertThat(onFx(() -> places().trialProperty().get()))
                .as("dragging lets it be heard")
                .isTrue();
        type(KeyCode.ESCAPE);
        assertThat(focus()).isEmpty();
        assertThat(onFx(() -> listening().playingProperty().get()))
                .as("as before")
                .isFalse();
        assertThat(onFx(() -> listening().monitor().partProperty().get())).isEmpty();
        assertThat(onFx(() -> listening().monitor().insteadProperty().get())).isEmpty();
        assertThat(onFx(() -> listening().correctedProperty().get())).isFalse();
        assertThat(taken()).as("nothing was decided").isEmpty();
    }

    @Test
    void roomForPeaksOfATrialMoveIsKeptNoLongerThanItIsListenedTo() throws Exception {
        openPlaces();
        interact(() -> {
            Slider gain = lookup("#place-gain").queryAs(Slider.class);
            gain.setValue(gain.getMax());
        });
        waitUntil(() -> listening().offsetDb(0) < -3);
        type(KeyCode.C);
        assertThat(onFx(() -> listening().offsetDb(0))).as("without it as loud").isLessThan(-3);
        type(KeyCode.ESCAPE);
        waitUntil(() -> listening().offsetDb(0) > -1);
    }

    @Test
    void aKeyDecidesEachAndUndoTakesItBack() throws Exception {
        openPlaces();
        int count = decisions().size();
        assertThat(count).isGreaterThanOrEqualTo(2);
        Focus first = focus().orElseThrow();
        type(KeyCode.J);
        assertThat(focus().orElseThrow().number()).as("put off").isEqualTo(2);
        type(KeyCode.DELETE);
        assertThat(decisions().get(1)).isEqualTo(Decision.LEFT);
        while (focus().filter(f -> f.number() != 1).isPresent()) {
            type(KeyCode.DELETE);
        }
        assertThat(focus().map(Focus::place)).as("what was put off comes last").contains(first.place());
        type(KeyCode.ENTER);
        assertThat(decisions().get(0)).isEqualTo(Decision.TAKEN);
        assertThat(focus()).as("all are decided").isEmpty();
        assertThat(taken()).singleElement().satisfies(t -> {
            assertThat(t.isFor(first.place())).isTrue();
            assertThat(t.gainDb()).isCloseTo(first.place().proposedDb(), within(0.051));
        });
        waitUntil(() -> workspace().proposalProperty().get().correction().moves().stream()
                .anyMatch(m -> m.kind() == Move.Kind.TAKEN));

        clickOn("#station-shape");
        waitUntil(() -> lookup(".label").queryAllAs(Label.class).stream()
                .anyMatch(l -> l.getText().contains("1 taken")));
        assertThat(lookup("#places").tryQuery()).isPresent();
        clickOn("#station-gather");
        undo();
        assertThat(decisions().get(0)).isEqualTo(Decision.OPEN);
        assertThat(taken()).isEmpty();
        for (int i = 1; i < count; i++) {
            undo();
        }
        assertThat(decisions()).containsOnly(Decision.OPEN);
    }

    @Test
    void widthIsListenedToAndTakenByTheSameKeys() throws Exception {
        openPlaces();
        Candidate width = onFx(() -> places().itemsProperty().get().stream()
                .map(DecidedPlace::place)
                .filter(c -> c.shape() == Shape.WIDTH)
                .findFirst()
                .orElseThrow());
        interact(() -> places().focus(width));
        assertThat(lookup("#place").tryQuery()).isPresent();
        type(KeyCode.C);
        Shaping heard = onFx(() -> listening().monitor().insteadProperty().get().orElseThrow());
        assertThat(heard.zones().all()).isNotEmpty().allMatch(d -> d.isTaken() && d.aspect() == ZoneAspect.WIDTH);
        assertThat(heard.correction().strength()).as("nothing else is done").isZero();
        type(KeyCode.ENTER);
        assertThat(onFx(() -> workspace().session().zones().all()))
                .isEqualTo(heard.zones().all());
        waitUntil(() -> !workspace().derivation().shapedProperty().get().sides().isNone());
        undo();
        assertThat(onFx(() -> workspace().session().zones().all())).isEmpty();
    }

    @Test
    void withAndWithoutCanBeToldApartBlind() throws Exception {
        openPlaces();
        var part = onFx(() -> listening().monitor().partProperty().get());
        clickOn("#place-blind");
        waitUntil(() -> app.window().blind().isOn());
        assertThat(lookup("#letter-X").tryQuery()).isPresent();
        boolean[] corrected = new boolean[2];
        for (int i = 0; i < 2; i++) {
            int letter = i;
            interact(() -> app.window().blind().hear(letter));
            corrected[i] = onFx(() -> listening().correctedProperty().get());
        }
        assertThat(corrected).as("A is without, B with it").containsExactly(false, true);
        type(KeyCode.ENTER);
        assertThat(taken()).as("nothing is decided meanwhile").isEmpty();
        clickOn("#blind-close");
        waitUntil(() -> !app.window().blind().isOn());
        assertThat(focus()).as("back at the place").isPresent();
        assertThat(onFx(() -> listening().monitor().insteadProperty().get())).isPresent();
        assertThat(onFx(() -> listening().monitor().partProperty().get()).isPresent() || part.isEmpty())
                .isTrue();
    }
}
