package oakmirror.desk;

import java.util.List;
import oakmirror.desk.compare.ComparePage;
import oakmirror.desk.model.Compared;
import oakmirror.desk.model.Comparison;
import oakmirror.desk.plot.TonePlot;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;

/** What tests of Compare in the real window have in common. */
abstract class CompareWindow extends WindowTest {

    Comparison comparison() {
        return app.window().comparison();
    }

    Compared compared() {
        return onFx(() -> comparison().comparedProperty().get());
    }

    List<Finding> findings() {
        return onFx(() -> comparison().findingsProperty().get());
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
