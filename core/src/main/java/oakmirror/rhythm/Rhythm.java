package oakmirror.rhythm;

import java.util.List;
import java.util.Optional;

/**
 * The tempo that was found, and what else it might be.
 *
 * @param candidates likeliest first; the first has the tempo of the grid. Empty when nothing regular was found
 * @param grid its bars; empty when nothing regular was found
 * @param confidence from 0 (nothing regular) to 1: how likely the tempo is right, less where little of the onsets' power comes back
 * @param barConfidence how likely the length of the bars and the beat they begin on are right as well
 */
public record Rhythm(List<Candidate> candidates, Optional<BarGrid> grid, double confidence, double barConfidence) {

    /**
     * A tempo it may be.
     *
     * @param bpm beats a minute
     * @param share how likely it is, all candidates making 1
     */
    public record Candidate(double bpm, double share) {}

    /** Nothing regular. */
    public static final Rhythm NONE = new Rhythm(List.of(), Optional.empty(), 0, 0);

    /** Copies the list. */
    public Rhythm {
        candidates = List.copyOf(candidates);
    }
}
