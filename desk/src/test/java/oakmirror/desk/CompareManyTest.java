package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import oakmirror.media.TestFiles;
import oakmirror.state.comparing.ToneView.Averaging;
import org.junit.jupiter.api.Test;

/** Compare with many references: it follows what is changed and what plays, and all of it fits. */
class CompareManyTest extends CompareWindow {

    @Test
    void theSheetFollowsThePlaybackAResolutionAndACorridor() throws Exception {
        openEightReferences();
        double[] average = onFx(() -> tone().shownLevels(0));
        interact(() -> comparing().look(v -> v.withAveraging(Averaging.ONE_SECOND)));
        type(KeyCode.SPACE);
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) > 0.5);
        long drawn = onFx(() -> tone().timesDrawn());
        waitUntil(() -> tone().timesDrawn() > drawn + 5);
        type(KeyCode.SPACE);
        interact(() -> comparing().look(v -> v.withAveraging(Averaging.WHOLE)));
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) < 1e-9);
        interact(() -> comparing().look(v -> v.withResolution(1, false)));
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) > 1e-3);
        double low = onFx(() -> tone().corridorLevels().orElseThrow()[0][120]);
        interact(() -> workspace()
                .change(
                        "corridor",
                        s -> s.withComparing(s.comparing()
                                .withCorridor(s.comparing().corridor().withTolerance(12)))));
        waitUntil(() -> tone().corridorLevels().orElseThrow()[0][120] < low - 5);
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
        assertThat(onFx(() -> tone().drawnTracks())).as("one of many at a time").containsExactly(0, 1);
        Bounds bar = onFx(() -> page().getScene().getRoot().getLayoutBounds());
        for (int i = 0; i <= 16; i++) {
            Node chip = lookup("#chip-" + i).query();
            Bounds at = onFx(() -> chip.localToScene(chip.getBoundsInLocal()));
            assertThat(at.getMaxX()).as("chip %d", i).isLessThan(bar.getMaxX() - 150);
        }
        moveTo("#chip-5");
        waitUntil(() -> tone().drawnTracks().equals(List.of(0, 5)));
        moveTo("#station-compare");
        waitUntil(() -> tone().drawnTracks().equals(List.of(0, 1)));
        press(KeyCode.SHIFT).type(KeyCode.DIGIT6).release(KeyCode.SHIFT);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(16);
        waitUntil(() -> tone().drawnTracks().equals(List.of(0, 16)));
        chooseIn("#draw-some", "Draw all");
        waitUntil(() -> tone().drawnTracks().size() == 17);
        MenuButton draw = lookup("#draw-some").queryAs(MenuButton.class);
        interact(() -> {
            CheckMenuItem second = (CheckMenuItem) draw.getItems().get(3);
            second.setSelected(false);
            second.fire();
        });
        assertThat(sheet().view().hidden()).containsExactly(2);
        assertThat(compared().references()).as("hidden, but it still counts").hasSize(16);
    }
}
