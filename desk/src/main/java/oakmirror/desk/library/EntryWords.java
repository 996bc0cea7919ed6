package oakmirror.desk.library;

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

    /** How far it is from the mix, or empty. */
    static String away(Shown shown, Order order) {
        double d = shown.distance();
        if (!Double.isFinite(d)) {
            return "";
        }
        return switch (order) {
            case TONE, DYNAMICS, WIDTH -> Texts.of("library.dBAway", Numbers.level(d));
            case LOUDNESS -> Texts.of("library.luAway", Numbers.level(d));
            case TEMPO -> Texts.of("library.away", Math.round(100 * (Math.pow(2, d) - 1)));
            default -> Texts.of("library.dBAway", Numbers.level(shown.gapDb()));
        };
    }

    /** All of it, for a tooltip. */
    static String all(Shown shown, Order order) {
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
                        away(shown, order))
                .replaceAll(", $", "");
    }
}
