package oakmirror.desk.command;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/**
 * Which key does what. Keys are written as text, "Ctrl+Shift+Left": modifiers in that order, then the key. An action may have no key; two
 * actions on one key are a conflict, in which the one listed first has it.
 */
public final class KeyMap {

    private static final String PLUS = "Plus"; // with the shift key on some keyboards, without it on others

    private static final Map<KeyCode, String> NAMES = new EnumMap<>(KeyCode.class);

    static {
        NAMES.put(KeyCode.COMMA, ",");
        NAMES.put(KeyCode.PERIOD, ".");
        NAMES.put(KeyCode.SLASH, "Slash");
        NAMES.put(KeyCode.SPACE, "Space");
        NAMES.put(KeyCode.ESCAPE, "Esc");
        NAMES.put(KeyCode.BACK_SPACE, "Backspace");
        NAMES.put(KeyCode.PAGE_UP, "Page Up");
        NAMES.put(KeyCode.PAGE_DOWN, "Page Down");
        for (KeyCode plus : new KeyCode[] {KeyCode.PLUS, KeyCode.EQUALS, KeyCode.ADD}) { // wherever it lies
            NAMES.put(plus, PLUS);
        }
        NAMES.put(KeyCode.MINUS, "Minus");
        NAMES.put(KeyCode.SUBTRACT, "Minus");
    }

    /** Parts of a key that have a name. */
    private static final Pattern PRINTED = Pattern.compile("[A-Z][a-z]+( (Up|Down))?");

    private static final String TAB = "Tab";
    private static final String SWAP_WITHOUT_TAB = "W";

    private final Settings settings;
    private final Map<Command, String> keys = new EnumMap<>(Command.class);
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();

    /** The keys as they were kept last. */
    public KeyMap(Settings settings) {
        this.settings = settings;
        for (Command act : Command.values()) {
            keys.put(act, settings.text(act.settingName(), act.usualKey()));
        }
    }

    /** Grows with every change. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The key of an action, or empty. */
    public String keyOf(Command act) {
        return keys.get(act);
    }

    /** The key of an action in brackets after a space, for tooltips; or nothing. */
    public String hint(Command act) {
        String key = shown(act);
        return key.isEmpty() ? "" : " (" + key + ")";
    }

    /** The key of an action as it is printed on keyboards. */
    public String shown(Command act) {
        return onKeyboards(keyOf(act));
    }

    /** A key as it is printed on keyboards, in the language that is spoken. */
    public static String onKeyboards(String key) {
        return PRINTED.matcher(key.replace("Shift+Slash", "?")).replaceAll(m -> printed(m.group()));
    }

    private static String printed(String key) {
        return switch (key) {
            case "Slash" -> "/";
            case PLUS -> "+";
            case "Minus" -> "−";
            case "Left" -> "←";
            case "Right" -> "→";
            case "Up" -> "↑";
            case "Down" -> "↓";
            case "Ctrl" -> Texts.of("commands.keyCtrl");
            case "Shift" -> Texts.of("commands.keyShift");
            case "Space" -> Texts.of("commands.keySpace");
            case "Delete" -> Texts.of("commands.keyDelete");
            case "Home" -> Texts.of("commands.keyHome");
            case "End" -> Texts.of("commands.keyEnd");
            case "Backspace" -> Texts.of("commands.keyBackspace");
            case "Page Up" -> Texts.of("commands.keyPageUp");
            case "Page Down" -> Texts.of("commands.keyPageDown");
            default -> key;
        };
    }

    /** Gives an action a key, or none when empty. */
    public void set(Command act, String key) {
        keys.put(act, key);
        settings.keep(act.settingName(), key);
        revision.set(revision.get() + 1);
    }

    /** Gives every action its usual key again. */
    public void restore() {
        for (Command act : Command.values()) {
            keys.put(act, act.usualKey());
            settings.forget(act.settingName());
        }
        revision.set(revision.get() + 1);
    }

    /** Whether Tab moves the focus from control to control, as it does for any action's key that no action has. */
    public boolean isTabForFocus() {
        return Arrays.stream(Command.values()).noneMatch(a -> keyOf(a).equals(TAB));
    }

    /** Gives Tab to the focus, and listening another key for what it did; or takes it back. */
    public void setTabForFocus(boolean is) {
        for (Command act : Command.values()) {
            if (is && keyOf(act).equals(TAB)) {
                set(act, act == Command.SWAP ? SWAP_WITHOUT_TAB : "");
            }
        }
        if (!is) {
            set(Command.SWAP, TAB);
        }
    }

    /** Whether any action has another key than its usual one. */
    public boolean isChanged() {
        return Arrays.stream(Command.values()).anyMatch(a -> !keyOf(a).equals(a.usualKey()));
    }

    /** The other actions on an action's key. */
    public List<Command> conflicts(Command act) {
        List<Command> others = new ArrayList<>();
        for (Command other : Command.values()) {
            if (other != act && !keyOf(act).isEmpty() && keyOf(other).equals(keyOf(act))) {
                others.add(other);
            }
        }
        return others;
    }

    /** What a key does. */
    public Optional<Command> actFor(KeyEvent event) {
        String key = text(event);
        Optional<Command> found = Arrays.stream(Command.values())
                .filter(a -> !key.isEmpty() && keyOf(a).equals(key))
                .findFirst();
        // A question mark lies elsewhere on many keyboards.
        boolean question = found.isEmpty() && ("?".equals(event.getText()) || event.getCode() == KeyCode.HELP);
        boolean slash = found.isEmpty() && key.equals("Slash");
        boolean redo = found.isEmpty() && key.equals("Ctrl+Shift+Z"); // as many other programs have it
        return question || slash ? Optional.of(Command.KEYS) : redo ? Optional.of(Command.REDO) : found;
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
                + (event.isShiftDown() && !name.equals(PLUS) ? "Shift+" : "")
                + name;
    }
}
