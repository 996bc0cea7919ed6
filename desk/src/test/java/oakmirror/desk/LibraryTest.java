package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import oakmirror.compare.Subject;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.library.LibraryPane;
import oakmirror.media.TestFiles;
import oakmirror.profile.About;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;
import org.junit.jupiter.api.Test;

/** The library through the window: found, stepped through, used, folded, kept, exchanged, taken back. */
class LibraryTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private LibraryModel shelf() {
        return app.window().shelf();
    }

    private void unfold() throws Exception {
        interact(() ->
                lookup("#library").queryAs(LibraryPane.class).foldedProperty().set(false));
        waitUntil(() -> onFx(() -> shelf().shown().size() == 20));
    }

    private List<String> titles() {
        return onFx(() ->
                shelf().shown().stream().map(s -> s.entry().about().title()).toList());
    }

    @SuppressWarnings("unchecked")
    private ListView<Shown> list() {
        return lookup("#library-list").queryAs(ListView.class);
    }

    private void choose(int... rows) {
        interact(() -> {
            list().getSelectionModel().clearSelection();
            for (int row : rows) {
                list().getSelectionModel().select(row);
            }
        });
    }

    private void fire(String id) {
        interact(lookup(id).queryAs(Button.class)::fire);
    }

    private void more(String text) {
        interact(() -> lookup("#library-more").queryAs(MenuButton.class).getItems().stream()
                .filter(i -> i.getText().startsWith(text))
                .findFirst()
                .orElseThrow()
                .fire());
    }

    @Test
    void aProfileIsFoundSteppedThroughAndUsedInAReferencesPlace() throws Exception {
        openDemo();
        unfold();
        assertThat(onFx(() -> lookup("#library")
                        .queryAs(LibraryPane.class)
                        .lookup(".label.small")
                        .isVisible()))
                .isTrue();
        press(KeyCode.CONTROL);
        type(KeyCode.F);
        release(KeyCode.CONTROL);
        waitUntil(() ->
                onFx(() -> lookup("#library-search").queryAs(TextField.class).isFocused()));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText("reel slo"));
        waitUntil(() -> titles().equals(List.of("Slow Bell")));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText("kiln bpm=120..130 lufs>-30"));
        waitUntil(() -> onFx(() -> !shelf().shown().isEmpty()
                && shelf().shown().size() < 7
                && shelf().shown().stream()
                        .allMatch(s -> s.entry().bpm() > 119.9
                                && s.entry().bpm() < 130.1
                                && s.entry().about().folder().equals("kiln beat"))));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText(""));
        waitUntil(() -> titles().size() == 20);

        // Stepping: the proposal follows, and nothing of the session changes.
        double[] before = onFx(() ->
                app.window().workspace().proposalProperty().get().correction().curveDb());
        var session = session();
        interact(() -> {
            list().requestFocus();
            list().getSelectionModel().clearAndSelect(0);
        });
        type(KeyCode.DOWN);
        waitUntil(() -> onFx(() -> app.window().workspace().derivation().isTrying())
                && onFx(() -> app.window().workspace().settledProperty().get()));
        waitUntil(() -> !Arrays.equals(before, onFx(() -> app.window()
                .workspace()
                .proposalProperty()
                .get()
                .correction()
                .curveDb())));
        assertThat(session()).isEqualTo(session);
        assertThat(onFx(() -> app.window().workspace().derivation().measured()))
                .as("nothing is rendered of a trial")
                .isEmpty();
        type(KeyCode.ESCAPE);
        waitUntil(() -> Arrays.equals(before, onFx(() -> app.window()
                .workspace()
                .proposalProperty()
                .get()
                .correction()
                .curveDb())));

        // Used: a row that is seen and not heard, and counts.
        String name = onFx(() ->
                list().getSelectionModel().getSelectedItem().entry().about().name());
        type(KeyCode.ENTER);
        waitUntil(() -> session().references().size() == 4);
        Track used = session().references().get(3);
        assertThat(used.name()).isEqualTo(name);
        assertThat(used.source()).isInstanceOf(Source.Kept.class);
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
        assertThat(onFx(() -> lookup("#chip-4").query().isDisabled())).isTrue();
        assertThat(onFx(() -> app.window().comparing().comparison().references().size()))
                .isEqualTo(4);
        type(KeyCode.DIGIT4);
        assertThat(onFx(() -> app.window().listening().heardProperty().get())).isNotEqualTo(4);
        interact(() -> lookup("#track-4").query().requestFocus());
        type(KeyCode.DELETE);
        waitUntil(() -> session().references().size() == 3);
    }

    @Test
    void severalAreFoldedIntoOneReferenceThatFollowsTheLibrary() throws Exception {
        openDemo();
        unfold();
        interact(() -> shelf().folderProperty().set("lantern hymn"));
        waitUntil(() -> titles().size() == 6);
        more("Combine this folder");
        waitUntil(() -> session().references().size() == 4);
        assertThat(session().references().get(3).name()).isEqualTo("lantern hymn (6 combined)");
        waitUntil(() -> workspace().isReady());
        assertThat(weighed()).as("each of them is weighed, beside three tracks").isEqualTo(9);
        Set<Integer> weighed = ConcurrentHashMap.newKeySet();
        interact(() -> workspace()
                .proposalProperty()
                .subscribe(p -> weighed.add(p.gap().each().size())));
        choose(0);
        more("Remove selection");
        waitUntil(() -> session().references().get(3).name().equals("lantern hymn (5 combined)"));
        waitUntil(() -> workspace().isReady() && weighed() == 8);
        fire("#library-undo");
        waitUntil(() -> session().references().get(3).name().equals("lantern hymn (6 combined)"));
        waitUntil(() -> workspace().isReady() && weighed() == 9);
        assertThat(weighed).as("what is folded never goes while it changes").containsExactlyInAnyOrder(8, 9);
        assertThat(onFx(() -> workspace().undoAction()))
                .as("what the library does is no step of the session")
                .isEqualTo("combine profiles");
        interact(() -> workspace().undo());
        assertThat(session().references()).hasSize(3);
    }

    @Test
    void howLikeTheMixTheyAreFollowsWhatIsComparedOfIt() throws Exception {
        openDemo();
        unfold();
        waitUntil(() -> Double.isFinite(shelf().shown().get(0).gapDb()));
        double ofThePassage = onFx(() -> shelf().shown().get(0).gapDb());
        interact(() -> workspace()
                .change("Whole tracks", s -> s.withComparing(s.comparing().withScope(Scope.WHOLE_TRACKS))));
        waitUntil(() -> shelf().shown().get(0).gapDb() != ofThePassage);
        interact(() -> workspace().undo());
        waitUntil(() -> shelf().shown().get(0).gapDb() == ofThePassage);
    }

    private int weighed() {
        return proposal().gap().each().size();
    }

    @Test
    void whatIsSaidOfProfilesIsChangedAndTakenBack() throws Exception {
        openDemo();
        unfold();
        interact(() -> shelf().orderProperty().set(Order.TITLE));
        waitUntil(() -> titles().get(0).equals("Ash on the Ferry"));
        choose(0);
        fire("#library-edit-button");
        interact(() -> {
            lookup("#edit-title").queryAs(TextField.class).setText("<i>Ash</i>");
            lookup("#edit-tags").queryAs(TextField.class).setText("ferry, wide");
        });
        fire("#edit-save");
        waitUntil(() -> titles().contains("<i>Ash</i>"));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText("ferry wide"));
        waitUntil(() -> titles().equals(List.of("<i>Ash</i>")));
        Label name = onFx(() -> (Label) list().lookup(".entry .label.strong"));
        assertThat(onFx(name::getText)).as("markup is shown as text").contains("<i>Ash</i>");
        interact(() -> list().requestFocus());
        press(KeyCode.CONTROL);
        type(KeyCode.Z);
        release(KeyCode.CONTROL);
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText(""));
        waitUntil(() -> titles().contains("Ash on the Ferry"));
        assertThat(session().references()).as("undo was the library’s").hasSize(3);
    }

    @Test
    void tracksAreKeptAndProfilesExchanged() throws Exception {
        openDemo();
        unfold();
        var slots = onFx(() -> List.copyOf(app.window().workspace().tracks().all()));
        interact(() -> lookup("#library").queryAs(LibraryPane.class).intake().keep(slots.get(1)));
        waitUntil(() -> titles().contains("Copper Lane – Harbour Lights"));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText("harbour lights"));
        waitUntil(() -> titles().size() == 1);
        choose(0);
        Path file = folder.resolve("out" + ProfileFile.ENDING);
        answers.answer(file.toFile());
        more("Export selection");
        waitUntil(() -> Files.exists(file));
        Profile kept = ProfileFile.read(file).get(0);
        double lufs = onFx(() -> slots.get(1)
                .measured(session().comparing().scope())
                .orElseThrow()
                .heardLufs());
        assertThat(kept.figures().lufs()).as("of the passage that is compared").isCloseTo(lufs, within(0.01));
        assertThat(kept.figures().isPassage()).isTrue();

        // In the track's place it leaves the same gap.
        Subject track = onFx(() -> app.window()
                .workspace()
                .tracks()
                .subject(slots.get(1), session().comparing().scope())
                .orElseThrow());
        double[] own = track.tone().spectrum().left();
        double[] theirs = kept.figures().tone().spectrum().left();
        for (int b = 0; b < own.length; b++) {
            assertThat(theirs[b]).isCloseTo(own[b], within(1e-7 * own[b] + 1e-30));
        }
        Path other = folder.resolve("other" + ProfileFile.ENDING);
        ProfileFile.write(List.of(kept, kept.withId("another").with(About.of("Another", "x"))), other);
        interact(() -> app.window().take(List.of(other)));
        interact(() -> lookup("#library-search").queryAs(TextField.class).setText(""));
        waitUntil(() -> titles().size() == 22);
        waitUntil(() -> onFx(() -> shelf().stateProperty().get()).startsWith("Imported 1 of 2 profiles"));
        interact(() -> shelf().orderProperty().set(Order.TWICE));
        waitUntil(() -> titles().size() == 2);
        answers.answer(TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("music.wav"), 12)
                .getParent()
                .toFile());
        Files.writeString(folder.resolve("broken" + ProfileFile.ENDING), "{\"format\":");
        interact(() -> app.window().take(List.of(folder.resolve("broken" + ProfileFile.ENDING))));
        waitUntil(() -> onFx(() -> shelf().stateProperty().get()).contains("is not an Oak Mirror profile file"));
        more("Import a folder of music");
        interact(() -> shelf().orderProperty().set(Order.NEWEST));
        waitUntil(() -> titles().contains("music")
                || onFx(() -> shelf().stateProperty().get()).contains("read"));
        assertThat(titles()).as(onFx(() -> shelf().stateProperty().get())).contains("music");
    }

    @Test
    void profilesAreComparedWithEachOtherWithoutAnyMix() throws Exception {
        unfold();
        choose(0, 5, 9);
        fire("#library-compare");
        waitUntil(() -> session().references().size() == 3);
        waitUntil(() ->
                onFx(() -> app.window().comparing().comparison().references().size()) == 3);
        assertThat(onFx(() -> app.window().comparing().comparison().corridor().isKnown()))
                .isTrue();
        assertThat(onFx(() -> lookup("#findings").tryQuery().isPresent()))
                .as("Compare is shown")
                .isTrue();
    }

    @Test
    void aGuideIsOneKeyAwayAndCountsNowhere() throws Exception {
        openDemo();
        double[] before = onFx(
                () -> app.window().workspace().proposalProperty().get().gap().gapDb());
        interact(() -> app.window().workspace().changeTrack(2, "use as a guide", t -> t.withGuide(true)));
        waitUntil(() -> onFx(() -> app.window()
                        .workspace()
                        .proposalProperty()
                        .get()
                        .gap()
                        .each()
                        .size())
                == 2);
        assertThat(onFx(() ->
                        app.window().workspace().proposalProperty().get().gap().gapDb()))
                .isNotEqualTo(before);
        waitUntil(() ->
                onFx(() -> app.window().comparing().comparison().references().size()) == 2);
        type(KeyCode.Q);
        waitUntil(() -> onFx(() -> app.window().listening().heardProperty().get()) == 2);
        type(KeyCode.Q);
        waitUntil(() -> onFx(() -> app.window().listening().heardProperty().get()) == 0);
        Path file = folder.resolve("guide.oakmirror.json");
        saveAs(file);
        assertThat(oakmirror.session.SessionFile.read(file)
                        .session()
                        .references()
                        .get(1)
                        .guide())
                .isTrue();
    }

    @Test
    void whatThereIsNoPlaceForIsLeftOutAndSaid() throws Exception {
        openDemo();
        unfold();
        interact(() -> list().getSelectionModel().selectAll());
        fire("#library-use");
        waitUntil(() -> session().references().size() == 16);
        waitUntil(() -> onFx(() -> shelf().stateProperty().get())
                .equals("7 were skipped: a session holds at most 16 references."));
        fire("#library-fold");
        waitUntil(() -> onFx(() -> shelf().stateProperty().get())
                .equals("A session holds at most 16 references; remove one first."));
        assertThat(session().references()).hasSize(16);
        press(KeyCode.CONTROL);
        interact(() -> app.window().root().requestFocus());
        type(KeyCode.Z);
        release(KeyCode.CONTROL);
        waitUntil(() -> session().references().size() == 3);
        assertThat(onFx(() -> shelf().entries().size()))
                .as("the library is as it was")
                .isEqualTo(20);
    }

    @Test
    void nothingIsKeptOfWhatHasNoSound() throws Exception {
        openDemo();
        unfold();
        choose(1);
        fire("#library-use");
        waitUntil(() -> onFx(() -> app.window().workspace().tracks().all().size()) == 5);
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
        var kept = onFx(() -> app.window().workspace().tracks().all().get(4));
        interact(() -> lookup("#library").queryAs(LibraryPane.class).intake().keep(kept));
        waitUntil(() -> onFx(() -> shelf().stateProperty().get()).contains("has no audio, so no profile can be made"));
        assertThat(onFx(() -> shelf().entries().size())).isEqualTo(20);
        choose();
        fire("#library-edit-button");
        assertThat(lookup("#library-edit").tryQuery()).as("nothing is chosen").isEmpty();
        Path nowhere = folder.resolve("not there" + ProfileFile.ENDING);
        interact(() -> app.window().take(List.of(nowhere)));
        waitUntil(() -> onFx(() -> shelf().stateProperty().get())
                .contains("not there.oakprofile.json can’t be read (permission denied)"));
        Path denied = Files.createDirectories(folder.resolve("dir" + ProfileFile.ENDING));
        choose(0);
        answers.answer(denied.toFile());
        more("Export selection");
        waitUntil(() -> onFx(() -> shelf().stateProperty().get()).contains("can’t be written there"));
    }
}
