package oakmirror.desk.library;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import oakmirror.media.library.Entry;
import oakmirror.spectrum.Key;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What is said of an entry. */
final class EntryWords {

    private EntryWords() {}

    /** Whose it is, where it is filed, and what is to be known of it. */
    static String kind(Entry e) {
        List<String> parts = new ArrayList<>();
        if (!e.about().artist().isEmpty()) {
            parts.add(e.about().artist());
        }
        if (!e.about().folder().isEmpty()) {
            parts.add(e.about().folder());
        }
        if (e.passage()) {
            parts.add(Texts.of("library.passage"));
        }
        if (!Double.isNaN(e.edgeHz())) {
            parts.add(Texts.of("library.endsAt", Numbers.frequency(e.edgeHz())));
        }
        if (e.about().rating() > 0) {
            parts.add("★".repeat(e.about().rating()));
        }
        return parts.isEmpty() ? Texts.of("library.notFiled") : String.join(" · ", parts);
    }

    /** Its figures. */
    static String figures(Entry e) {
        List<String> parts = new ArrayList<>(List.of(Numbers.level(e.lufs())));
        if (!Double.isNaN(e.bpm())) {
            parts.add(Texts.of("library.bpm", Math.round(e.bpm())));
        }
        if (!e.key().isEmpty()) {
            parts.add(Key.read(e.key()).map(Key::label).orElse(e.key()));
        }
        return String.join(" · ", parts);
    }

    /** The figure that entries are sorted by, or how far it is from the mix where that is none; empty where there is neither. */
    static String sortedBy(Shown shown, Order order) {
        Entry e = shown.entry();
        double d = shown.distance();
        return switch (order) {
            case SOUNDS_LIKE -> ifKnown(d, "library.unlike", Numbers.level(d));
            case TONE, DYNAMICS, WIDTH -> ifKnown(d, "library.dBAway", Numbers.level(d));
            case LOUDNESS -> ifKnown(d, "library.luAway", Numbers.level(d));
            case TEMPO -> ifKnown(d, "library.away", Math.round(100 * (Math.pow(2, d) - 1)));
            case RATING -> "★".repeat(e.about().rating());
            case NEWEST -> day(e.addedMillis());
            case LUFS -> ifKnown(e.lufs(), "library.lufs", Numbers.level(e.lufs()));
            case PLR -> ifKnown(e.plrDb(), "library.plr", Numbers.level(e.plrDb()));
            case RANGE -> ifKnown(e.rangeLu(), "library.range", Numbers.level(e.rangeLu()));
            case SIDE -> ifKnown(e.widthDb(), "library.sideMid", Numbers.level(e.widthDb()));
            case BPM -> ifKnown(e.bpm(), "library.bpm", Math.round(e.bpm()));
            case LENGTH -> Numbers.time(e.seconds());
            case TITLE, ARTIST, TWICE -> ifKnown(shown.gapDb(), "library.dBAway", Numbers.level(shown.gapDb()));
        };
    }

    /** A day, by the clock of this machine. */
    static String day(long millis) {
        return DateTimeFormatter.ofPattern(Texts.of("library.date"), Texts.spoken())
                .withZone(ZoneId.systemDefault())
                .format(Instant.ofEpochMilli(millis));
    }

    private static String ifKnown(double figure, String key, Object value) {
        return Double.isFinite(figure) ? Texts.of(key, value) : "";
    }

    /** All of it, for a tooltip. */
    static String all(Shown shown) {
        Entry e = shown.entry();
        List<String> lines = new ArrayList<>(List.of(
                e.about().name(),
                Texts.of(
                        "library.lufsRangeLuPlr",
                        Numbers.level(e.lufs()),
                        Numbers.level(e.rangeLu()),
                        Numbers.level(e.plrDb()),
                        Numbers.level(e.widthDb()),
                        Numbers.time(e.seconds()))));
        if (!e.about().tags().isEmpty()) {
            lines.add(String.join(", ", e.about().tags()));
        }
        if (!e.about().origin().isEmpty()) {
            lines.add(Texts.of("library.from", e.about().origin()));
        }
        if (!e.about().notes().isEmpty()) {
            lines.add(e.about().notes());
        }
        if (Double.isFinite(shown.supportedDb())) {
            lines.add(Texts.of("library.ofTheGapTo", Numbers.level(shown.supportedDb())));
        }
        return String.join("\n", lines);
    }

    /** As a screen reader reads it. */
    static String spoken(Shown shown, Order order) {
        return String.join(
                        ", ",
                        shown.entry().about().name(),
                        kind(shown.entry()),
                        figures(shown.entry()),
                        sortedBy(shown, order))
                .replaceAll(", $", "");
    }
}
