package oakmirror.desk;

import javafx.scene.control.Slider;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import oakmirror.desk.command.Commands;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.FocusTraversal;
import oakmirror.desk.words.WordsPane;

/** Decides what handles a key: the traversal of the focus, the pane of terms, a field or control in use, or a command. */
record WindowKeys(FocusTraversal walk, KeyMap keyMap, Commands commands, Overlays overlays, WordsPane words) {

    /** Passes a key event on to what handles it. */
    void take(KeyEvent e) {
        boolean typing = e.getTarget() instanceof TextInputControl;
        if (walk.takes(e) || overlays.visible().isPresent()) {
            return;
        }
        if (e.getCode() == KeyCode.TAB && keyMap.actFor(e).isEmpty()) { // the user has given Tab to the focus
            walk.stepEverywhere(e.isShiftDown() ? -1 : 1);
            e.consume();
            return;
        }
        if (words.isVisible() && e.getCode() == KeyCode.ESCAPE) {
            words.close();
            e.consume();
            return;
        }
        if (typing && !e.isShortcutDown() && !e.getCode().isFunctionKey()) {
            return;
        }
        boolean moves = e.getCode().isArrowKey() && !e.isShortcutDown() && !e.isAltDown();
        if (moves && e.getTarget() instanceof Slider) {
            return;
        }
        if (typing && (e.getCode().isArrowKey() || "ZYCXVA".contains(e.getCode().getName()))) {
            return; // what a text is edited with
        }
        keyMap.actFor(e).filter(commands::isAvailable).ifPresent(act -> {
            commands.run(act);
            e.consume();
        });
    }
}
