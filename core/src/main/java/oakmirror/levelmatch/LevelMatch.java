package oakmirror.levelmatch;

import java.util.ArrayList;
import java.util.List;
import oakmirror.levelmatch.LevelSettings.Direction;

/**
 * The offsets with which tracks are heard equally loud. When an offset, or a correction, would raise a track over full scale, everything comes
 * down together by what is over, so that the match holds and nothing clips.
 *
 * @param offsetsDb offset of each track, in the order given
 * @param downDb by how much everything came down together, 0 or above
 */
public record LevelMatch(List<Double> offsetsDb, double downDb) {

    /** Highest true peak that a raised track may reach. */
    public static final double HIGHEST_PEAK_DBTP = 0.0;

    /** No tracks. */
    public static final LevelMatch NONE = new LevelMatch(List.of(), 0);

    /** Copies the list. */
    public LevelMatch {
        offsetsDb = List.copyOf(offsetsDb);
    }

    /**
     * Matches tracks.
     *
     * @param settings how
     * @param tracks the tracks; one without a level (silence, too short), or that does not take part, keeps its trim alone
     * @param mix index of the mix among them, or −1 when there is none; then {@link Direction#TO_MIX} leaves all as they are
     */
    public static LevelMatch of(LevelSettings settings, List<TrackLevel> tracks, int mix) {
        double goal = settings.matched() ? goal(settings, tracks, mix) : Double.NaN;
        List<Double> offsets = new ArrayList<>();
        double over = 0;
        for (TrackLevel track : tracks) {
            double matched = track.counts() ? difference(goal, track.level()) : 0;
            double offset = matched + track.trimDb();
            offsets.add(offset);
            if (track.isRaised(offset)) {
                over = Math.max(over, track.heardPeakDbtp() + offset - HIGHEST_PEAK_DBTP);
            }
        }
        double down = over;
        return new LevelMatch(offsets.stream().map(o -> o - down).toList(), down);
    }

    private static double goal(LevelSettings settings, List<TrackLevel> tracks, int mix) {
        return switch (settings.direction()) {
            case TO_MIX -> mix >= 0 ? tracks.get(mix).level() : Double.NaN;
            case TO_STATED -> settings.statedLevel();
            case TO_QUIETEST ->
                tracks.stream()
                        .filter(TrackLevel::counts)
                        .mapToDouble(TrackLevel::level)
                        .min()
                        .orElse(Double.NaN);
        };
    }

    /** Offset of a track, 0 for one that is not known. */
    public double offsetDb(int index) {
        return index >= 0 && index < offsetsDb.size() ? offsetsDb.get(index) : 0;
    }

    /** Gain that brings one level to another; 0 when one of them is not defined. */
    public static double difference(double to, double from) {
        double difference = to - from;
        return Double.isFinite(difference) ? difference : 0;
    }
}
