package oakmirror.session;

import oakmirror.text.Texts;

/**
 * Which profiles of the library are folded into one reference.
 *
 * @param kind how they are told
 * @param text the folder or the words that are searched for; the name of what was picked by hand
 */
public record FoldRule(Kind kind, String text) {

    /** How they are told. */
    public enum Kind {
        /** Those that were picked by hand. */
        PICKED,
        /** All that are filed in a folder, whatever comes into it. */
        FOLDER,
        /** All that a search finds, whatever it comes to find. */
        SEARCH
    }

    private static final int LONGEST = 200;

    /** Checks the text. */
    public FoldRule {
        if (text.length() > LONGEST) {
            throw new IllegalArgumentException(Texts.of("invalid.aggregate", LONGEST));
        }
    }

    /** What is folded, in words. */
    String label(int count) {
        return Texts.of("sessions.folded", text.isBlank() ? Texts.of("sessions.profiles") : text, count);
    }
}
