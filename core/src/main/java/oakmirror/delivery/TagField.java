package oakmirror.delivery;

import java.util.Optional;
import java.util.regex.Pattern;
import oakmirror.files.Unseen;

/** What a file can say of itself in text, in the order it is shown. */
public enum TagField {
    TITLE("title"),
    ARTIST("artist"),
    ALBUM("album"),
    ALBUM_ARTIST("album artist"),
    TRACK("track number"),
    DATE("date"),
    GENRE("genre"),
    COMPOSER("composer"),
    ISRC("ISRC"),
    COPYRIGHT("copyright"),
    COMMENT("comment");

    private static final int LONGEST = 1000;

    /** ISO 3901: country, registrant, year, number; often written with hyphens. */
    private static final Pattern ISRC_CODE = Pattern.compile("[A-Z]{2}[A-Z0-9]{3}\\d{7}");

    private static final Pattern TRACK_NUMBER = Pattern.compile("\\d{1,3}(/\\d{1,3})?");
    private static final Pattern ISO_DATE = Pattern.compile("\\d{4}(-\\d{2}(-\\d{2})?)?");

    private final String label;

    TagField(String label) {
        this.label = label;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** A text as it is kept: on one line, and an ISRC without its hyphens. */
    public String tidied(String text) {
        String line = Unseen.replaced(text.strip(), " ");
        return this == ISRC ? line.toUpperCase(java.util.Locale.ROOT).replace("-", "") : line;
    }

    /** Why a tidied text cannot stand here, in one sentence; empty where it can. */
    public Optional<String> objection(String text) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (text.length() > LONGEST) {
            return Optional.of("The " + label + " is too long; keep it under " + LONGEST + " characters.");
        }
        return switch (this) {
            case ISRC ->
                unless(
                        ISRC_CODE.matcher(text).matches(),
                        "An ISRC has two letters, three letters or digits, and seven digits, as in QZ-ABC-26-00001.");
            case TRACK -> unless(TRACK_NUMBER.matcher(text).matches(), "A track number is written as 3 or 3/12.");
            case DATE -> unless(ISO_DATE.matcher(text).matches(), "A date is written as 2026 or 2026-11-26.");
            default -> Optional.empty();
        };
    }

    private static Optional<String> unless(boolean fine, String sentence) {
        return fine ? Optional.empty() : Optional.of(sentence);
    }
}
