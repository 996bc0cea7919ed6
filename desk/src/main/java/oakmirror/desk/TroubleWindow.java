package oakmirror.desk;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Function;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.FileSaving;
import oakmirror.desk.look.Theme;
import oakmirror.desk.look.Ui;
import oakmirror.files.AtomicFile;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** A report of what went wrong, to be read before it is saved; it is sent nowhere. */
final class TroubleWindow {

    private static final String FOLDER = "report";

    private TroubleWindow() {}

    /**
     * Opens it.
     *
     * @param tasks where it is saved
     * @param report writes the report, with the names of songs or without
     */
    static void open(Window owner, Asking asking, Tasks tasks, Function<Boolean, String> report) {
        TextArea text = new TextArea(report.apply(false));
        text.setId("trouble-text");
        text.setEditable(false);
        text.getStyleClass().add("log");
        CheckBox names = new CheckBox(Texts.of("main.withNames"));
        names.setId("trouble-names");
        names.selectedProperty().subscribe(with -> text.setText(report.apply(with)));
        Label saved = Ui.label("", "quiet");
        Button save = Ui.button(Texts.of("main.saveTheReport"), Texts.of("main.saveTheReport.tip"), () -> asking.save(
                        Texts.of("main.nameTheReport"),
                        FOLDER,
                        "oak-mirror-" + LocalDate.now() + ".txt",
                        List.of(new ExtensionFilter(Texts.of("main.text"), "*.txt")),
                        owner)
                .ifPresent(file -> {
                    byte[] written = text.getText().getBytes(StandardCharsets.UTF_8);
                    FileSaving.save(tasks, file, f -> AtomicFile.write(f, written), saved::setText);
                }));
        save.setId("trouble-save");
        HBox buttons = new HBox(14, names, saved, Ui.spring(), save);
        buttons.setAlignment(Pos.CENTER_LEFT);
        VBox head = new VBox(8, Ui.wrapped(Texts.of("main.whatAReportIs")), buttons);
        head.setPadding(new Insets(12, 14, 12, 14));
        BorderPane root = new BorderPane(text, head, null, null, null);
        Theme.beside(owner, Texts.of("main.report"), root, 860, 560).show();
        text.positionCaret(0);
    }
}
