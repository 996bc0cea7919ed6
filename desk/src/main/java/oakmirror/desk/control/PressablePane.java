package oakmirror.desk.control;

import javafx.css.PseudoClass;
import javafx.scene.AccessibleAction;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.VBox;

/**
 * A box that is pressed like a button, by the pointer, by Space or Enter, and by a screen reader; what lies in it may be more than a
 * button can hold.
 */
public class PressablePane extends VBox {

    private static final PseudoClass SELECTED = PseudoClass.getPseudoClass("selected");

    private final Runnable action;
    private boolean selected;

    /** One of several of which one is chosen, as a station or a track that is heard; pressed as soon as the pointer goes down. */
    public static PressablePane choice(double spacing, Runnable action, Node... children) {
        return new PressablePane(spacing, AccessibleRole.RADIO_BUTTON, action, children);
    }

    /** A card that does something; a click that comes from a control inside it is that control's. */
    public static PressablePane card(double spacing, Runnable action, Node... children) {
        return new PressablePane(spacing, AccessibleRole.BUTTON, action, children);
    }

    private PressablePane(double spacing, AccessibleRole role, Runnable action, Node... children) {
        super(spacing, children);
        this.action = action;
        setAccessibleRole(role);
        setFocusTraversable(true);
        addEventHandler(
                role == AccessibleRole.RADIO_BUTTON ? MouseEvent.MOUSE_PRESSED : MouseEvent.MOUSE_CLICKED,
                e -> action.run());
        addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getTarget() == this && (e.getCode() == KeyCode.SPACE || e.getCode() == KeyCode.ENTER)) {
                action.run();
                e.consume();
            }
        });
    }

    /** Shows whether it is the one that is chosen. */
    public final void setSelected(boolean is) {
        selected = is;
        pseudoClassStateChanged(SELECTED, is);
        notifyAccessibleAttributeChanged(AccessibleAttribute.SELECTED);
    }

    @Override
    public Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return attribute == AccessibleAttribute.SELECTED
                ? (Object) selected
                : super.queryAccessibleAttribute(attribute, parameters);
    }

    @Override
    public void executeAccessibleAction(AccessibleAction asked, Object... parameters) {
        if (asked == AccessibleAction.FIRE) {
            action.run();
        } else {
            super.executeAccessibleAction(asked, parameters);
        }
    }
}
