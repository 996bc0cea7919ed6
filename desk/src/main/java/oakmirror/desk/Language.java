package oakmirror.desk;

import java.util.Locale;
import java.util.function.Consumer;
import javafx.scene.control.Menu;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ToggleGroup;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/** The language of the window: the system's, unless the user chose another. */
final class Language {

    private static final String CHOSEN = "language";

    private final Locale system;
    private final Consumer<String> onChoice;
    private String chosen = "";

    /**
     * The system's, to begin with.
     *
     * @param onChoice takes the tag of a language that was chosen, or nothing for the system's
     */
    Language(Locale system, Consumer<String> onChoice) {
        this.system = system;
        this.onChoice = onChoice;
    }

    /** Speaks the language that was chosen last. Texts of the toolkit follow. */
    void speak(Settings settings) {
        chosen = settings.text(CHOSEN, "");
        Texts.speak(chosen.isEmpty() ? system : Locale.forLanguageTag(chosen));
        Locale.setDefault(Texts.spoken());
    }

    /** Keeps a choice. */
    static void keep(Settings settings, String tag) {
        settings.keep(CHOSEN, tag);
    }

    /** The choice, as part of a menu. */
    Menu menu() {
        Menu menu = new Menu(Texts.of("main.language"));
        ToggleGroup group = new ToggleGroup();
        add(menu, group, "", Texts.of("main.languageOfTheSystem"));
        Texts.languages().forEach((tag, name) -> add(menu, group, tag, name));
        return menu;
    }

    private void add(Menu menu, ToggleGroup group, String tag, String name) {
        RadioMenuItem item = new RadioMenuItem(name);
        item.setId("language-" + (tag.isEmpty() ? "system" : tag));
        item.setToggleGroup(group);
        item.setSelected(tag.equals(chosen));
        item.setOnAction(e -> {
            if (!tag.equals(chosen)) {
                onChoice.accept(tag);
            }
        });
        menu.getItems().add(item);
    }
}
