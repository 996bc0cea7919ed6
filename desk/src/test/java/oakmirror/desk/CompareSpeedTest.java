package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.geometry.Bounds;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import oakmirror.desk.model.compare.ToneView.Averaging;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;

/** Compare with many references: how fast it follows, and what fits. */
class CompareSpeedTest extends CompareWindow {

    private static final int FRAMES = 240;
    private static final int FRAMES_A_SECOND = 60;

    private void openEightReferences() throws Exception {
        openDemo();
        List<Path> more = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            more.add(TestFiles.music(folder.resolve("more" + i + ".wav"), 48000, 12, 0.2 + 0.05 * i));
        }
        interact(() -> workspace().addFiles(more));
        waitUntil(() -> workspace().isReady() && workspace().tracks().all().size() == 9);
        clickOn("#station-compare");
        waitUntil(() -> compared().members().size() == 9);
    }

    @Test
    void theSheetMovesWithThePlaybackAtFiveOfSixFramesWithEightReferences() throws Exception {
        openEightReferences();
        double[] average = onFx(() -> tone().shownLevels(0));
        interact(() -> comparing().look(v -> v.withAveraging(Averaging.ONE_SECOND)));
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) > 0.5);
        int[] frame = {0};
        long[] drawn = {0};
        long[] nanos = {0};
        interact(() -> {
            drawn[0] = tone().timesDrawn();
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    nanos[0] = frame[0] == 0 ? now : nanos[0];
                    if (++frame[0] == FRAMES) {
                        drawn[0] = tone().timesDrawn() - drawn[0];
                        nanos[0] = now - nanos[0];
                        stop();
                    }
                }
            }.start();
        });
        waitUntil(() -> frame[0] == FRAMES);
        System.out.printf(
                "Compare, eight references, moving: %d redraws in %d frames, %.1f frames a second%n",
                drawn[0], FRAMES, (FRAMES - 1) / (nanos[0] * 1e-9));
        assertThat(drawn[0]).isGreaterThanOrEqualTo(FRAMES * 50 / FRAMES_A_SECOND);
        interact(() -> comparing().look(v -> v.withAveraging(Averaging.WHOLE)));
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) < 1e-9);
    }

    /** 50 ms are three frames. */
    @Test
    void anotherResolutionOrCorridorShowsWithinThreeFrames() throws Exception {
        openEightReferences();
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        List<Integer> took = new ArrayList<>();
        List<Optional<double[]>> last = new ArrayList<>(List.of(Optional.empty()));
        int[] waited = {0};
        int[] change = {0};
        interact(() -> new AnimationTimer() {
            @Override
            public void handle(long now) {
                double[] shown = {
                    tone().shownLevels(0)[120], tone().corridorLevels().orElseThrow()[0][120]
                };
                if (last.get(0).isPresent()
                        && java.util.Arrays.equals(last.get(0).get(), shown)) {
                    waited[0]++;
                    return;
                }
                if (last.get(0).isPresent()) {
                    took.add(waited[0]);
                }
                if (took.size() == 20) {
                    stop();
                    return;
                }
                last.set(0, Optional.of(shown));
                waited[0] = 1;
                change[0]++;
                if (change[0] % 2 == 0) {
                    comparing().look(v -> v.withResolution(v.octaves() > 0.5 ? 1.0 / 24 : 1, false));
                } else {
                    workspace()
                            .change(
                                    "corridor",
                                    s -> s.withComparing(s.comparing()
                                            .withCorridor(s.comparing()
                                                    .corridor()
                                                    .withTolerance(
                                                            s.comparing()
                                                                                    .corridor()
                                                                                    .toleranceDb()
                                                                            > 5
                                                                    ? 1
                                                                    : 12))));
                }
            }
        }.start());
        waitUntil(() -> took.size() == 20);
        System.out.println("Compare: frames from a change to its picture " + took);
        assertThat(took).allMatch(frames -> frames <= 3);
    }

    @Test
    void sixteenReferencesFitTheSheet() throws Exception {
        List<Path> files = new ArrayList<>();
        for (int i = 0; i < 17; i++) {
            files.add(TestFiles.music(folder.resolve("song" + i + ".wav"), 48000, 4, 0.1 + 0.03 * i));
        }
        interact(() -> workspace().addFiles(files));
        waitUntil(() -> workspace().isReady() && workspace().tracks().all().size() == 17);
        clickOn("#station-compare");
        waitUntil(() -> compared().members().size() == 17);
        Bounds sheet = onFx(() -> page().localToScene(page().getBoundsInLocal()));
        interact(() -> {
            page().getScene().getWindow().setWidth(1100);
            page().getScene().getWindow().setHeight(700);
        });
        for (String tool : List.of("#draw-some", "#mean", "#peaks", "#hold", "#part", "#resolution", "#tone-more")) {
            Region shown = lookup(tool).queryAs(Region.class);
            Bounds at = onFx(() -> shown.localToScene(shown.getBoundsInLocal()));
            assertThat(at.getMaxX()).as(tool).isLessThanOrEqualTo(sheet.getMaxX());
            assertThat(at.getWidth()).as(tool).isGreaterThan(30);
        }
        MenuButton draw = lookup("#draw-some").queryAs(MenuButton.class);
        interact(() -> {
            CheckMenuItem second = (CheckMenuItem) draw.getItems().get(1);
            second.setSelected(false);
            second.fire();
        });
        assertThat(sheet().view().hidden()).containsExactly(2);
        assertThat(compared().references()).as("hidden, but it still counts").hasSize(16);
    }
}
