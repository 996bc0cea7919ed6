package oakmirror.desk.send;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.session.Sent;
import oakmirror.text.Texts;

/** What was sent out, the newest first, each with what was found when its file was read again. */
final class SentList extends VBox {

    private static final int MOST = 40;

    private final Consumer<Path> showFolder;

    /** Shows a file's folder by {@code showFolder}. */
    SentList(Consumer<Path> showFolder) {
        this.showFolder = showFolder;
        setSpacing(2);
        setId("sent");
    }

    void show(List<Sent> sent) {
        List<Sent> newest = new ArrayList<>(sent);
        Collections.reverse(newest);
        getChildren().clear();
        newest.stream().limit(MOST).forEach(s -> getChildren().add(row(s)));
        if (sent.isEmpty()) {
            getChildren().add(Ui.label(Texts.of("send.nothingYetEveryFile"), "quiet"));
        }
    }

    private VBox row(Sent s) {
        Label mark = Ui.label(s.isGood() ? "✓" : "!", s.isGood() ? "result" : "warning");
        Label name = Ui.label(s.file().getFileName().toString(), s.isGood() ? "result" : "warning");
        Label form = Ui.label(s.form() + "  ·  " + s.when().replace('T', ' ').replaceFirst(":\\d\\d$", ""), "quiet");
        HBox head = new HBox(
                8,
                mark,
                name,
                form,
                Ui.spring(),
                Ui.link(
                        Texts.of("send.showInFolder"),
                        Texts.of("send.showInFolder.tip"),
                        () -> showFolder.accept(s.file())));
        head.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        Label findings = Ui.label(String.join("  ·  ", s.findings()), "quiet");
        findings.setWrapText(true);
        VBox row = new VBox(1, head, findings);
        s.faults().forEach(f -> row.getChildren().add(Ui.label(f, "warning")));
        row.getStyleClass().add("sent-row");
        return row;
    }
}
