package oakmirror.state.catalogue;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import oakmirror.media.library.Duplicates;
import oakmirror.media.library.Entry;
import oakmirror.media.library.Library;
import oakmirror.media.library.LibraryException;
import oakmirror.media.library.Wanted;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Similarity;
import oakmirror.profile.Similarity.By;
import oakmirror.profile.Similarity.Near;

/**
 * What of the library is listed: by words and figures, from one folder or all, sorted.
 *
 * @param typed what is searched for
 * @param folder the folder they are in, or one within it; empty for all
 * @param order how they are sorted
 * @param mix what they are held against where they are sorted by likeness
 */
record Listing(String typed, String folder, Order order, Optional<Descriptor> mix) {

    /**
     * What was listed.
     *
     * @param shown the entries
     * @param total how many there are in all
     * @param folders the folders there are, in the order of the alphabet
     */
    record Listed(List<Shown> shown, int total, List<String> folders) {}

    /** Looks it up. */
    Listed of(Library library, List<Entry> all) throws LibraryException {
        Wanted wanted = Wanted.of(typed);
        Set<String> found = wanted.words().isBlank() ? Set.of() : library.search(wanted.words());
        List<Entry> kept = all.stream()
                .filter(e -> wanted.words().isBlank() || found.contains(e.id()))
                .filter(e -> isIn(e.about().folder(), folder))
                .filter(wanted::holds)
                .toList();
        if (order == Order.TWICE) {
            Set<String> twice = Duplicates.among(kept, library.sketches(kept));
            kept = kept.stream().filter(e -> twice.contains(e.id())).toList();
        }
        List<String> folders = all.stream()
                .map(e -> e.about().folder())
                .filter(f -> !f.isEmpty())
                .distinct()
                .sorted(String.CASE_INSENSITIVE_ORDER)
                .toList();
        return new Listed(sorted(library, kept), all.size(), folders);
    }

    static boolean isIn(String folder, String wanted) {
        String lower = folder.toLowerCase(Locale.ROOT);
        String of = wanted.toLowerCase(Locale.ROOT);
        return of.isEmpty() || lower.equals(of) || lower.startsWith(of + "/");
    }

    private List<Shown> sorted(Library library, List<Entry> kept) throws LibraryException {
        if (order.likeness().isPresent() && mix.isPresent()) {
            List<Descriptor> sketches = library.sketches(kept);
            return near(sketches, order.likeness().get()).stream()
                    .map(n -> new Shown(
                            kept.get(n.index()), sketches.get(n.index()), n.distance(), n.gapDb(), n.supportedDb()))
                    .toList();
        }
        List<Entry> inOrder = kept.stream().sorted(order.comparator()).toList();
        List<Descriptor> sketches = library.sketches(inOrder);
        Shown[] shown = new Shown[inOrder.size()];
        Arrays.setAll(shown, i -> new Shown(inOrder.get(i), sketches.get(i), Double.NaN, Double.NaN, Double.NaN));
        for (Near n : near(sketches, By.TONE)) {
            Shown one = shown[n.index()];
            shown[n.index()] = new Shown(one.entry(), one.sketch(), Double.NaN, n.gapDb(), n.supportedDb());
        }
        return List.of(shown);
    }

    /** How far from the mix each is; empty without a mix. */
    private List<Near> near(List<Descriptor> sketches, By by) {
        return mix.map(m -> Similarity.nearest(m, sketches, by, NEAREST)).orElse(List.of());
    }

    /** So many are weighed in full. */
    private static final int NEAREST = 20;
}
