package oakmirror.desk.finish;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.Foldout;
import oakmirror.desk.control.LabelledSlider;
import oakmirror.desk.look.Ui;
import oakmirror.finish.FinishSettings;
import oakmirror.limiter.LimiterSettings;
import oakmirror.state.controllers.Dials;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Target, ceiling, and how the ceiling is held. */
final class FinishControls extends VBox {

    private static final double GENTLE_DB = 1.5;
    private static final double FIRM_DB = 3;

    private final Workspace workspace;
    private final LabelledSlider target;
    private final LabelledSlider ceiling;
    private final LabelledSlider release;
    private final LabelledSlider link;
    private final ToggleButton limited = Ui.choice(Texts.of("finish.limiter"), Texts.of("finish.limiter.tip"));
    private final ToggleButton clipOff = Ui.choice(Texts.of("finish.off"), Texts.of("finish.off.tip"));
    private final ToggleButton clipGentle = Ui.choice(Texts.of("finish.gentle"), Texts.of("finish.gentle.tip"));
    private final ToggleButton clipFirm = Ui.choice(Texts.of("finish.firm"), Texts.of("finish.firm.tip"));

    private final Foldout rest;

    FinishControls(Workspace workspace, Settings settings) {
        super(8);
        this.workspace = workspace;
        target = slider(
                "target",
                Texts.of("finish.target"),
                Texts.of("finish.integratedLoudnessOfThe"),
                Dials.LOWEST_TARGET,
                Dials.HIGHEST_TARGET,
                FinishSettings.DEFAULT.targetLufs(),
                v -> Numbers.level(v) + " LUFS",
                (s, v) -> s.withTarget(v, s.ceilingDbtp()));
        ceiling = slider(
                "ceiling",
                Texts.of("finish.ceiling"),
                Texts.of("finish.highestTruePeakOf"),
                Dials.LOWEST_CEILING,
                0,
                FinishSettings.DEFAULT.ceilingDbtp(),
                v -> Numbers.level(v) + " dBTP",
                (s, v) -> s.withTarget(s.targetLufs(), v));
        release = slider(
                "release",
                Texts.of("finish.release"),
                Texts.of("finish.howLongLettingGo"),
                -Dials.MOST_RELEASE,
                Dials.MOST_RELEASE,
                0,
                FinishControls::released,
                (s, v) -> s.withLimiter(s.limiter().map(l -> l.withRelease(Math.pow(2, v)))));
        link = slider(
                "link",
                Texts.of("finish.link"),
                Texts.of("finish.howFarBothSides"),
                0,
                100,
                100,
                v -> Math.round(v) + " %",
                (s, v) -> s.withLimiter(s.limiter().map(l -> l.withLink(v / 100))));
        HBox aims = sliders(target, ceiling);
        HBox inner = sliders(release, link);
        limited.setId("limited");
        limited.setOnAction(e -> change(
                Texts.of("finish.switchTheLimiter"),
                "",
                s -> s.withLimiter(limited.isSelected() ? Optional.of(LimiterSettings.DEFAULT) : Optional.empty())));
        clip(clipOff, 0);
        clip(clipGentle, GENTLE_DB);
        clip(clipFirm, FIRM_DB);
        clipGentle.setId("clip-gentle");
        FlowPane choices = new FlowPane(
                6, 6, limited, Ui.label(Texts.of("finish.softClipBeforeIt"), "quiet"), clipOff, clipGentle, clipFirm);
        choices.setAlignment(Pos.CENTER_LEFT);
        rest = new Foldout("limiter-settings", settings, inner, choices);
        getChildren().addAll(aims, rest.button(), inner, choices);
        workspace.sessionProperty().map(s -> s.finish()).subscribe(this::show);
    }

    private static HBox sliders(LabelledSlider... sliders) {
        HBox row = new HBox(22, sliders);
        row.getChildren().forEach(s -> HBox.setHgrow(s, Priority.ALWAYS));
        return row;
    }

    /** What of the limiter is not at its default, in a line. */
    private String summary(FinishSettings settings) {
        if (settings.limiter().isEmpty()) {
            return Texts.of("finish.limiterOff");
        }
        LimiterSettings now = settings.limiter().get();
        List<String> parts = new ArrayList<>();
        if (now.release() != LimiterSettings.DEFAULT.release()) {
            parts.add(Texts.of("finish.release") + " " + Texts.inside(released(Math.log(now.release()) / Math.log(2))));
        }
        if (now.link() != LimiterSettings.DEFAULT.link()) {
            parts.add(Texts.of("finish.link") + " " + Math.round(100 * now.link()) + " %");
        }
        if (now.clipDb() > 0) {
            parts.add(Texts.of("finish.softClipOf", Numbers.brief(now.clipDb())));
        }
        return parts.isEmpty() ? Texts.of("finish.limiterUsual") : String.join(" · ", parts);
    }

    private interface Changed {
        FinishSettings with(FinishSettings settings, double value);
    }

    private LabelledSlider slider(
            String id,
            String name,
            String tooltip,
            double low,
            double high,
            double usual,
            java.util.function.DoubleFunction<String> text,
            Changed changed) {
        String what = Texts.inside(name);
        return new LabelledSlider(
                id,
                name,
                tooltip,
                low,
                high,
                usual,
                high - low > 50 ? 5 : 0.1,
                text,
                v -> change(Texts.of("finish.changeThe", what), what, s -> changed.with(s, v)),
                workspace::endGesture);
    }

    private static String released(double octaves) {
        return Math.abs(octaves) < 0.05
                ? Texts.of("finish.byTheMusic")
                : Texts.of(
                        octaves < 0 ? "finish.faster" : "finish.slower", Numbers.level(Math.pow(2, Math.abs(octaves))));
    }

    private void clip(ToggleButton choice, double db) {
        choice.setOnAction(e -> {
            change(
                    Texts.of("finish.changeTheSoftClip"),
                    "",
                    s -> s.withLimiter(s.limiter().map(l -> l.withClipDb(db))));
            show(workspace.session().finish());
        });
    }

    private void change(String action, String gesture, UnaryOperator<FinishSettings> how) {
        workspace.change(action, gesture, s -> s.withFinish(how.apply(s.finish())));
    }

    private void show(FinishSettings settings) {
        target.show(settings.targetLufs());
        ceiling.show(settings.ceilingDbtp());
        LimiterSettings limiter = settings.limiter().orElse(LimiterSettings.DEFAULT);
        release.show(Math.log(limiter.release()) / Math.log(2));
        link.show(100 * limiter.link());
        boolean on = settings.limiter().isPresent();
        rest.say(summary(settings));
        limited.setSelected(on);
        for (javafx.scene.Node node : new javafx.scene.Node[] {release, link, clipOff, clipGentle, clipFirm}) {
            node.setDisable(!on);
        }
        clipOff.setSelected(limiter.clipDb() == 0);
        clipGentle.setSelected(limiter.clipDb() > 0 && limiter.clipDb() < FIRM_DB);
        clipFirm.setSelected(limiter.clipDb() >= FIRM_DB);
    }
}
