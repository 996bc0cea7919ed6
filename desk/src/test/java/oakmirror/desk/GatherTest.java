package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.paint.Color;
import oakmirror.audio.TimeRange;
import oakmirror.media.TestFiles;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.session.Track;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.Test;

/** Gather as it is used: tracks, passages, levels. */
class GatherTest extends WindowTest {

    /** Whole: passages are found in tracks as long as they are. */
    @Override
    Path demo() {
        return TestFiles.demo("x").getParent();
    }

    private Path[] tracks(int count) throws Exception {
        Path[] files = new Path[count];
        for (int i = 0; i < count; i++) {
            files[i] = TestFiles.music(folder.resolve("track " + i + ".wav"), 44100, 6 + i % 3, 0.1 + 0.02 * i);
        }
        return files;
    }

    private void waitUntilSettled() throws Exception {
        waitUntil(() -> workspace().isReady());
    }

    private Track track(int index) {
        return session().tracks().get(index);
    }

    private String text(String query) {
        return lookup(query).queryAs(Label.class).getText();
    }

    private Bounds screen(String query) {
        Node node = lookup(query).query();
        return onFx(() -> node.localToScreen(node.getBoundsInLocal()));
    }

    @Test
    void sixteenReferencesFromADroppedFolderAndNoMore() throws Exception {
        Path many = Files.createDirectory(folder.resolve("many"));
        for (Path file : tracks(18)) {
            Files.move(file, many.resolve(file.getFileName()));
        }
        interact(() -> app.window().take(List.of(many)));
        waitUntilSettled();
        assertThat(session().references()).hasSize(16);
        assertThat(onFx(() -> workspace().messageProperty().get())).contains("skipped");
        assertThat(lookup("#track-16").tryQuery()).isPresent();
        // All heard at the mix's loudness.
        for (int i = 1; i <= 16; i++) {
            int index = i;
            double heard = onFx(() -> workspace()
                            .tracks()
                            .all()
                            .get(index)
                            .imported()
                            .orElseThrow()
                            .measurement()
                            .heardLufs()
                    + listening().offsetDb(index));
            double mix = onFx(() -> workspace()
                            .tracks()
                            .mix()
                            .orElseThrow()
                            .imported()
                            .orElseThrow()
                            .measurement()
                            .heardLufs()
                    + listening().offsetDb(0));
            assertThat(heard).isCloseTo(mix, within(1e-6));
        }
        // The folder is offered again.
        MenuButton menu = lookup("#add-tracks").queryAs(MenuButton.class);
        interact(menu::show);
        assertThat(onFx(() -> menu.getItems().stream().map(i -> i.getText()).toList()))
                .contains(many.toAbsolutePath().toString());
        interact(menu::hide);
    }

    @Test
    void tracksAreRenamedTaggedAndReordered() throws Exception {
        openDemo();
        clickOn("#name-2");
        type(KeyCode.F2);
        waitUntil(() -> lookup("#edit-2").tryQuery().isPresent());
        write("The dark one");
        type(KeyCode.ENTER);
        assertThat(track(2).name()).isEqualTo("The dark one");
        waitUntil(() -> text("#name-2").equals("The dark one"));
        menuOf("#name-2");
        clickOn("Tags…");
        waitUntil(() -> lookup("#edit-2").tryQuery().isPresent());
        write("dark, live, dark");
        type(KeyCode.ENTER);
        assertThat(track(2).tags()).containsExactly("dark", "live");
        press(KeyCode.ALT).type(KeyCode.UP).release(KeyCode.ALT);
        assertThat(track(1).name()).isEqualTo("The dark one");
        assertThat(onFx(() -> app.window().passages().selectedProperty().get())).isEqualTo(1);
        Bounds last = screen("#track-3");
        drag("#handle-1").dropTo(last.getCenterX(), last.getCenterY());
        assertThat(track(3).name()).isEqualTo("The dark one");
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(track(1).name()).isEqualTo("The dark one");
    }

    @Test
    void passagesAreDraggedSnappedNudgedAndNamed() throws Exception {
        openDemo();
        double bar = onFx(
                () -> workspace().tracks().all().get(0).bars().orElseThrow().barSeconds());
        Bounds mirror = screen("#mirror");
        double y = mirror.getMinY() + 0.3 * mirror.getHeight(); // the mix's half
        drag(mirror.getMinX() + 90, y).dropTo(mirror.getMinX() + 330, y);
        Track mix = track(0);
        assertThat(mix.passages()).hasSize(3);
        assertThat(mix.chosen()).isEqualTo(2);
        double bars = mix.passage().orElseThrow().range().seconds() / bar;
        assertThat(bars).as("whole bars").isCloseTo(Math.round(bars), within(1e-6));
        press(KeyCode.CONTROL).type(KeyCode.RIGHT).release(KeyCode.CONTROL);
        assertThat(track(0).passage().orElseThrow().range().startSeconds())
                .isCloseTo(mix.passage().orElseThrow().range().startSeconds() + bar, within(1e-6));
        press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.RIGHT).release(KeyCode.SHIFT, KeyCode.CONTROL);
        assertThat(track(0).passage().orElseThrow().range().seconds())
                .isCloseTo((Math.round(bars) + 1) * bar, within(1e-6));
        clickOn("#passages");
        clickOn("Rename…");
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn(".dialog-pane .text-field");
        press(KeyCode.CONTROL).type(KeyCode.A).release(KeyCode.CONTROL);
        write("first verse");
        type(KeyCode.ENTER);
        assertThat(track(0).passage().orElseThrow().name()).isEqualTo("first verse");
        type(KeyCode.COMMA);
        assertThat(track(0).chosen()).isEqualTo(1);
        chooseIn("#passages", "Whole track");
        assertThat(track(0).passage()).isEmpty();
        waitUntil(() -> text("#heard-passage").equals("whole track"));
        type(KeyCode.PERIOD);
        chooseIn("#passages", "Remove");
        assertThat(track(0).passages()).hasSize(2);
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(track(0).passages()).hasSize(3);
    }

    @Test
    void figuresAreOfThePassageOrOfTheWholeAndSayWhich() throws Exception {
        openDemo();
        TimeRange chosen =
                onFx(() -> workspace().tracks().all().get(0).chosenRange().orElseThrow());
        assertThat(chosen.seconds()).as("sixteen bars").isBetween(32.0, 33.0);
        assertThat(onFx(() -> workspace().derivation().gapAt(1, Part.STEREO).isKnown()))
                .isTrue();
        double bass = onFx(() -> workspace().derivation().gapAt(1, Part.STEREO).gapDb()[60]);
        assertThat(onFx(() -> lookup("#passages").queryAs(MenuButton.class).getText()))
                .isEqualTo("full again · 16 bars");
        chooseIn("#passages", "Compare whole tracks");
        assertThat(session().comparing().scope()).isEqualTo(Scope.WHOLE_TRACKS);
        waitUntil(() -> lookup("#passages").queryAs(MenuButton.class).getText().equals("Whole tracks"));
        assertThat(onFx(() -> workspace().derivation().gapAt(1, Part.STEREO).gapDb()[60]))
                .isNotEqualTo(bass);
        chooseIn("#passages", "Compare passages");
        assertThat(onFx(() -> workspace().derivation().gapAt(1, Part.STEREO).gapDb()[60]))
                .isEqualTo(bass);
    }

    @Test
    void suggestionsMarkTheFullestPassageAndTheTracksMeet() throws Exception {
        openDemo();
        interact(() -> workspace().change("clear", s -> {
            var next = s;
            for (int i = 0; i < s.tracks().size(); i++) {
                next = next.withTrack(
                        i, t -> t.withPassages(List.<Passage>of(), -1).withShift(0));
            }
            return next;
        }));
        clickOn("#suggest");
        clickOn("All tracks without a passage, aligned");
        waitUntilSettled();
        for (int i = 0; i < 4; i++) {
            TimeRange r = track(i).passage().orElseThrow().range();
            assertThat(r.startSeconds()).as("not the intro of track %d", i).isGreaterThan(4);
            double start = r.startSeconds() + track(i).shiftSeconds();
            assertThat(start).isCloseTo(track(0).passage().orElseThrow().range().startSeconds(), within(1e-6));
        }
        clickOn("#track-1");
        clickOn("#suggest");
        clickOn("8 bars");
        assertThat(track(1).passages()).hasSize(2);
        press(KeyCode.ALT).type(KeyCode.RIGHT).release(KeyCode.ALT);
        double slid = track(1).shiftSeconds();
        clickOn("#meet");
        assertThat(track(1).shiftSeconds()).isNotEqualTo(slid);
        Bounds mirror = screen("#mirror");
        drag(mirror.getCenterX(), mirror.getCenterY()).dropBy(60, 0); // the axis
        double dragged = track(1).shiftSeconds();
        clickOn("#meet");
        assertThat(track(1).shiftSeconds()).isNotEqualTo(dragged);
    }

    @Test
    void theTempoIsFoundAndCanBeHalvedTappedAndForgotten() throws Exception {
        openDemo();
        assertThat(noteOfTheMix()).contains("118 BPM");
        chooseOf("#name-0", "Half tempo");
        waitUntil(() -> noteOfTheMix().contains("59 BPM"));
        chooseOf("#name-0", "Use detected tempo");
        waitUntil(() -> noteOfTheMix().contains("118 BPM"));
        interact(() -> {
            for (int i = 0; i < 6; i++) {
                app.window().passages().tap(0, (long) (i * 0.5e9) + 1);
            }
        });
        assertThat(track(0).bars().orElseThrow().bpm())
                .as("drawn to the beat near the taps")
                .isBetween(116.0, 121.0);
        type(KeyCode.T);
        assertThat(track(0).bars()).isPresent();
    }

    private String noteOfTheMix() {
        return onFx(() -> lookup("#track-0 .small").queryAllAs(Label.class).stream()
                .map(Label::getText)
                .collect(Collectors.joining(" ")));
    }

    @Test
    void aTrimByHandStaysOnTop() throws Exception {
        openDemo();
        correctNothing();
        clickOn("#track-1");
        double before = onFx(() -> listening().offsetDb(1));
        press(KeyCode.CONTROL).type(KeyCode.UP, KeyCode.UP).release(KeyCode.CONTROL);
        assertThat(onFx(() -> listening().offsetDb(1))).isCloseTo(before + 0.2, within(1e-6));
        waitUntil(() -> text("#offset-1").contains("✎"));
        doubleClickOn("#offset-1");
        assertThat(onFx(() -> listening().offsetDb(1))).isCloseTo(before, within(1e-6));
        menuOf("#name-1");
        clickOn("Exclude from level match");
        assertThat(onFx(() -> listening().offsetDb(1))).isZero();
    }

    @Test
    void holdingAContourHearsThatTrackUntilItIsLetGo() throws Exception {
        openDemo();
        moveTo("#contour-2").press(MouseButton.PRIMARY);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(2);
        waitUntil(() -> listening().playingProperty().get());
        TimeRange passage =
                onFx(() -> workspace().tracks().all().get(2).chosenRange().orElseThrow());
        waitUntil(() -> listening().positionProperty().get() > passage.startSeconds() + 0.05);
        release(MouseButton.PRIMARY);
        assertThat(onFx(() -> listening().heardProperty().get())).isZero();
        assertThat(onFx(() -> listening().playingProperty().get())).isFalse();
        theLineInTheMirrorFollowsSmallSteps();
    }

    private void theLineInTheMirrorFollowsSmallSteps() throws Exception {
        double from = onFx(() -> workspace().tracks().all().get(0).chosenRange().orElseThrow())
                .startSeconds();
        interact(() -> listening().seek(from));
        waitUntil(() -> lineX() > 0);
        double before = lineX();
        for (int i = 1; i <= 100; i++) {
            double seconds = from + 0.03 * i; // a third of a pixel
            interact(() -> listening().seek(seconds));
        }
        waitUntil(() -> lineX() > before + 20);
    }

    /** Where the line lies on the mix, by its colour; −1 where there is none. */
    private double lineX() {
        return onFx(() -> {
            WritableImage picture = lookup("#mirror").query().snapshot(null, null);
            int y = (int) picture.getHeight() / 4;
            return IntStream.range(0, (int) picture.getWidth())
                    .filter(x -> {
                        Color colour = picture.getPixelReader().getColor(x, y);
                        return colour.getRed() - colour.getGreen() > 0.25;
                    })
                    .average()
                    .orElse(-1);
        });
    }
}
