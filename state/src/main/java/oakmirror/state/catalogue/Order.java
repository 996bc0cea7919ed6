package oakmirror.state.catalogue;

import java.util.Comparator;
import java.util.Optional;
import oakmirror.media.library.Entry;
import oakmirror.profile.Similarity.By;
import oakmirror.text.Texts;

/** How entries are sorted. */
public enum Order {
    SOUNDS_LIKE("catalogue.soundsLikeTheMix", By.ALL),
    TONE("catalogue.toneLikeTheMixs", By.TONE),
    LOUDNESS("catalogue.asLoudAsThe", By.LOUDNESS),
    DYNAMICS("catalogue.dynamicsLikeTheMixs", By.DYNAMICS),
    WIDTH("catalogue.asWideAsThe", By.WIDTH),
    TEMPO("catalogue.tempoLikeTheMixs", By.TEMPO),
    TITLE("catalogue.title", Comparator.comparing(e -> e.about().title(), String.CASE_INSENSITIVE_ORDER)),
    ARTIST("catalogue.artist", Comparator.comparing(e -> e.about().name(), String.CASE_INSENSITIVE_ORDER)),
    NEWEST("catalogue.newestFirst", Comparator.comparingLong(Entry::addedMillis).reversed()),
    RATING(
            "catalogue.bestFirst",
            Comparator.comparingInt((Entry e) -> e.about().rating()).reversed()),
    LUFS("catalogue.loudestFirst", Comparator.comparingDouble(Entry::lufs).reversed()),
    PLR("catalogue.plrLowestFirst", Comparator.comparingDouble(Entry::plrDb)),
    RANGE("catalogue.rangeSmallestFirst", Comparator.comparingDouble(Entry::rangeLu)),
    SIDE(
            "catalogue.widestFirst",
            Comparator.comparingDouble((Entry e) -> Double.isNaN(e.widthDb()) ? Double.NEGATIVE_INFINITY : e.widthDb())
                    .reversed()),
    BPM("catalogue.slowestFirst", Comparator.comparingDouble(Entry::bpm)),
    LENGTH("catalogue.shortestFirst", Comparator.comparingDouble(Entry::seconds)),
    TWICE("catalogue.thereTwice", Comparator.comparing(e -> e.about().title(), String.CASE_INSENSITIVE_ORDER));

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
        return Texts.of(label);
    }

    /** By what likeness to the mix, where it is that. */
    Optional<By> likeness() {
        return likeness;
    }

    Comparator<Entry> comparator() {
        return comparator;
    }
}
