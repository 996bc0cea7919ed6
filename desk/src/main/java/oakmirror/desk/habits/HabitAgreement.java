package oakmirror.desk.habits;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** What would be kept of habits, and what not, before anything is. */
final class HabitAgreement extends VBox {

    private static final double WIDE = 560;

    HabitAgreement(Runnable agree, Runnable readSessions, Runnable bringIn) {
        super(12);
        setId("habit-agreement");
        getStyleClass().add("missing-card");
        setAlignment(Pos.CENTER_LEFT);
        setMaxSize(WIDE, USE_PREF_SIZE);
        Button keep = Ui.button(Texts.of("practice.keepMine"), Texts.of("practice.keepMine.tip"), agree);
        keep.setId("keep-mine");
        keep.getStyleClass().add("primary");
        Button sessions =
                Ui.button(Texts.of("practice.readSessions"), Texts.of("practice.readSessions.tip"), readSessions);
        sessions.setId("read-sessions");
        Button in = Ui.button(Texts.of("practice.import"), Texts.of("practice.import.tip"), bringIn);
        in.setId("import-habits");
        Label title = Ui.label(Texts.of("practice.whatYourMixes"), "heading");
        title.setWrapText(true);
        getChildren()
                .addAll(
                        title,
                        Ui.wrapped(Texts.of("practice.agreeWhy")),
                        Ui.wrapped(Texts.of("practice.agreeKept")),
                        Ui.wrapped(Texts.of("practice.agreeNot"), "quiet"),
                        Ui.flow(10, keep, sessions, in));
    }
}
