package oakmirror.desk.compare;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.Region;
import oakmirror.desk.model.Compared;

/** One of the pictures of the sheet, in its large form and its small one. */
abstract class Panel {

    private final String title;

    Panel(String title) {
        this.title = title;
    }

    final String title() {
        return title;
    }

    /** What is shown in the large place. */
    abstract Region large();

    /** What is shown below. */
    abstract Region small();

    /** What stands beside the title of the small form. */
    abstract String unit();

    /** What stands beside the title of the large form. */
    abstract String explanation(Compared compared);

    /** What can be chosen, for the line above the large form. */
    abstract List<Node> tools();

    /** Shows what is compared, in the small form and, when it is in the large place, in the large one. */
    abstract void show(Compared compared, boolean isLarge);

    /** Called with every frame of the window while it is in the large place. */
    void tick(Compared compared) {}

    /** Its numbers as comma-separated values. */
    abstract String table(Compared compared);
}
