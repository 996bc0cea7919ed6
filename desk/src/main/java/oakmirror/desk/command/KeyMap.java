package oakmirror.desk.command;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import oakmirror.state.workspace.Settings;

/**
 * Which key does what. Keys are written as text, "Ctrl+Shift+Left": modifiers in that order, then the key. An action may have no key; two
 * actions on one key are a conflict, in which the one listed first has it.
 */
public final class KeyMap {

    private static final Map<KeyCode, String> NAMES = new EnumMap<>(Map.of(
            KeyCode.COMMA, ",",
            KeyCode.PERIOD, ".",
            KeyCode.SLASH, "Slash",
            KeyCode.SPACE, "Space",
            KeyCode.ESCAPE, "Esc",
            KeyCode.BACK_SPACE, "Backspace",
            KeyCode.PAGE_UP, "Page Up",
            KeyCode.PAGE_DOWN, "Page Down"));

    private static final String TAB = "Tab";
    private static final String SWAP_WITHOUT_TAB = "W";

    private final Settings settings;
    private final Map<Act, String> keys = new EnumMap<>(Act.class);
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();

    /** The keys as they were kept last. */
    public KeyMap(Settings settings) {
        this.settings = settings;
        for (Act act : Act.values()) {
            keys.put(act, settings.text(act.settingName(), act.usualKey()));
        }
    }

    /** Grows with every change. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The key of an action, or empty. */
    public String keyOf(Act act) {
        return keys.get(act);
    }

    /** The key of an action in brackets after a space, for tooltips; or nothing. */
    public String hint(Act act) {
        String key = shown(act);
        return key.isEmpty() ? "" : " (" + key + ")";
    }

    /** The key of an action as it is printed on keyboards. */
    public String shown(Act act) {
        return keyOf(act)
                .replace("Shift+Slash", "?")
                .replace("Slash", "/")
                .replace("Left", "←")
                .replace("Right", "→")
                .replace("Up", "↑")
                .replace("Down", "↓")
                .replace("Page ↑", "Page Up")
                .replace("Page ↓", "Page Down");
    }

    /** Gives an action a key, or none when empty. */
    public void set(Act act, String key) {
        keys.put(act, key);
        settings.keep(act.settingName(), key);
        revision.set(revision.get() + 1);
    }

    /** Gives every action its usual key again. */
    public void restore() {
        for (Act act : Act.values()) {
            keys.put(act, act.usualKey());
            settings.forget(act.settingName());
        }
        revision.set(revision.get() + 1);
    }

    /** Whether Tab moves the focus from control to control, as it does for any action's key that no action has. */
    public boolean isTabForFocus() {
        return Arrays.stream(Act.values()).noneMatch(a -> keyOf(a).equals(TAB));
    }

    /** Gives Tab to the focus, and listening another key for what it did; or takes it back. */
    public void setTabForFocus(boolean is) {
        for (Act act : Act.values()) {
            if (is && keyOf(act).equals(TAB)) {
                set(act, act == Act.SWAP ? SWAP_WITHOUT_TAB : "");
            }
        }
        if (!is) {
            set(Act.SWAP, TAB);
        }
    }

    /** Whether any action has another key than its usual one. */
    public boolean isChanged() {
        return Arrays.stream(Act.values()).anyMatch(a -> !keyOf(a).equals(a.usualKey()));
    }

    /** The other actions on an action's key. */
    public List<Act> conflicts(Act act) {
        List<Act> others = new ArrayList<>();
        for (Act other : Act.values()) {
            if (other != act && !keyOf(act).isEmpty() && keyOf(other).equals(keyOf(act))) {
                others.add(other);
            }
        }
        return others;
    }

    /** What a key does. */
    public Optional<Act> actFor(KeyEvent event) {
        String key = text(event);
        Optional<Act> found = Arrays.stream(Act.values())
                .filter(a -> !key.isEmpty() && keyOf(a).equals(key))
                .findFirst();
        // A question mark lies elsewhere on many keyboards.
        boolean question = found.isEmpty() && ("?".equals(event.getText()) || event.getCode() == KeyCode.HELP);
        boolean slash = found.isEmpty() && key.equals("Slash");
        return question || slash ? Optional.of(Act.KEYS) : found;
    }

    /** A key as text; empty for a modifier alone. */
    public static String text(KeyEvent event) {
        KeyCode code = event.getCode();
        if (code.isModifierKey() || code == KeyCode.UNDEFINED) {
            return "";
        }
        String name = NAMES.getOrDefault(code, code.getName());
        if (code.isDigitKey()) {
            name = name.replaceAll("\\D", ""); // also on the number pad
        }
        return (event.isShortcutDown() ? "Ctrl+" : "")
                + (event.isAltDown() ? "Alt+" : "")
                + (event.isShiftDown() ? "Shift+" : "")
                + name;
    }
}
