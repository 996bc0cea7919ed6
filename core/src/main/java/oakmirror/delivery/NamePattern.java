package oakmirror.delivery;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import oakmirror.files.Unseen;
import oakmirror.text.Texts;

/**
 * How files are named: text with places in braces, such as {@code {track} {title}}. A place that stays empty takes the marks beside it along; what no file
 * name can hold becomes a hyphen.
 *
 * @param text the pattern
 */
public record NamePattern(String text) {

    /** The mix's title and what it has become. */
    public static final NamePattern USUAL = new NamePattern("{title} master");

    /** What can stand in braces. */
    public enum Place {
        TITLE,
        ARTIST,
        ALBUM,
        TRACK,
        VERSION,
        LOUDNESS,
        RATE,
        BITS,
        DATE;

        /** As it is written. */
        public String written() {
            return "{" + name().toLowerCase(Locale.ROOT) + "}";
        }
    }

    private static final Pattern BRACES = Pattern.compile("\\{([^{}]*)}");
    private static final Pattern UNSAFE = Pattern.compile("[/\\\\:*?\"<>|]");

    /** What lies between places that stayed empty, at either end. */
    private static final String EDGE = "[\\s\\-–—_.,;·]+";

    /** Names that Windows keeps for devices. */
    private static final Pattern RESERVED = Pattern.compile("(?i)con|prn|aux|nul|com\\d|lpt\\d");

    private static final int LONGEST = 180;
    /** File systems hold 255: a version, a number and an ending come behind it. */
    private static final int MOST_BYTES = 200;

    private static final String EMPTY = "\u0000";

    /** What is wrong with it, in one sentence. */
    public Optional<String> objection() {
        List<String> unknown = new ArrayList<>();
        Matcher m = BRACES.matcher(text);
        while (m.find()) {
            if (place(m.group(1)).isEmpty()) {
                unknown.add(m.group());
            }
        }
        if (!unknown.isEmpty()) {
            return Optional.of(Texts.of(
                    "delivery.isNoPlaceIn",
                    String.join(", ", unknown),
                    String.join(
                            ", ",
                            List.of(Place.values()).stream().map(Place::written).toList())));
        }
        return text.isBlank() ? Optional.of(Texts.of("delivery.aNameHasSomething")) : Optional.empty();
    }

    private static Optional<Place> place(String name) {
        return List.of(Place.values()).stream()
                .filter(p -> p.name().equalsIgnoreCase(name.strip()))
                .findFirst();
    }

    /** How much of a name fits, in whole letters. */
    private static int longest(String name) {
        int end = 0;
        int bytes = 0;
        for (int count = 0; end < name.length() && count < LONGEST; count++) {
            int letter = name.codePointAt(end);
            bytes += Character.toString(letter).getBytes(StandardCharsets.UTF_8).length;
            if (bytes > MOST_BYTES) {
                break;
            }
            end += Character.charCount(letter);
        }
        return end;
    }

    /** The name, without its ending; never empty. */
    public String name(Map<Place, String> values) {
        String filled = BRACES.matcher(text).replaceAll(m -> {
            String value =
                    place(m.group(1)).map(p -> values.getOrDefault(p, "")).orElse(m.group());
            return Matcher.quoteReplacement(value.isBlank() ? EMPTY : value.strip());
        });
        String closed = filled.replaceAll(EDGE + EMPTY + "(?=" + EDGE + ")", "") // "a - {} - b" is "a - b"
                .replaceAll(EMPTY + EDGE + "|" + EDGE + EMPTY, "")
                .replace(EMPTY, "");
        String plain = closed.replace('−', '-'); // a minus sign is not on every keyboard
        String safe = UNSAFE.matcher(Unseen.replaced(plain, "-"))
                .replaceAll("-")
                .replaceAll("\\s+", " ")
                .strip();
        String within = safe.substring(0, longest(safe)).strip();
        String shown = within.startsWith(".") ? "_" + within.substring(1) : within; // or it would be hidden
        return shown.isEmpty()
                ? Texts.of("delivery.master")
                : RESERVED.matcher(shown).matches() ? shown + "_" : shown;
    }
}
