package oakmirror.level;

import java.util.ArrayList;
import java.util.List;

/**
 * The offsets with which the mix and its references are heard equally loud: references come to the mix's loudness. When that would
 * raise a reference over full scale, everything comes down together by what is over, so that the match holds and nothing clips.
 *
 * @param mixOffsetDb offset of the mix, 0 or below
 * @param referenceOffsetsDb offset of each reference, in the order given
 */
public record LevelMatch(double mixOffsetDb, List<Double> referenceOffsetsDb) {

    /** Highest true peak that a raised reference may reach. */
    public static final double HIGHEST_PEAK_DBTP = 0.0;

    /** Copies the list. */
    public LevelMatch {
        referenceOffsetsDb = List.copyOf(referenceOffsetsDb);
    }

    /** Everything as it is. */
    public static LevelMatch none(int references) {
        return new LevelMatch(0, java.util.Collections.nCopies(references, 0.0));
    }

    /** Matches references to a mix. A track without a loudness (silence, shorter than 400 ms) keeps offset 0. */
    public static LevelMatch toMix(TrackLevel mix, List<TrackLevel> references) {
        List<Double> offsets = new ArrayList<>();
        double over = 0;
        for (TrackLevel reference : references) {
            double offset = difference(mix.loudnessLufs(), reference.loudnessLufs());
            offsets.add(offset);
            if (offset > 0) {
                over = Math.max(over, reference.truePeakDbtp() + offset - HIGHEST_PEAK_DBTP);
            }
        }
        double down = over;
        return new LevelMatch(-down + 0.0, offsets.stream().map(o -> o - down).toList());
    }

    /** Gain that brings one loudness to another; 0 when one of them is not defined. */
    public static double difference(double toLufs, double fromLufs) {
        double difference = toLufs - fromLufs;
        return Double.isFinite(difference) ? difference : 0;
    }
}
