package oakmirror.monitor;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Timing;

/**
 * What should be heard: a complete description, replaced as a whole whenever anything changes.
 *
 * @param tracks the mix first, then the references; all at the mixer's rate
 * @param heard index of the track that is heard
 * @param blend another track blended in, when one is
 * @param chained whether tracks that have a chain are heard through it
 * @param playRequest 0 when stopped; otherwise a number that is new with each start
 * @param looped whether tracks repeat their loops
 * @param path what everything goes through
 */
public record MonitorScene(
        List<Track> tracks,
        int heard,
        Optional<Blend> blend,
        boolean chained,
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
     * @param chain processors of what it can be heard through, as the mix through its correction
     * @param chainGain linear gain on top where it is heard through them
     */
    public record Track(
            StereoSource source,
            float gain,
            Timing timing,
            Optional<FrameRange> loop,
            Optional<ProcessorPool> chain,
            float chainGain) {

        /** A track whose chain needs no gain of its own. */
        public Track(
                StereoSource source,
                float gain,
                Timing timing,
                Optional<FrameRange> loop,
                Optional<ProcessorPool> chain) {
            this(source, gain, timing, loop, chain, 1);
        }

        /** A track without a chain. */
        public Track(StereoSource source, float gain, Timing timing, Optional<FrameRange> loop) {
            this(source, gain, timing, loop, Optional.empty());
        }

        /** A track that lies where the common time does, without a loop. */
        public Track(StereoSource source, float gain) {
            this(source, gain, Timing.COMMON, Optional.empty());
        }

        /** The same track from another source. */
        public Track from(StereoSource other) {
            return new Track(other, gain, timing, loop, chain, chainGain);
        }

        /** Its gain through a chain, or without one (null). */
        float gainThrough(ProcessorPool pool) {
            return pool == null ? gain : gain * chainGain;
        }
    }

    /**
     * Another track beside the one that is heard.
     *
     * @param other its index
     * @param share from 0, where it is not heard, to 1, where it is heard alone; with equal power in between
     */
    public record Blend(int other, float share) {}

    /** Nothing to hear. */
    public static final MonitorScene EMPTY =
            new MonitorScene(List.of(), 0, Optional.empty(), false, 0, false, MonitorPath.STRAIGHT);

    /** Copies the list. */
    public MonitorScene {
        tracks = List.copyOf(tracks);
    }

    /** The same scene with other tracks in place of its own. */
    public MonitorScene with(List<Track> others) {
        return new MonitorScene(others, heard, blend, chained, playRequest, looped, path);
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

    FrameRange loopOf(Track track) {
        return looped && track.loop().isPresent() ? track.loop().get() : null;
    }

    /** Whether every track has ended at a place. */
    boolean isPastAll(double units) {
        for (int i = 0; i < tracks.size(); i++) {
            Track t = tracks.get(i);
            if (t.timing().frameAt(units) < t.source().frames()) {
                return false;
            }
        }
        return true;
    }

    /** The place where the first track begins. */
    double firstPlace() {
        double first = Double.POSITIVE_INFINITY;
        for (int i = 0; i < tracks.size(); i++) {
            first = Math.min(first, tracks.get(i).timing().unitsAt(0));
        }
        return first;
    }

    /** Whether any track can be heard through a chain. */
    boolean hasChains() {
        for (int i = 0; i < tracks.size(); i++) {
            if (tracks.get(i).chain().isPresent()) {
                return true;
            }
        }
        return false;
    }

    /** What a track is heard through, or null. */
    ProcessorPool chainOf(Track track) {
        return chained && track.chain().isPresent() ? track.chain().get() : null;
    }
}
