package oakmirror.media.library;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import oakmirror.profile.Descriptor;
import oakmirror.spectrum.BandGrid;

/**
 * Profiles that are in a library more than once: of the same passage of the same bytes, or of the same sound under other bytes, as a copy in another
 * format: as long to half a second, as loud to a tenth, and alike in tone to a fifth of a decibel in every third of an octave from 60 Hz to 8 kHz.
 */
public final class Duplicates {

    private static final double SAME_SECONDS = 0.5;
    private static final double SAME_LU = 0.1;
    private static final int SAME_CENTI_DB = 20;
    private static final int FIRST = BandGrid.bandOf(60);
    private static final int LAST = BandGrid.bandOf(8000);
    private static final int STEP = 8;

    private Duplicates() {}

    /** The ids of all entries that are there more than once. */
    public static Set<String> among(List<Entry> entries, List<Descriptor> sketches) {
        Map<String, String> byContent = new HashMap<>();
        Map<Long, List<Integer>> byLength = new HashMap<>();
        Set<String> twice = new HashSet<>();
        for (int i = 0; i < entries.size(); i++) {
            Entry e = entries.get(i);
            String other = byContent.putIfAbsent(e.content(), e.id());
            if (other != null) {
                twice.add(other);
                twice.add(e.id());
            }
            long length = (long) (e.seconds() / SAME_SECONDS);
            for (long near = length - 1; near <= length + 1; near++) {
                for (int k : byLength.getOrDefault(near, List.of())) {
                    if (areAlike(e, entries.get(k), sketches.get(i), sketches.get(k))) {
                        twice.add(entries.get(k).id());
                        twice.add(e.id());
                    }
                }
            }
            byLength.computeIfAbsent(length, l -> new ArrayList<>()).add(i);
        }
        return twice;
    }

    private static boolean areAlike(Entry one, Entry other, Descriptor a, Descriptor b) {
        if (Math.abs(one.seconds() - other.seconds()) > SAME_SECONDS || Math.abs(one.lufs() - other.lufs()) > SAME_LU) {
            return false;
        }
        for (int band = FIRST; band <= LAST; band += STEP) {
            if (Math.abs(a.centiDb()[band] - b.centiDb()[band]) > SAME_CENTI_DB) {
                return false;
            }
        }
        return true;
    }
}
