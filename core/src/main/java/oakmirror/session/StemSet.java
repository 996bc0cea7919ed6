package oakmirror.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import oakmirror.stems.Rebalancing;
import oakmirror.text.Texts;

/**
 * The stems of a mix.
 *
 * @param all the stems, in the order they were given
 * @param limitDb how far a gain that is proposed for one may go either way
 */
public record StemSet(List<Stem> all, double limitDb) {

    /** How many stems a mix can have. */
    public static final int MOST = 24;

    /** No stems, and the usual limit. */
    public static final StemSet NONE = new StemSet(List.of(), Rebalancing.USUAL_LIMIT_DB);

    /** Copies the list and checks it. */
    public StemSet {
        all = List.copyOf(all);
        if (all.size() > MOST) {
            throw new IllegalArgumentException(Texts.of("invalid.stems", MOST));
        }
        if (!(limitDb >= 0.5 && limitDb <= Stem.MOST_GAIN_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.stemLimit"));
        }
    }

    /** Whether there are none. */
    public boolean isEmpty() {
        return all.isEmpty();
    }

    /** The same with the stems of more files; one that is there already stays as it is, and what is over the limit is left out. */
    public StemSet with(List<Path> files) {
        List<Stem> more = new ArrayList<>(all);
        Set<Source> there = new HashSet<>();
        all.forEach(s -> there.add(s.source()));
        for (Path file : files) {
            Stem stem = Stem.of(file);
            if (more.size() < MOST && there.add(stem.source())) {
                more.add(stem);
            }
        }
        return new StemSet(shortNames(more), limitDb);
    }

    /** Without the beginning that all names share up to a space or dash, as “ebb-tide-” of “ebb-tide-bass”; names that were changed by hand stay. */
    private static List<Stem> shortNames(List<Stem> stems) {
        if (stems.size() < 2) {
            return stems;
        }
        String first = stems.get(0).source().usualName();
        int shared = first.length();
        for (Stem stem : stems) {
            String name = stem.source().usualName();
            int same = 0;
            while (same < Math.min(shared, name.length()) && name.charAt(same) == first.charAt(same)) {
                same++;
            }
            shared = same;
        }
        int cut = shared;
        while (cut > 0 && " -_.".indexOf(first.charAt(cut - 1)) < 0) {
            cut--;
        }
        List<Stem> named = new ArrayList<>();
        for (Stem stem : stems) {
            String whole = stem.source().usualName();
            boolean byHand = !whole.endsWith(stem.name());
            named.add(byHand || cut >= whole.length() ? stem : stem.withName(whole.substring(cut)));
        }
        return named;
    }

    /** The same with another stem in a place. */
    public StemSet with(int index, Stem stem) {
        List<Stem> changed = new ArrayList<>(all);
        changed.set(index, stem);
        return new StemSet(changed, limitDb);
    }

    /** The same without one. */
    public StemSet without(int index) {
        List<Stem> fewer = new ArrayList<>(all);
        fewer.remove(index);
        return new StemSet(fewer, limitDb);
    }

    /** The same with gains, one for each. */
    public StemSet withGains(double[] gainsDb) {
        List<Stem> changed = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            changed.add(all.get(i).withGain(gainsDb[i]));
        }
        return new StemSet(changed, limitDb);
    }

    /** The same with another limit. */
    public StemSet withLimit(double db) {
        return new StemSet(all, db);
    }

    /** Their gains in dB. */
    public double[] gainsDb() {
        return all.stream().mapToDouble(Stem::gainDb).toArray();
    }

    /** Whether any of them is tried louder or quieter. */
    public boolean isTried() {
        return all.stream().anyMatch(s -> s.gainDb() != 0);
    }
}
