package oakmirror.desk.finish;

import java.util.Locale;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import oakmirror.desk.look.Ui;
import oakmirror.finish.FinishPlan;
import oakmirror.state.mastering.Aims;
import oakmirror.state.mastering.Aims.Aim;
import oakmirror.state.mastering.Aims.Source;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What else can be had, a button each, where the target is more than the mix bears; not there otherwise. */
final class InsteadPane extends FlowPane {

    /** What is offered here, all but the first of it nowhere else. */
    private static final Set<Source> OFFERED = Set.of(Source.SANE, Source.LOUDEST, Source.CLIPPED);

    /** The loudest is not offered where the master is as loud already. */
    private static final double AS_LOUD_LU = 0.3;

    private final Finishing finishing;
    private final Aims aims;

    InsteadPane(Finishing finishing, Aims aims) {
        super(6, 4);
        this.finishing = finishing;
        this.aims = aims;
        setId("instead");
        finishing.outcomeProperty().subscribe(o -> refresh());
        aims.listProperty().subscribe(a -> refresh());
    }

    private void refresh() {
        getChildren().clear();
        finishing
                .outcomeProperty()
                .get()
                .map(Outcome::plan)
                .filter(FinishPlan::isTooMuch)
                .ifPresent(plan -> {
                    getChildren().add(Ui.label(Texts.of("finish.instead"), "quiet"));
                    aims.listProperty().get().stream()
                            .filter(a -> isOffered(a, plan))
                            .forEach(a -> getChildren().add(button(a)));
                });
        setVisible(getChildren().size() > 1);
        setManaged(isVisible());
    }

    private static boolean isOffered(Aim aim, FinishPlan plan) {
        boolean isThere = aim.source() == Source.LOUDEST && aim.lufs() < plan.expectedLufs() + AS_LOUD_LU;
        return OFFERED.contains(aim.source()) && !isThere && !aim.isOf(plan.settings());
    }

    private Button button(Aim aim) {
        String text = Texts.of("finish.loudnessAndName", Numbers.level(aim.lufs()), aim.name());
        Button button = Ui.button(text, Texts.of("finish.instead.tip"), () -> aims.choose(aim));
        button.setId("instead-" + aim.source().name().toLowerCase(Locale.ROOT));
        return button;
    }
}
