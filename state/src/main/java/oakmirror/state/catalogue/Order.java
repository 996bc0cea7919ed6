package oakmirror.state.catalogue;

import java.util.Comparator;
import java.util.Optional;
import oakmirror.media.library.Entry;
import oakmirror.profile.Likeness.By;

/** How entries are sorted. */
public enum Order {
    SOUNDS_LIKE("sounds like the mix", By.ALL),
    TONE("tone like the mix’s", By.TONE),
    LOUDNESS("as loud as the mix", By.LOUDNESS),
    DYNAMICS("dynamics like the mix’s", By.DYNAMICS),
    WIDTH("as wide as the mix", By.WIDTH),
    TEMPO("tempo like the mix’s", By.TEMPO),
    TITLE("title", Comparator.comparing(e -> e.about().title(), String.CASE_INSENSITIVE_ORDER)),
    ARTIST("artist", Comparator.comparing(e -> e.about().name(), String.CASE_INSENSITIVE_ORDER)),
    NEWEST("newest first", Comparator.comparingLong(Entry::addedMillis).reversed()),
    RATING(
            "best first",
            Comparator.comparingInt((Entry e) -> e.about().rating()).reversed()),
    LUFS("loudest first", Comparator.comparingDouble(Entry::lufs).reversed()),
    PLR("PLR, lowest first", Comparator.comparingDouble(Entry::plrDb)),
    RANGE("range, smallest first", Comparator.comparingDouble(Entry::rangeLu)),
    SIDE(
            "widest first",
            Comparator.comparingDouble((Entry e) -> Double.isNaN(e.widthDb()) ? Double.NEGATIVE_INFINITY : e.widthDb())
                    .reversed()),
    BPM("slowest first", Comparator.comparingDouble(Entry::bpm)),
    LENGTH("shortest first", Comparator.comparingDouble(Entry::seconds)),
    TWICE("there twice", Comparator.comparing(e -> e.about().title(), String.CASE_INSENSITIVE_ORDER));

    private final String label;
    private final Optional<By> likeness;
    private final Comparator<Entry> comparator;

    Order(String label, By by) {
        this.label = label;
        likeness = Optional.of(by);
        comparator = (a, b) -> 0; // as they came in
    }

    Order(String label, Comparator<Entry> comparator) {
        this.label = label;
        likeness = Optional.empty();
        this.comparator = comparator;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** By what likeness to the mix, where it is that. */
    Optional<By> likeness() {
        return likeness;
    }

    Comparator<Entry> comparator() {
        return comparator;
    }
}
