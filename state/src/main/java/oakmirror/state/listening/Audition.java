package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Timing;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;

/**
 * Something that is heard instead of the session's tracks for a while, as passages of songs of a record against each other: switched like tracks, from one common
 * beginning, each repeated.
 *
 * @param tracks what can be heard
 * @param heard which of them is
 */
public record Audition(List<Heard> tracks, int heard) {

    /**
     * A sound.
     *
     * @param name what it is called
     * @param audio from its first to its last frame
     * @param gainDb gain it is heard with
     */
    public record Heard(String name, StereoSource audio, double gainDb) {}

    /** Copies the list. */
    public Audition {
        tracks = List.copyOf(tracks);
    }

    /** The same with another one heard. */
    public Audition hearing(int index) {
        return new Audition(tracks, index);
    }

    /** Whether it can be heard at a rate. */
    boolean fits(int sampleRate) {
        return tracks.stream().allMatch(t -> t.audio().sampleRate() == sampleRate);
    }

    MonitorScene scene(long playRequest, MonitorPath path) {
        List<MonitorScene.Track> all = new ArrayList<>();
        for (Heard t : tracks) {
            all.add(new MonitorScene.Track(
                    t.audio(),
                    (float) Decibels.toAmplitude(t.gainDb()),
                    Timing.COMMON,
                    Optional.of(new FrameRange(0, t.audio().frames()))));
        }
        return new MonitorScene(all, heard, Optional.empty(), false, playRequest, true, path);
    }
}
