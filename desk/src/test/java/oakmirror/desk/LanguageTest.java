package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import oakmirror.desk.command.Command;
import oakmirror.session.Session;
import oakmirror.text.Texts;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Another language, chosen in the window. */
class LanguageTest extends WindowTest {

    @AfterEach
    void speakEnglish() {
        Texts.speak(Locale.ENGLISH);
        Locale.setDefault(Locale.ENGLISH);
    }

    private void choose(String id) {
        interact(() -> item(id).fire());
    }

    private MenuItem item(String id) {
        MenuButton menu = (MenuButton) app.window().root().lookup("#session-menu");
        return menu.getItems().stream()
                .filter(i -> i instanceof javafx.scene.control.Menu)
                .flatMap(i -> ((javafx.scene.control.Menu) i).getItems().stream())
                .filter(i -> id.equals(i.getId()))
                .findFirst()
                .orElseThrow();
    }

    private String text(String query) {
        return onFx(() -> ((Labeled) app.window().root().lookup(query)).getText());
    }

    @Test
    void anotherLanguageIsSpokenAtOnceAndNothingOfTheSessionIsLost() throws Exception {
        openDemo();
        interact(() -> workspace().change("rename the session", s -> s.withName("Ferry Reels, second try")));
        interact(() -> app.window().show(Station.COMPARE.ordinal()));
        Session before = session();
        choose("language-de");
        waitUntil(() -> workspace().isReady());
        assertThat(session()).isEqualTo(before);
        assertThat(onFx(() -> app.window().station())).isEqualTo(Station.COMPARE.ordinal());
        assertThat(onFx(() -> workspace().unsavedProperty().get())).isTrue();
        assertThat(text("#how-to-read")).isEqualTo("Lesehilfe");
        assertThat(onFx(() -> Command.UNDO.label())).isEqualTo("Rückgängig");
        interact(() -> workspace().undo());
        assertThat(session().name()).isEqualTo("Ferry Reels");
        interact(() -> app.window().show(Station.GATHER.ordinal()));
        waitUntil(() -> text("#offset-1").startsWith("−9,"));
        interact(() -> app.window().show(Station.COMPARE.ordinal()));

        interact(() -> app.window().commands().run(Command.BLIND));
        choose("language-en");
        assertThat(onFx(() -> workspace().messageProperty().get())).contains("Sprache");
        interact(() -> app.window().commands().run(Command.BLIND));
        choose("language-en");
        waitUntil(() -> workspace().isReady());
        assertThat(text("#how-to-read")).isEqualTo("How to read");
    }
}
