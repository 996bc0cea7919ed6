package oakmirror.zones;

import java.util.ArrayList;
import java.util.List;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * What was decided about width and dynamics.
 *
 * @param all about moves of zones, at most one of each
 * @param sideShelfDb gain of the high shelf on the side alone
 */
public record ZoneDecisions(List<ZoneDecision> all, double sideShelfDb) {

    /** Nothing decided. */
    public static final ZoneDecisions NONE = new ZoneDecisions(List.of(), 0);

    /** Copies and checks. */
    public ZoneDecisions {
        all = List.copyOf(all);
        if (!(Math.abs(sideShelfDb) <= SideShape.MOST_SHELF_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.shelf"));
        }
        long different =
                all.stream().map(d -> List.of(d.aspect(), d.zone())).distinct().count();
        if (different < all.size()) {
            throw new IllegalArgumentException(Texts.of("invalid.zoneTwice"));
        }
    }

    /** What was decided about a move. */
    public ZoneDecision of(ZoneAspect aspect, Zone zone) {
        return all.stream()
                .filter(d -> d.aspect() == aspect && d.zone() == zone)
                .findFirst()
                .orElse(ZoneDecision.none(aspect, zone));
    }

    /** The same with something else decided about a move. */
    public ZoneDecisions with(ZoneDecision decision) {
        List<ZoneDecision> next = new ArrayList<>(all);
        next.removeIf(d -> d.aspect() == decision.aspect() && d.zone() == decision.zone());
        if (!decision.isNone()) {
            next.add(decision);
        }
        return new ZoneDecisions(next, sideShelfDb);
    }

    /** The same with another shelf on the side, in tenths of a decibel and as far as it goes. */
    public ZoneDecisions withSideShelf(double db) {
        double most = SideShape.MOST_SHELF_DB;
        return new ZoneDecisions(all, Math.round(10 * Math.max(-most, Math.min(most, db))) / 10.0 + 0.0);
    }
}
