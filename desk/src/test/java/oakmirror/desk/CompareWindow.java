package oakmirror.desk;

import java.util.List;
import oakmirror.compare.Comparison;
import oakmirror.desk.compare.ComparePage;
import oakmirror.desk.model.compare.Comparing;
import oakmirror.desk.model.compare.Sheet;
import oakmirror.desk.plot.TonePlot;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;

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
}
