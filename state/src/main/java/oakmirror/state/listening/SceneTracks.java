package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** Tracks as the mixer hears them: from where, how loud, in which place, the mix through its correction. */
final class SceneTracks {

    private final Workspace workspace;
    private final Places places;
    private final StemsHeard stems;
    private final MixCorrection correction;
    private final MonitorControls monitor;
    private final Levels levels;

    SceneTracks(
            Workspace workspace,
            Places places,
            StemsHeard stems,
            MixCorrection correction,
            MonitorControls monitor,
            Levels levels) {
        this.workspace = workspace;
        this.places = places;
        this.stems = stems;
        this.monitor = monitor;
        this.correction = correction;
        this.levels = levels;
    }

    /**
     * What is wanted of a scene.
     *
     * @param state what is heard, and how it is blended
     * @param corrected whether the mix is heard through its correction
     * @param asTried whether it is heard with its stems as tried
     */
    record Wish(Listening.State state, boolean corrected, boolean asTried, boolean looping, long playRequest) {}

    /** All tracks that have sound at the mixer's rate, of which one is heard. */
    MonitorScene scene(Wish wish, int sampleRate, MonitorPath path) {
        boolean mixReady = workspace.tracks().mix().flatMap(TrackSlot::imported).isPresent();
        Listening.State state = wish.state();
        stems.lay(wish.asTried());
        List<MonitorScene.Track> tracks = new ArrayList<>();
        int heardNow = 0;
        int other = -1;
        for (int i = 0; i < workspace.tracks().all().size(); i++) {
            Optional<MonitorScene.Track> track = track(i, i == 0 && mixReady, wish.asTried(), sampleRate);
            if (track.isPresent()) {
                heardNow = i == state.heard() ? tracks.size() : heardNow;
                other = i == state.reference() ? tracks.size() : other;
                tracks.add(track.get());
            }
        }
        Optional<MonitorScene.Blend> blended = state.blend() > 0 && other >= 0
                ? Optional.of(new MonitorScene.Blend(other, (float) state.blend()))
                : Optional.empty();
        boolean isChained =
                (wish.corrected() || !monitor.strokesProperty().get().isNone()) && state.heard() == 0 && mixReady;
        return new MonitorScene(tracks, heardNow, blended, isChained, wish.playRequest(), wish.looping(), path);
    }

    /**
     * A track, if there is sound of it at the mixer's rate.
     *
     * @param isMix whether it is the mix, and ready
     * @param asTried whether the mix is heard with its stems as tried
     */
    private Optional<MonitorScene.Track> track(int index, boolean isMix, boolean asTried, int sampleRate) {
        Optional<HeardVersion> version = monitor.versionProperty()
                .get()
                .filter(v -> isMix)
                .filter(v -> v.audio().sampleRate() == sampleRate);
        if (version.isPresent()) {
            return Optional.of(version(version.get(), index));
        }
        double gainDb = gainDb(index) + (isMix ? stems.madeUpDb(asTried) : 0);
        return places.stretched(index)
                .or(() -> isMix
                        ? stems.mix()
                        : workspace.tracks().all().get(index).audio())
                .filter(a -> a.sampleRate() == sampleRate)
                .map(a -> new MonitorScene.Track(
                        a,
                        (float) Decibels.toAmplitude(gainDb),
                        places.timing(index),
                        places.loop(index),
                        isMix ? correction.processors() : Optional.empty()));
    }

    /** A version in the mix's place. As it is, no gain is on it: what the others are matched by does not count. */
    private MonitorScene.Track version(HeardVersion version, int index) {
        double db = version.asItIs() ? 0 : gainDb(index) + version.gainDb();
        return new MonitorScene.Track(
                version.audio(),
                (float) Decibels.toAmplitude(db),
                places.timing(index),
                places.loop(index),
                Optional.empty());
    }

    /** The gain a track is heard with: matched, or as a player would play it. */
    double gainDb(int index) {
        return monitor.playbackProperty()
                .get()
                .map(p -> index == 0
                        ? p.masterDb()
                        : workspace
                                .tracks()
                                .all()
                                .get(index)
                                .imported()
                                .map(t -> p.gainDb(t.measurement().heard()))
                                .orElse(0.0))
                .orElseGet(() -> levels.matchProperty().get().offsetDb(index));
    }
}
