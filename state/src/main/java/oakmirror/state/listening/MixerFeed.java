package oakmirror.state.listening;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import oakmirror.audio.TimeRange;
import oakmirror.media.device.AudioOutput;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import oakmirror.state.task.Coalesced;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Tells the mixer what is to be heard. Everything goes downwards (docs/design.md, "From the session to the sound"): from session, tracks and the
 * peaks of the corrected mix to the levels, from all of it to the scene, which the mixer is given once a turn of the state's thread, however
 * much has changed in it.
 */
final class MixerFeed {

    private static final int USUAL_RATE = 48000;

    private final Workspace workspace;
    private final MonitorControls monitor;
    private final Supplier<Optional<Audition>> audition;
    private final Supplier<SceneTracks.Wish> wish;
    private final TempoAlignment alignment;
    private final ReadOnlyIntegerWrapper stretches = new ReadOnlyIntegerWrapper();
    private final Places places;
    private final Levels levels;
    private final MixCorrection correction;
    private final SceneTracks tracks;
    private final Elsewhere elsewhere;
    private final HitsAndTones hitsAndTones;
    private final Runnable changed;
    private final Latest<Double> jumps;
    private volatile MonitorMixer mixer = new MonitorMixer(USUAL_RATE, AudioOutput.BLOCK);

    /**
     * Follows a workspace.
     *
     * @param monitor how everything is heard
     * @param freeRange what repeats where no passage is chosen
     * @param corrected whether the mix is heard through its correction
     * @param audition what is heard instead of the tracks
     * @param wish what is to be heard of them
     */
    MixerFeed(
            Workspace workspace,
            MonitorControls monitor,
            ObservableValue<Optional<TimeRange>> freeRange,
            ObservableValue<Boolean> corrected,
            Supplier<Optional<Audition>> audition,
            Supplier<SceneTracks.Wish> wish) {
        this.workspace = workspace;
        this.monitor = monitor;
        this.audition = audition;
        this.wish = wish;
        jumps = workspace.programTasks().latest(Kind.QUICK, Texts.of("listening.goingToAnotherPlace"));
        changed = Coalesced.of(workspace.background().state(), this::push);
        alignment = new TempoAlignment(workspace, () -> {
            changed.run();
            stretches.set(stretches.get() + 1);
        });
        places = new Places(workspace, alignment, this::sampleRate, freeRange, monitor.partProperty());
        levels = new Levels(workspace);
        StemsHeard stems = new StemsHeard(workspace);
        hitsAndTones = new HitsAndTones(workspace, changed);
        correction = new MixCorrection(
                workspace,
                monitor.insteadProperty(),
                monitor.strokesProperty(),
                monitor.endedProperty(),
                corrected,
                () -> stems.mix().map(hitsAndTones::layersOf),
                (source, chain) -> mixer.prepare(source, chain),
                changed);
        tracks = new SceneTracks(workspace, places, stems, correction, monitor, levels);
        elsewhere = new Elsewhere(
                workspace, new PlaceLevels(workspace, correction::chain, this::hearsPart, changed), changed);
    }

    /** Begins to follow: once everything that wishes come from is there. */
    void follow() {
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> followTracks());
        workspace.tracks().revisionProperty().subscribe(r -> followTracks());
        workspace.sessionProperty().map(s -> s.comparing().tempoAligned()).subscribe(a -> alignment.forgetFailures());
        workspace.sessionProperty().subscribe(s -> followTracks());
        workspace.stems().revisionProperty().subscribe(r -> changed.run());
        correction.peakProperty().subscribe(p -> matchLevels());
        levels.matchProperty().subscribe(l -> changed.run());
        monitor.all().forEach(setting -> setting.subscribe(value -> changed.run()));
    }

    private boolean hearsPart() {
        return monitor.endingProperty().get() == MonitorControls.Ending.TAKEN_AWAY;
    }

    private void followTracks() {
        alignment.keepOnly(workspace.tracks().all());
        places.stretchMissing();
        matchLevels();
        changed.run();
    }

    private void matchLevels() {
        levels.match(correction.peakProperty().get());
    }

    /** Something of the wish has changed. */
    void changed() {
        changed.run();
    }

    /** Gives the mixer its scene at once, as to begin and to stop. */
    void push() {
        MonitorPath path = monitor.path(sampleRate());
        SceneTracks.Wish wanted = wish.get();
        MonitorScene here = audition.get()
                .map(a -> a.scene(wanted.playRequest(), path))
                .orElseGet(() -> tracks.scene(wanted, sampleRate(), path));
        mixer.setScene(hitsAndTones.of(elsewhere.there(here, sampleRate())));
    }

    /** Jumps to a place: it is there at once, and heard in a moment, once what will be heard was read and brought there in the background. */
    void jumpTo(double units) {
        Runnable jump = mixer.announceJump(units);
        jumps.submit(
                progress -> {
                    jump.run();
                    return units;
                },
                there -> {});
    }

    /** Goes on with a mixer for another rate; the one before has stopped. */
    void makeMixer(int rate) {
        mixer = new MonitorMixer(rate, AudioOutput.BLOCK);
        monitor.followRate(rate, workspace.messageProperty()::set);
        elsewhere.followRate();
        correction.makeFor(rate);
    }

    MonitorMixer mixer() {
        return mixer;
    }

    int sampleRate() {
        return mixer.sampleRate();
    }

    Places places() {
        return places;
    }

    Levels levels() {
        return levels;
    }

    Elsewhere elsewhere() {
        return elsewhere;
    }

    HitsAndTones hitsAndTones() {
        return hitsAndTones;
    }

    MixCorrection correction() {
        return correction;
    }

    /** Gain a track is heard with, in dB. */
    double gainDb(int index) {
        return tracks.gainDb(index);
    }

    /** Grows whenever a track has been stretched to the mix's tempo, or could not be. */
    ReadOnlyIntegerProperty stretchesProperty() {
        return stretches.getReadOnlyProperty();
    }
}
