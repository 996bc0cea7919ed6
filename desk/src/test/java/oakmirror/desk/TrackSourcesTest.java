package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import oakmirror.audio.TimeRange;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.library.LibraryPane;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.library.Library;
import oakmirror.media.library.Starter;
import oakmirror.profile.About;
import oakmirror.profile.Profile;
import oakmirror.session.FoldRule;
import oakmirror.session.Passage;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;
import org.junit.jupiter.api.Test;

/** Where tracks come from besides files, in a narrow window, damaged, shared with another window, or opened again. */
class TrackSourcesTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private LibraryModel shelf() {
        return app.window().shelf();
    }

    private Path library() {
        return folder.resolve("config/data/library");
    }

    private void unfold() {
        interact(() ->
                lookup("#library").queryAs(LibraryPane.class).foldedProperty().set(false));
    }

    private void resize(double width, double height) {
        interact(() -> {
            var window = app.window().root().getScene().getWindow();
            window.setWidth(width);
            window.setHeight(height);
        });
        settle();
    }

    /** Whether a node lies within what holds it, and within the window. */
    private static boolean isInside(Node node, Region page) {
        var scene = node.localToScene(node.getLayoutBounds());
        var bounds = page.sceneToLocal(scene);
        return bounds.getMaxX() <= page.getWidth() + 1
                && bounds.getMaxY() <= page.getHeight() + 1
                && scene.getMinY() >= 0
                && scene.getMaxY() <= node.getScene().getHeight();
    }

    private void theFrameIsInSight(String where) {
        assertThat(onFx(() -> app.window()
                        .root()
                        .minHeight(app.window().root().getScene().getWidth())))
                .as("what " + where + " takes, with room for what was not saved to be offered above it")
                .isLessThanOrEqualTo(onFx(() -> app.window().root().getScene().getHeight()) - 42);
        for (String id : List.of("#session-name", "#station-gather", "#chip-0", "#dim")) {
            assertThat(onFx(() ->
                            isInside(lookup(id).query(), (Region) app.window().root())))
                    .as(id + " on " + where)
                    .isTrue();
        }
    }

    @Test
    void everyPageFitsAWindowThatIsMadeSmaller() throws Exception {
        openDemo();
        for (Station station : Station.values()) {
            resize(1280, 800);
            interact(() -> app.window().show(station.ordinal()));
            waitUntil(() -> workspace().isReady());
            settle();
            theFrameIsInSight(station.label() + " at 1280 × 800");
            resize(1100, 700);
            settle();
            theFrameIsInSight(station.label() + " at 1100 × 700");
        }
        interact(() -> app.window().show(Station.GATHER.ordinal()));
        assertThat(offsetUnderItsTitle()).isCloseTo(0, within(1.0));
        resize(1280, 800); // as by a click on its frame: all at once
        assertThat(offsetUnderItsTitle()).isCloseTo(0, within(1.0));
    }

    private double offsetUnderItsTitle() {
        Node title = lookup(".track-titles .label").queryAllAs(Label.class).stream()
                .filter(l -> l.getText().equals("Offset"))
                .findFirst()
                .orElseThrow();
        return onFx(() -> right(title) - right(lookup("#offset-0").query()));
    }

    /** From 1920 pixels on: what stands out beside the tracks, and the outcome beside the correction. */
    @Test
    void aWideWindowHasPanesSideBySide() throws Exception {
        openDemo();
        waitUntil(() -> app.window().comparing().comparison().isKnown());
        Node line = lookup("#stands-out").query();
        Node pane = lookup("#stands-out-pane").query();
        assertThat(at(1280, 800, () -> line.isVisible() && !pane.isVisible())).isTrue();
        assertThat(at(1920, 1080, () -> pane.isVisible() && !line.isVisible())).isTrue();
        assertThat(at(1920, 1080, () -> left(pane) - right(lookup("#mirror").query())))
                .isBetween(0.0, 40.0);
        interact(() -> app.window().show(Station.SHAPE.ordinal()));
        waitUntil(() -> !app.window().isWorking());
        settle();
        Node correction = lookup("#correction").query();
        Node outcome = lookup("#outcome").query();
        assertThat(at(1280, 800, () -> left(outcome) - right(correction)))
                .as("below it")
                .isNegative();
        assertThat(at(1920, 1080, () -> left(outcome) - right(correction))).isBetween(0.0, 40.0);
    }

    /** What is seen in a window of this size, which the screen of the tests is too small for: until it is drawn next. */
    private <T> T at(double width, double height, Callable<T> seen) {
        return onFx(() -> {
            Parent root = app.window().root();
            root.resize(width, height);
            root.layout();
            root.applyCss();
            root.layout();
            return seen.call();
        });
    }

    private static double left(Node node) {
        return node.localToScene(node.getLayoutBounds()).getMinX();
    }

    private static double right(Node node) {
        return node.localToScene(node.getLayoutBounds()).getMaxX();
    }

    @Test
    void theTracksKeepTheirPlaceBesideTheLibraryInAnyWindow() throws Exception {
        openDemo();
        unfold();
        for (double[] size : new double[][] {{1280, 800}, {1100, 700}, {1600, 1000}}) {
            resize(size[0], size[1]);
            Region page =
                    onFx(() -> (Region) lookup("#mirror").query().getParent().getParent());
            for (String id : List.of("#mirror", "#rows", "#passages", "#levels", "#stands-out", "#track-0")) {
                assertThat(onFx(() -> isInside(lookup(id).query(), page)))
                        .as("%s at %s × %s", id, size[0], size[1])
                        .isTrue();
            }
            theFrameIsInSight("Gather at %s × %s".formatted(size[0], size[1]));
            assertThat(onFx(() -> lookup("#library").queryAs(Region.class).getWidth()))
                    .isGreaterThan(300);
        }
        resize(1280, 800);
        interact(() ->
                lookup("#library").queryAs(LibraryPane.class).foldedProperty().set(true));
        settle();
        assertThat(onFx(() -> lookup("#contour-0").query().isVisible())).isTrue();
        assertThat(onFx(() -> lookup("#library").query().isVisible())).isFalse();
    }

    @Test
    void whatAnotherWindowAddsIsSeenHereAndAFoldFollowsIt() throws Exception {
        openDemo();
        unfold();
        waitUntil(() -> onFx(() -> shelf().shown().size() == 20));
        interact(() -> shelf().typedProperty().set("saltglaze"));
        waitUntil(() -> onFx(() -> shelf().shown().size() == 3));
        interact(() -> lookup("#library-more")
                .queryAs(javafx.scene.control.MenuButton.class)
                .getItems()
                .get(4)
                .fire());
        waitUntil(() -> session().references().size() == 4);
        assertThat(session().references().get(3).source()).isInstanceOfSatisfying(Source.Folded.class, f -> {
            assertThat(f.rule()).isEqualTo(new FoldRule(FoldRule.Kind.SEARCH, "saltglaze"));
            assertThat(f.members()).hasSize(3);
        });
        Profile other =
                Starter.profiles().get(2).withId("from-elsewhere").with(About.of("Saltglaze, live", "another window"));
        try (Library window = Library.open(library())) {
            window.add(List.of(other));
        }
        waitUntil(() -> onFx(() -> shelf().shown().size() == 4));
        waitUntil(() -> session().references().get(3).name().equals("saltglaze (4 combined)"));
        interact(workspace()::undo);
        assertThat(session().references())
                .as("undo takes back what the user did")
                .hasSize(3);
        interact(workspace()::redo);
        assertThat(session().references().get(3).name())
                .as("and comes back as the library is now")
                .isEqualTo("saltglaze (4 combined)");
    }

    private List<String> compared() {
        return onFx(() -> app.window().comparing().comparison().references().stream()
                .map(m -> m.name())
                .toList());
    }

    @SuppressWarnings("unchecked")
    @Test
    void aTrialIsSaidWhereItReachesAndEndsBeforeMastersAreMade() throws Exception {
        openDemo();
        unfold();
        waitUntil(() -> onFx(() -> shelf().shown().size() == 20));
        ListView<Shown> list = lookup("#library-list").queryAs(ListView.class);
        interact(() -> {
            list.requestFocus();
            list.getSelectionModel().clearAndSelect(0);
        });
        for (Station next : List.of(Station.FINISH, Station.GATHER)) {
            type(KeyCode.DOWN);
            waitUntil(() -> workspace().derivation().isTrying());
            interact(() -> app.window().show(Station.COMPARE.ordinal()));
            String tried = onFx(() ->
                    list.getSelectionModel().getSelectedItem().entry().about().name());
            assertThat(onFx(() ->
                            lookup("#trying .label").queryAs(Labeled.class).getText()))
                    .startsWith(tried);
            waitUntil(() -> compared().equals(List.of(tried)));
            if (next == Station.FINISH) {
                interact(() -> app.window().show(Station.FINISH.ordinal()));
            } else {
                interact(lookup("#trying-end").queryAs(ButtonBase.class)::fire);
            }
            waitUntil(() -> !workspace().derivation().isTrying()
                    && !lookup("#trying").query().isVisible());
            waitUntil(() -> compared().size() == 3);
            interact(() -> app.window().show(Station.GATHER.ordinal()));
            interact(() -> list.requestFocus());
        }
    }

    @SuppressWarnings("unchecked")
    @Test
    void whatIsChosenStaysChosenWhenTheOrderChanges() throws Exception {
        openDemo();
        unfold();
        waitUntil(() -> onFx(() -> shelf().shown().size() == 20));
        ListView<Shown> list = lookup("#library-list").queryAs(ListView.class);
        interact(() -> list.getSelectionModel().selectIndices(2, 7));
        List<String> chosen = onFx(() -> list.getSelectionModel().getSelectedItems().stream()
                .map(s -> s.entry().id())
                .sorted()
                .toList());
        for (Order order : Order.values()) {
            if (order != Order.TWICE) {
                interact(() -> shelf().orderProperty().set(order));
                settle();
                waitUntil(() -> onFx(() -> list.getSelectionModel().getSelectedItems().stream()
                                .map(s -> s.entry().id())
                                .sorted()
                                .toList())
                        .equals(chosen));
            }
        }
        waitUntil(() -> onFx(() -> shelf().shown().size() == 20));
        double[] lengths = onFx(() ->
                shelf().shown().stream().mapToDouble(s -> s.entry().seconds()).toArray());
        assertThat(lengths).isSorted();
    }

    @Test
    void profilesAreSeenOnEveryPageAndHeardOnNone() throws Exception {
        openDemo();
        Track profile = Track.of(new Source.Kept(Starter.profiles().get(3)), "Sandbar Fiddlers");
        interact(() -> workspace().change("a profile", s -> s.withReference(profile)));
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
        for (KeyCode page :
                new KeyCode[] {KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT1}) {
            press(KeyCode.CONTROL).type(page).release(KeyCode.CONTROL);
            settle();
        }
        assertThat(onFx(() -> lookup("#track-4 .label").queryAllAs(Labeled.class).stream()
                        .map(Labeled::getText)
                        .toList()))
                .contains("Sandbar Fiddlers", "profile");
        type(KeyCode.SPACE);
        press(KeyCode.CONTROL).type(KeyCode.DIGIT2).release(KeyCode.CONTROL);
        settle();
        for (int i = 0; i < 5; i++) {
            type(KeyCode.TAB);
            assertThat(onFx(() -> app.window().listening().heardProperty().get()))
                    .isLessThan(4);
        }
        type(KeyCode.SPACE);
        press(KeyCode.CONTROL).type(KeyCode.B).release(KeyCode.CONTROL);
        waitUntil(() -> lookup("#blind-close").tryQuery().isPresent());
        assertThat(onFx(() -> app.window().root().lookupAll(".check-box").stream()
                        .map(n -> ((javafx.scene.control.CheckBox) n).getText())
                        .toList()))
                .noneMatch(t -> t.contains("Sandbar Fiddlers"));
    }

    @Test
    void aSessionIsOpenedAgainWithItsProfilesAndItsBounces() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 20);
        List<Profile> two = Starter.profiles().subList(0, 2);
        Source.Folded folded = new Source.Folded(new FoldRule(FoldRule.Kind.PICKED, "reels"), two);
        interact(() -> app.window().workspace().change("all", s -> s.withMix(
                        Optional.of(Track.of(mix).withPassage(new Passage("p", new TimeRange(4, 12)))))
                .withReference(Track.of(new Source.Kept(two.get(0)), "kept"))
                .withReference(Track.of(folded, folded.usualName()))));
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
        double[] gap = onFx(
                () -> app.window().workspace().proposalProperty().get().gap().gapDb());
        Path next = folder.resolve("mix 2.wav");
        float[][] song = TestFiles.read(mix);
        TestFiles.write(next, OutputFormat.WAV_24, 48000, song[1], song[0]);
        waitUntil(() -> onFx(() -> app.window().bounces().allProperty().get().size()) == 2);
        Path file = folder.resolve("kept.oakmirror.json");
        saveAs(file);
        var kept = session();
        reopen(file);
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
        assertThat(session()).isEqualTo(kept);
        waitUntil(() -> onFx(() -> app.window().bounces().allProperty().get().size()) == 2);
        waitUntil(() ->
                onFx(() -> app.window().bounces().allProperty().get().get(1).isNow()));
        double[] again = onFx(
                () -> app.window().workspace().proposalProperty().get().gap().gapDb());
        for (int b = 0; b < gap.length; b++) { // the sides changed over: the same tone
            assertThat(again[b]).isCloseTo(gap[b], within(0.01));
        }
    }

    @Test
    void bouncesAreTakenFromAnywhereAndWhatIsNoneIsSaid() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 15);
        interact(() -> app.window().workspace().addFiles(List.of(mix)));
        waitUntil(() -> onFx(() ->
                app.window().workspace().tracks().mix().orElseThrow().imported().isPresent()));
        Path broken = folder.resolve("broken.wav");
        Files.write(broken, new byte[] {1, 2, 3});
        interact(() -> app.window().bounces().take(broken));
        waitUntil(() ->
                onFx(() -> app.window().workspace().messageProperty().get()).contains("broken.wav"));
        assertThat(session().mix().flatMap(Track::file)).contains(mix);

        Path elsewhere = Files.createDirectories(folder.resolve("elsewhere"));
        interact(() -> app.window().bounces().watch(Optional.of(elsewhere)));
        waitUntil(
                () -> onFx(() -> app.window().bounces().folderProperty().get()).equals(Optional.of(elsewhere)));
        float[][] song = TestFiles.read(mix);
        Path other = TestFiles.write(elsewhere.resolve("mix 7.wav"), OutputFormat.WAV_16, 48000, song[0], song[1]);
        waitUntil(() -> session().mix().flatMap(Track::file).equals(Optional.of(other)));
        interact(() -> app.window().bounces().watch(Optional.empty()));
        Path unlike = TestFiles.music(folder.resolve("quite another song.wav"), 44100, 15, 0.3);
        interact(() -> app.window()
                .workspace()
                .changeTrack(0, "passage", t -> t.withPassage(new Passage("p", new TimeRange(3, 9)))));
        interact(() -> app.window().bounces().take(unlike));
        waitUntil(() -> session().mix().flatMap(Track::file).equals(Optional.of(unlike)));
        assertThat(onFx(() -> app.window().workspace().messageProperty().get()))
                .contains("passage “p” was not found in it and keeps its time");
        assertThat(session().mix().orElseThrow().passages().get(0).range()).isEqualTo(new TimeRange(3, 9));
    }
}
