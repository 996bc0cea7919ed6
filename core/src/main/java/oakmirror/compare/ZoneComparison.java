package oakmirror.compare;

import java.util.List;
import oakmirror.spectrum.Zone;

/**
 * Mix and references in one zone.
 *
 * @param zone which
 * @param gapDb mean of the gap over the bands of the zone where it is known; NaN where it is not
 * @param inside whether the mix's tone stays inside the corridor
 * @param mix what the mix is like there
 * @param references what each reference is like there, in their order
 */
public record ZoneComparison(Zone zone, double gapDb, boolean inside, ZoneReading mix, List<ZoneReading> references) {

    /** Copies the list. */
    public ZoneComparison {
        references = List.copyOf(references);
    }

    static ZoneComparison of(Zone zone, Comparison c, Comparison.Member mix) {
        return new ZoneComparison(
                zone,
                zone.mean(c.gap().gapDb(), c.gap().known()),
                c.corridor().holds(mix.levelsDb(), zone),
                ZoneReading.of(mix.subject(), zone),
                c.references().stream()
                        .map(r -> ZoneReading.of(r.subject(), zone))
                        .toList());
    }
}
