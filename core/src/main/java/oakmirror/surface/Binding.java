package oakmirror.surface;

import java.util.regex.Pattern;
import oakmirror.text.Texts;

/**
 * What a control does.
 *
 * @param control the control
 * @param sense how its values are meant
 * @param does what it does: "command/…" or "value/…", as in docs/formats.md
 */
public record Binding(Control control, Sense sense, String does) {

    /** What a command is called begins with this. */
    public static final String COMMAND = "command/";

    /** What a value is called begins with this. */
    public static final String VALUE = "value/";

    private static final Pattern DOES = Pattern.compile("(command|value)/[a-z0-9_]{1,60}");

    /** Checks what may come from a file. */
    public Binding {
        boolean isKnown = control != null
                && sense != null
                && does != null
                && DOES.matcher(does).matches();
        if (!isKnown || does.startsWith(COMMAND) != (sense == Sense.PRESS)) {
            throw new IllegalArgumentException(Texts.of("invalid.binding"));
        }
    }
}
