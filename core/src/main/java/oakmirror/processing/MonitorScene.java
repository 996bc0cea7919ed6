package oakmirror.processing;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;

/**
 * What should be heard: a complete description, replaced as a whole whenever anything changes.
 *
 * @param tracks the mix first, then the references; all at the mixer's rate
 * @param heard index of the track that is heard
 * @param corrected whether the mix is heard through the correction
 * @param correction the correction, when there is one
 * @param volume linear gain on everything
 * @param playRequest 0 when stopped; otherwise a number that is new with each start
 * @param loop what to repeat, when anything
 */
public record MonitorScene(
        List<Track> tracks,
        int heard,
        boolean corrected,
        Optional<ProcessorPool> correction,
        float volume,
        long playRequest,
        Optional<Loop> loop) {

    /** A track with the linear gain it is heard with. */
    public record Track(StereoSource source, float gain) {}

    /** A stretch in frames, end not included; at least {@link MonitorMixer#SHORTEST_LOOP_SECONDS} long. */
    public record Loop(long start, long end) {}

    /** Nothing to hear. */
    public static final MonitorScene EMPTY =
            new MonitorScene(List.of(), 0, false, Optional.empty(), 1, 0, Optional.empty());

    /** Copies the list. */
    public MonitorScene {
        tracks = List.copyOf(tracks);
    }

    Track heardTrack() {
        return heard >= 0 && heard < tracks.size() ? tracks.get(heard) : null;
    }

    ProcessorPool heardCorrection() {
        return heard == 0 && corrected ? correction.orElse(null) : null;
    }
}
