package oakmirror.delivery;

import java.util.Optional;
import java.util.regex.Pattern;
import oakmirror.files.Unseen;
import oakmirror.text.Texts;

/** What a file can say of itself in text, in the order it is shown. */
public enum TagField {
    TITLE("delivery.title"),
    ARTIST("delivery.artist"),
    ALBUM("delivery.album"),
    ALBUM_ARTIST("delivery.albumArtist"),
    TRACK("delivery.trackNumber"),
    DATE("delivery.date"),
    GENRE("delivery.genre"),
    COMPOSER("delivery.composer"),
    ISRC("delivery.isrc"),
    COPYRIGHT("delivery.copyright"),
    COMMENT("delivery.comment");

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
        return Texts.of(label);
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
            return Optional.of(Texts.of("delivery.theIsTooLong", Texts.inside(label()), LONGEST));
        }
        return switch (this) {
            case ISRC -> unless(ISRC_CODE.matcher(text).matches(), Texts.of("delivery.anIsrcHasTwo"));
            case TRACK -> unless(TRACK_NUMBER.matcher(text).matches(), Texts.of("delivery.aTrackNumberIs"));
            case DATE -> unless(ISO_DATE.matcher(text).matches(), Texts.of("delivery.aDateIsWritten"));
            default -> Optional.empty();
        };
    }

    private static Optional<String> unless(boolean fine, String sentence) {
        return fine ? Optional.empty() : Optional.of(sentence);
    }
}
