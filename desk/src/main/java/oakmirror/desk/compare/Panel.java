package oakmirror.desk.compare;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.Region;
import oakmirror.state.comparing.Sheet;
import oakmirror.text.Texts;

/** One of the pictures of the sheet, in its large form and its small one. */
abstract class Panel {

    private final String name;
    private final String title;
    private final String unit;
    private Region large;
    private Region small;
    private List<Node> tools = List.of();

    /** A panel by its name, which no language changes, its title, and what stands beside that in the small form. */
    Panel(String name, String title, String unit) {
        this.name = name;
        this.title = title;
        this.unit = unit;
    }

    /** Says what it is made of; to be called once, by its constructor. */
    final void make(Region largeForm, Region smallForm, List<Node> choices) {
        large = largeForm;
        small = smallForm;
        tools = List.copyOf(choices);
    }

    final String name() {
        return name;
    }

    final String title() {
        return title;
    }

    /** What is shown in the large place. */
    final Region large() {
        return large;
    }

    /** What is shown below. */
    final Region small() {
        return small;
    }

    /** What stands beside the title of the small form. */
    final String unit() {
        return unit;
    }

    /** What can be chosen, for the line above the large form. */
    final List<Node> tools() {
        return tools;
    }

    /** What stands beside the title of the large form. */
    String explanation(Sheet sheet) {
        return sheet.comparison().isKnown() ? Texts.of("compare.asHeard", sheet.what()) : "";
    }

    /** Shows what is compared, in the small form and, when it is in the large place, in the large one. */
    abstract void show(Sheet sheet, boolean isLarge);

    /** Called with every frame of the window while it is in the large place. */
    void tick(Sheet sheet) {}

    /** Its numbers as comma-separated values. */
    abstract String table(Sheet sheet);
}
