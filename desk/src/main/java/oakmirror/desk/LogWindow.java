package oakmirror.desk;

import java.nio.file.Path;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.TextArea;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.stage.Stage;
import javafx.stage.Window;
import oakmirror.desk.look.Theme;
import oakmirror.desk.look.Ui;
import oakmirror.media.folders.UserFolders;
import oakmirror.state.trouble.LogEnd;
import oakmirror.text.Texts;

/** The end of the log in a window of its own, with where it lies, to be read or handed on. */
final class LogWindow {

    private static final int MOST_BYTES = 200_000;

    private LogWindow() {}

    static Stage open(Window owner) {
        Path file = UserFolders.log();
        TextArea text = new TextArea(LogEnd.of(file, MOST_BYTES));
        text.setId("log-text");
        text.setEditable(false);
        text.getStyleClass().add("log");
        Button copy = Ui.button(Texts.of("main.copyAll"), Texts.of("main.copyAll.tip"), () -> {
            ClipboardContent content = new ClipboardContent();
            content.putString(text.getText());
            Clipboard.getSystemClipboard().setContent(content);
        });
        HBox head = new HBox(14, Ui.label(Texts.of("main.theLogLiesIn", file), "quiet"), Ui.spring(), copy);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(10, 14, 10, 14));
        BorderPane root = new BorderPane(text, head, null, null, null);
        Stage stage = Theme.beside(owner, Texts.of("main.oakMirrorLog"), root, 900, 520);
        stage.show();
        text.positionCaret(text.getLength());
        return stage;
    }
}
