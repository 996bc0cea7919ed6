package oakmirror.processing;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;

/**
 * What should be heard: a complete description, replaced as a whole whenever anything changes.
 *
 * @param tracks the mix first, then the references; all at the mixer's rate
 * @param heard index of the track that is heard
 * @param blend another track blended in, when one is
 * @param corrected whether the mix is heard through the correction
 * @param correction the correction, when there is one
 * @param playRequest 0 when stopped; otherwise a number that is new with each start
 * @param looped whether tracks repeat their loops
 * @param path what everything goes through
 */
public record MonitorScene(
        List<Track> tracks,
        int heard,
        Optional<Blend> blend,
        boolean corrected,
        Optional<ProcessorPool> correction,
        long playRequest,
        boolean looped,
        MonitorPath path) {

    /**
     * A track as it is heard.
     *
     * @param source its samples
     * @param gain linear gain
     * @param timing where it lies against the others
     * @param loop what of it repeats while the scene is looped, when anything
     */
    public record Track(StereoSource source, float gain, Timing timing, Optional<Loop> loop) {

        /** A track that lies where the common time does, without a loop. */
        public Track(StereoSource source, float gain) {
            this(source, gain, Timing.COMMON, Optional.empty());
        }
    }

    /**
     * Where a track lies against the others: its frame at a place u that is common to all is originFrame + u·framesPerUnit. What a unit is,
     * a frame or a bar, is for the scene to say; it only has to be the same for all its tracks.
     */
    public record Timing(double originFrame, double framesPerUnit) {

        /** Frames count as units, from the start. */
        public static final Timing COMMON = new Timing(0, 1);

        /** Checks that it goes forward. */
        public Timing {
            if (!(framesPerUnit > 0) || !Double.isFinite(originFrame)) {
                throw new IllegalArgumentException("not a timing: " + originFrame + ", " + framesPerUnit);
            }
        }

        /** The frame nearest to a place. */
        public long frameAt(double units) {
            return Math.round(originFrame + units * framesPerUnit);
        }

        /** The place of a frame. */
        public double unitsAt(long frame) {
            return (frame - originFrame) / framesPerUnit;
        }
    }

    /** A stretch in frames, end not included; at least {@link MonitorMixer#SHORTEST_LOOP_SECONDS} long. */
    public record Loop(long start, long end) {}

    /**
     * Another track beside the one that is heard.
     *
     * @param other its index
     * @param share from 0, where it is not heard, to 1, where it is heard alone; with equal power in between
     */
    public record Blend(int other, float share) {}

    /** Nothing to hear. */
    public static final MonitorScene EMPTY =
            new MonitorScene(List.of(), 0, Optional.empty(), false, Optional.empty(), 0, false, MonitorPath.STRAIGHT);

    /** Copies the list. */
    public MonitorScene {
        tracks = List.copyOf(tracks);
    }

    Track heardTrack() {
        return track(heard);
    }

    Track track(int index) {
        return index >= 0 && index < tracks.size() ? tracks.get(index) : null;
    }

    /** The track blended in, or null. */
    Track blendedTrack() {
        return blend.isPresent() && blend.get().share() > 0 && blend.get().other() != heard
                ? track(blend.get().other())
                : null;
    }

    float blendShare() {
        return blendedTrack() == null ? 0 : blend.get().share();
    }

    Loop loopOf(Track track) {
        return looped && track.loop().isPresent() ? track.loop().get() : null;
    }

    ProcessorPool correctionOf(int index) {
        return index == 0 && corrected ? correction.orElse(null) : null;
    }
}
