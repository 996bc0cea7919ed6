package oakmirror.habits;

import java.time.LocalDate;
import java.time.LocalDateTime;
import oakmirror.files.Unseen;
import oakmirror.text.Texts;

/**
 * A day from which on something was another: a room, headphones.
 *
 * @param day as ISO 8601
 * @param what in a few words; may be empty
 */
public record Mark(String day, String what) {

    private static final int LONGEST = 200;

    /** Checks the day. */
    public Mark {
        what = Unseen.cut(what);
        LocalDate.parse(day);
        if (what.length() > LONGEST) {
            throw new IllegalArgumentException(Texts.of("invalid.mark", LONGEST));
        }
    }

    /** From when on it holds. */
    public LocalDateTime from() {
        return LocalDate.parse(day).atStartOfDay();
    }
}
