package oakmirror.zones;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;

/**
 * What is proposed about width and dynamics of zones, each a move of its own that is off until it is taken.
 *
 * @param width by how much side over mid of zones should change, in dB; nothing where the side has a correction of its own
 * @param dynamics by how much the crest factor of zones should change, in dB
 * @param differences what it follows from
 */
public record ZoneMoves(Map<Zone, Double> width, Map<Zone, Double> dynamics, ZoneDifferences differences) {

    /** Nothing is proposed. */
    public static final ZoneMoves NONE = new ZoneMoves(Map.of(), Map.of(), ZoneDifferences.NONE);

    /** Less is not worth a move. */
    private static final double LEAST_DB = 0.3;

    /** Copies the maps. */
    public ZoneMoves {
        width = Map.copyOf(width);
        dynamics = Map.copyOf(dynamics);
    }

    /**
     * What follows from differences.
     *
     * @param mix spectrum of the mix, by which it is kept safe in mono
     * @param sideApart whether the side has a correction of its own, which takes care of width
     */
    public static ZoneMoves of(ZoneDifferences differences, StereoSpectrum mix, boolean sideApart) {
        Map<Zone, Double> width = new TreeMap<>();
        Map<Zone, Double> dynamics = new TreeMap<>();
        if (!sideApart) {
            for (ZoneDifference d : differences.width()) {
                boolean isNothingToRaise = d.proposedDb() > 0 && d.own() <= ZoneDifferences.LEAST_SIDE_DB;
                put(width, d, isNothingToRaise ? 0 : WidthMove.allowedDb(mix, d.zone(), d.proposedDb()));
            }
        }
        differences.dynamics().forEach(d -> put(dynamics, d, d.proposedDb()));
        return new ZoneMoves(width, dynamics, differences);
    }

    private static void put(Map<Zone, Double> moves, ZoneDifference d, double db) {
        if (d.isProposed() && Math.abs(db) >= LEAST_DB) {
            moves.put(d.zone(), db);
        }
    }

    /** What is proposed of an aspect. */
    public Map<Zone, Double> of(ZoneAspect aspect) {
        return aspect == ZoneAspect.WIDTH ? width : dynamics;
    }

    /** What it follows from that something is proposed about a zone. */
    public Optional<ZoneDifference> difference(ZoneAspect aspect, Zone zone) {
        List<ZoneDifference> all = aspect == ZoneAspect.WIDTH ? differences.width() : differences.dynamics();
        return all.stream().filter(d -> d.zone() == zone).findFirst();
    }

    /** What of an aspect is to be done by what was decided, in dB. */
    public Map<Zone, Double> taken(ZoneAspect aspect, ZoneDecisions decisions) {
        Map<Zone, Double> taken = new TreeMap<>();
        of(aspect).forEach((zone, db) -> {
            ZoneDecision decision = decisions.of(aspect, zone);
            if (decision.isTaken()) {
                taken.put(zone, decision.part() * db);
            }
        });
        return taken;
    }

    /** What is to be done to the side alone, by what was decided. */
    public SideShape sides(StereoSpectrum mix, ZoneDecisions decisions, int sampleRate) {
        return WidthMove.shape(mix, taken(ZoneAspect.WIDTH, decisions), decisions.sideShelfDb(), sampleRate);
    }
}
