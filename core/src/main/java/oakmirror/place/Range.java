package oakmirror.place;

import java.util.ArrayList;
import java.util.List;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * A range that is looked at, at a place: the lows as a whole, as a bass line is heard by its overtones where its own notes are not, and then zone by zone.
 *
 * @param key what it is called in files
 * @param label its name on screen
 * @param shortLabel the same where there is little room
 * @param lowHz its lower edge
 * @param highHz its upper edge
 */
public record Range(String key, String label, String shortLabel, double lowHz, double highHz) {

    private static final double LOWS_FROM_HZ = 20;
    private static final double LOWS_TO_HZ = 300;
    /** What in the lows is overtones rather than notes. */
    static final double OVERTONES_FROM_HZ = 120;

    /** The lows, then the zones from low to high; named in the language that is spoken. */
    public static List<Range> all() {
        List<Range> all = new ArrayList<>();
        all.add(new Range("lows", Texts.of("places.lows"), Texts.of("places.lows"), LOWS_FROM_HZ, LOWS_TO_HZ));
        for (Zone z : Zone.values()) {
            all.add(new Range(
                    z.name().toLowerCase(java.util.Locale.ROOT), z.label(), z.shortLabel(), z.lowHz(), z.highHz()));
        }
        return all;
    }
}
