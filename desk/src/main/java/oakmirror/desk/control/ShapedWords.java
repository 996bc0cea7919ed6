package oakmirror.desk.control;

import java.util.ArrayList;
import java.util.List;
import oakmirror.correction.Move;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.session.Session;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;

/** What is done to a mix, in a few words. */
public final class ShapedWords {

    private ShapedWords() {}

    /** How many moves of tone are applied, of all parts. */
    public static long toneMoves(Shaped shaped) {
        long main = taken(shaped.tone().main().correction().moves());
        return main
                + shaped.tone().side().map(s -> taken(s.correction().moves())).orElse(0L);
    }

    private static long taken(List<Move> moves) {
        return moves.stream().filter(Move::isTaken).count();
    }

    /** How many moves are applied, of tone, width and dynamics. */
    public static long moves(Shaped shaped, Session session) {
        long zones = session.zones().all().stream()
                .filter(ZoneDecision::isTaken)
                .filter(d -> d.aspect() == ZoneAspect.WIDTH
                        ? !shaped.sides().isNone()
                        : shaped.dynamics().stream().anyMatch(b -> b.zone() == d.zone()))
                .count();
        return toneMoves(shaped) + zones;
    }

    /** All that is done. */
    public static String done(Shaped shaped, Session session) {
        List<String> parts = new ArrayList<>();
        long tone = toneMoves(shaped);
        if (tone > 0) {
            parts.add(Texts.of(
                    "part.at",
                    Texts.of("counts.moves", tone),
                    Math.round(100 * session.correction().strength())));
        }
        if (!shaped.sides().isNone()) {
            parts.add(Texts.of("part.width"));
        }
        if (!shaped.dynamics().isEmpty()) {
            parts.add(Texts.of(
                    "part.dynamicsOf",
                    Texts.of("counts.zones", shaped.dynamics().size())));
        }
        if (parts.isEmpty()) {
            return Texts.of("part.withoutCorrection");
        }
        return String.join(", ", parts)
                + (shaped.tone().isApart() ? Texts.of("part.middleAndSideApart") : "")
                + (session.phase() == Phase.LINEAR ? Texts.of("part.linearPhase") : Texts.of("part.minimumPhase"));
    }
}
