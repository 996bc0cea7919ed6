package oakmirror.session;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.UnaryOperator;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.TakenMove;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDecisions;

/**
 * What a session has decided about places worth a listen, and deciding. Of the tone, what is taken is a move of the correction and what is left is remembered by
 * its range; of width and dynamics both are what is decided about the moves of its zones.
 */
public final class PlaceDecisions {

    private PlaceDecisions() {}

    /** What was decided about a place. */
    public static Decision of(Session session, Candidate place) {
        if (!place.shape().isTone()) {
            List<ZoneDecision> zones = zones(session.shaping(), place);
            return zones.stream().anyMatch(ZoneDecision::isTaken)
                    ? Decision.TAKEN
                    : zones.stream().allMatch(ZoneDecision::refused) ? Decision.LEFT : Decision.OPEN;
        }
        if (moves(session.shaping()).taken().stream().anyMatch(t -> t.isFor(place))) {
            return Decision.TAKEN;
        }
        boolean left = session.comparing().left().stream().anyMatch(l -> l.isFor(place));
        return left ? Decision.LEFT : Decision.OPEN;
    }

    /** The gain of its trial move in dB: as it was taken, otherwise as it is proposed. */
    public static double gainDb(Session session, Candidate place) {
        if (!place.shape().isTone()) {
            double part = zones(session.shaping(), place).stream()
                    .filter(ZoneDecision::isTaken)
                    .mapToDouble(ZoneDecision::part)
                    .findFirst()
                    .orElse(1);
            return part * place.proposedDb();
        }
        return moves(session.shaping()).taken().stream()
                .filter(t -> t.isFor(place))
                .findFirst()
                .map(TakenMove::gainDb)
                .orElse(TakenMove.of(place).gainDb());
    }

    /** How far its trial move goes either way, in dB: what is asked for, brought to what can be done. */
    public static double within(Candidate place, double gainDb) {
        if (place.shape().isTone()) {
            return TakenMove.of(place).withGain(gainDb).gainDb();
        }
        return part(place, gainDb) * place.proposedDb();
    }

    /** The same with its trial move taken. */
    public static Session taking(Session session, Candidate place, double gainDb) {
        return withoutLeft(session, place).withShaping(with(session.shaping(), place, gainDb));
    }

    /** The same with a place left as it is: it is the music, and not offered again. */
    public static Session leaving(Session session, Candidate place) {
        Shaping without = without(session.shaping(), place);
        if (!place.shape().isTone()) {
            return session.withShaping(deciding(without, place, d -> d.withRefused(true)));
        }
        List<LeftPlace> left =
                new ArrayList<>(withoutLeft(session, place).comparing().left());
        left.add(LeftPlace.of(place));
        return session.withComparing(session.comparing().withLeft(left)).withShaping(without);
    }

    private static Session withoutLeft(Session session, Candidate place) {
        ComparisonSettings c = session.comparing();
        return session.withComparing(
                c.withLeft(c.left().stream().filter(l -> !l.isFor(place)).toList()));
    }

    /** What is done to the mix with the trial move of a place. */
    public static Shaping with(Shaping shaping, Candidate place, double gainDb) {
        if (!place.shape().isTone()) {
            return deciding(shaping, place, d -> d.withPart(part(place, gainDb)));
        }
        TakenMove move = TakenMove.of(place).withGain(gainDb);
        Shaping without = without(shaping, place);
        return without.withMoves(part(without), moves(without).taking(move));
    }

    /** What is done to the mix without it. */
    public static Shaping without(Shaping shaping, Candidate place) {
        if (!place.shape().isTone()) {
            return deciding(shaping, place, d -> ZoneDecision.none(d.aspect(), d.zone()));
        }
        MoveDecisions moves = moves(shaping);
        return shaping.withMoves(
                part(shaping),
                moves.withTaken(
                        moves.taken().stream().filter(t -> !t.isFor(place)).toList()));
    }

    private static Part part(Shaping shaping) {
        return shaping.apart() ? Part.MID : Part.STEREO;
    }

    private static MoveDecisions moves(Shaping shaping) {
        return shaping.decided().of(part(shaping));
    }

    /** What was decided about the zones of a place. */
    private static List<ZoneDecision> zones(Shaping shaping, Candidate place) {
        ZoneAspect aspect = place.shape() == Shape.WIDTH ? ZoneAspect.WIDTH : ZoneAspect.DYNAMICS;
        return Arrays.stream(Zone.values())
                .filter(z -> z.lowHz() >= place.lowHz() && z.highHz() <= place.highHz())
                .map(z -> shaping.zones().of(aspect, z))
                .toList();
    }

    private static Shaping deciding(Shaping shaping, Candidate place, UnaryOperator<ZoneDecision> how) {
        ZoneDecisions next = shaping.zones();
        for (ZoneDecision decision : zones(shaping, place)) {
            next = next.with(how.apply(decision));
        }
        return shaping.withZones(next);
    }

    /** The part of what is proposed for zones that makes a gain, to a hundredth. */
    private static double part(Candidate place, double gainDb) {
        double part = place.proposedDb() == 0 ? 1 : gainDb / place.proposedDb();
        return Math.round(100 * Math.max(0, Math.min(ZoneDecision.MOST, part))) / 100.0;
    }
}
