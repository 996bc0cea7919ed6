package oakmirror.desk;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.compare.Comparison;
import oakmirror.desk.compare.ComparePage;
import oakmirror.desk.plot.TonePlot;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;
import oakmirror.media.TestFiles;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.Sheet;

/** What tests of Compare in the real window have in common. */
abstract class CompareWindow extends WindowTest {

    Comparing comparing() {
        return app.window().comparing();
    }

    Sheet sheet() {
        return onFx(() -> comparing().sheet());
    }

    Comparison compared() {
        return onFx(() -> comparing().comparison());
    }

    List<Finding> findings() {
        return onFx(() -> comparing().findingsProperty().get());
    }

    List<Kind> kinds() {
        return findings().stream().map(Finding::kind).toList();
    }

    ComparePage page() {
        return lookup(n -> n instanceof ComparePage).queryAs(ComparePage.class);
    }

    TonePlot tone() {
        return lookup("#tone").queryAs(TonePlot.class);
    }

    /** The demo and five references more, on Compare. */
    void openEightReferences() throws Exception {
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
}
