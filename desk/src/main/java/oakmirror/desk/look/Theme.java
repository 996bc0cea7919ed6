package oakmirror.desk.look;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import javafx.stage.Window;
import oakmirror.media.report.Typefaces;
import oakmirror.text.Texts;

/** The two themes, and which one is on. */
public enum Theme {
    DAYLIGHT("look.daylight", "daylight.css", Palette.DAYLIGHT),
    LAMPLIGHT("look.lamplight", "lamplight.css", Palette.LAMPLIGHT);

    private static final ObjectProperty<Theme> CURRENT = new SimpleObjectProperty<>(DAYLIGHT);
    private static final String RESOURCES = "/oakmirror/desk/";

    private final String label;
    private final String stylesheet;
    private final Palette palette;

    Theme(String label, String stylesheet, Palette palette) {
        this.label = label;
        this.stylesheet = stylesheet;
        this.palette = palette;
    }

    /** Its name on screen. */
    public String label() {
        return Texts.of(label);
    }

    /** Its colours. */
    public Palette palette() {
        return palette;
    }

    /** The other one. */
    public Theme other() {
        return this == DAYLIGHT ? LAMPLIGHT : DAYLIGHT;
    }

    /** The theme that is on; see {@link #follow} for what is drawn by hand. */
    public static ObjectProperty<Theme> current() {
        return CURRENT;
    }

    /**
     * Does something with the theme that is on, now and whenever it changes while a node is in a window that shows: the theme outlives every
     * window, and would keep all that follows it.
     */
    public static void follow(Node node, Consumer<Theme> then) {
        follow(node.sceneProperty().flatMap(Scene::windowProperty), then);
    }

    private static void follow(ObservableValue<? extends Window> window, Consumer<Theme> then) {
        CURRENT.when(window.flatMap(Window::showingProperty).orElse(false)).subscribe(then);
    }

    /** Dresses a scene in the theme that is on, now and whenever it changes. */
    public static void dress(Scene scene) {
        follow(scene.windowProperty(), theme -> wear(scene));
        InterfaceScale.follow(scene.getRoot(), k -> wear(scene));
    }

    private static void wear(Scene scene) {
        List<String> sheets = new ArrayList<>(List.of(resource("oak.css"), resource(CURRENT.get().stylesheet)));
        InterfaceScale.stylesheet().ifPresent(sheets::add);
        if (!scene.getStylesheets().equals(sheets)) {
            scene.getStylesheets().setAll(sheets);
        }
    }

    private static String resource(String name) {
        return Theme.class.getResource(RESOURCES + name).toExternalForm();
    }

    /** A window beside another, dressed as that is, which Esc closes; not shown yet. */
    public static Stage beside(Window owner, String title, Parent content, double width, double height) {
        Stage stage = new Stage();
        stage.initOwner(owner);
        stage.setTitle(title);
        content.getStyleClass().add("window");
        content.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                stage.close();
            }
        });
        Scene scene = new Scene(content, width, height);
        dress(scene);
        stage.setScene(scene);
        return stage;
    }

    /** Loads the fonts that ship with the program. */
    public static void loadFonts() {
        for (String file : Typefaces.ALL) {
            Font.loadFont(Typefaces.open(file), 12);
        }
    }
}
