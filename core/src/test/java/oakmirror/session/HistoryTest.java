package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import org.junit.jupiter.api.Test;

class HistoryTest {

    @Test
    void goesBackAndForthAndKeepsAGestureTogether() {
        History<String> history = new History<>("a");
        history.change("b", "type", "");
        history.change("c", "drag", "slider");
        history.change("d", "drag", "slider");
        history.endGesture();
        history.change("e", "drag", "slider");
        assertThat(history.undoAction()).isEqualTo("drag");
        history.undo();
        assertThat(history.present()).isEqualTo("d");
        history.undo();
        assertThat(history.present()).isEqualTo("b");
        history.redo();
        assertThat(history.present()).isEqualTo("d");
        history.change("x", "type", "");
        assertThat(history.canRedo()).isFalse();
        history.change("x", "nothing", "");
        history.undo();
        assertThat(history.present()).isEqualTo("d");
    }

    @Test
    void whatChangesOutsideChangesAllStatesAndIsNoStep() {
        History<String> history = new History<>("a");
        history.change("b", "type", "");
        history.change("c", "say", "");
        history.change("d", "sing", "");
        history.undo();
        history.amend(s -> s.toUpperCase(Locale.ROOT));
        assertThat(history.present()).isEqualTo("C");
        assertThat(history.undoAction()).isEqualTo("say");
        assertThat(history.redoAction()).isEqualTo("sing");
        history.redo();
        assertThat(history.present()).isEqualTo("D");
        history.undo();
        history.undo();
        assertThat(history.present()).isEqualTo("B");
        history.undo();
        assertThat(history.present()).isEqualTo("A");
        assertThat(history.canUndo()).isFalse();
    }
}
