package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;

/**
 * One side of the mirror: a track with its passages.
 *
 * @param contour its loudness over time
 * @param figure its loudness, in words
 * @param shiftSeconds how much later than the mix it begins on the common axis
 * @param passages its passages, in its own time
 * @param chosen which is used, −1 for none
 * @param bars its bars, where they are known
 */
public record MirrorSide(
        ContourTrack contour,
        String figure,
        double shiftSeconds,
        List<Bracket> passages,
        int chosen,
        Optional<BarGrid> bars) {

    /** A passage with what to write at it. */
    public record Bracket(TimeRange range, String label) {}

    double start() {
        return shiftSeconds;
    }

    double end() {
        return shiftSeconds + contour.seconds();
    }

    Optional<TimeRange> chosenRange() {
        return chosen < 0 ? Optional.empty() : Optional.of(passages.get(chosen).range());
    }
}
