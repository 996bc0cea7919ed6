package oakmirror.rhythm;

import java.util.List;
import java.util.Optional;

/**
 * The tempo that was found, and what else it might be.
 *
 * @param candidates likeliest first; the first has the tempo of the grid. Empty when nothing regular was found
 * @param grid its bars; empty when nothing regular was found
 * @param confidence from 0 (nothing regular) to 1: how much of the onsets' power the beat explains, and how far the tempo stands above
 *     the other candidates
 */
public record Rhythm(List<Candidate> candidates, Optional<BarGrid> grid, double confidence) {

    /**
     * A tempo it may be.
     *
     * @param bpm beats a minute
     * @param share how much of the evidence speaks for it, all candidates making 1
     */
    public record Candidate(double bpm, double share) {}

    /** Nothing regular. */
    public static final Rhythm NONE = new Rhythm(List.of(), Optional.empty(), 0);

    /** Copies the list. */
    public Rhythm {
        candidates = List.copyOf(candidates);
    }
}
