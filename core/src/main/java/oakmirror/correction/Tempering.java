package oakmirror.correction;

import java.util.List;
import java.util.Optional;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * How much of what is proposed somebody usually takes, by where it lies and which way it goes. Moves that nothing was decided about are applied so.
 *
 * @param parts each at most once; what has none is applied as proposed
 */
public record Tempering(List<Part> parts) {

    private static final double MOST = 3;

    /**
     * Of rises or dips in a zone.
     *
     * @param zone where the move is strongest
     * @param up whether it rises
     * @param share how much of it is taken: 0 for nothing, 1 as proposed
     * @param deviation how far that may be off
     * @param songs from how many songs it is known
     */
    public record Part(Zone zone, boolean up, double share, double deviation, int songs) {
        /** Checks the ranges. */
        public Part {
            if (zone == null || !(share >= 0 && share <= MOST) || !(deviation >= 0 && deviation <= MOST) || songs < 0) {
                throw new IllegalArgumentException(Texts.of("invalid.tempering"));
            }
        }
    }

    /** Copies the list and checks that nothing is said twice. */
    public Tempering {
        parts = List.copyOf(parts);
        if (parts.stream().map(p -> List.of(p.zone(), p.up())).distinct().count() < parts.size()) {
            throw new IllegalArgumentException(Texts.of("invalid.tempering"));
        }
    }

    /** What is known of moves like one. */
    public Optional<Part> of(Move move) {
        Zone zone = Zone.at(move.centreHz());
        return parts.stream()
                .filter(p -> p.zone() == zone && p.up() == move.isUp())
                .findFirst();
    }

    /** A move as it usually is taken. */
    Treatment usual(Move move) {
        return of(move).map(p -> Treatment.NONE.withGainFactor(p.share())).orElse(Treatment.NONE);
    }
}
