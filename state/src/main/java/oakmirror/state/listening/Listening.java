package oakmirror.state.listening;

import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.ListChangeListener;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.Chain;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.loudness.LiveMeter;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** What is being heard, and from where. What the mixer is told of it: {@link MixerFeed}. */
public final class Listening {

    private final Workspace workspace;
    private final IntegerProperty heard = new SimpleIntegerProperty(0);
    private final BooleanProperty corrected = new SimpleBooleanProperty();
    private final BooleanProperty rebalanced = new SimpleBooleanProperty(true);
    private final BooleanProperty playing = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty();
    private final DoubleProperty blend = new SimpleDoubleProperty();
    private final ReadOnlyIntegerWrapper reference = new ReadOnlyIntegerWrapper(1);
    private final ObjectProperty<Optional<TimeRange>> freeRange = new SimpleObjectProperty<>(Optional.empty());
    private final DoubleProperty position = new SimpleDoubleProperty();
    private final MonitorControls monitor;
    private final OutputControl output = new OutputControl();
    private final MixerFeed feed;
    private long playRequest;
    private final PreListening preListening = new PreListening(this);
    private final Auditioning auditioning = new Auditioning(this);

    /** Listens to a workspace. */
    public Listening(Workspace workspace) {
        this.workspace = workspace;
        monitor = new MonitorControls(workspace.programTasks());
        workspace.sessionTasks().onEnd(() -> monitor.versionProperty().set(Optional.empty()));
        feed = new MixerFeed(
                workspace,
                monitor,
                freeRange,
                corrected,
                () -> auditioning.heardProperty().get(),
                this::wish);
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> tracksChanged());
        workspace.tracks().revisionProperty().subscribe(r -> tracksChanged());
        feed.follow();
        List.of(heard, corrected, rebalanced, looping, freeRange, blend)
                .forEach(setting -> setting.subscribe(value -> feed.changed()));
        output.chosenProperty()
                .subscribe(d -> output.reopen(feed.mixer(), playing.get(), workspace.messageProperty()::set));
    }

    /** Index of the track that is heard: the mix is 0. */
    public IntegerProperty heardProperty() {
        return heard;
    }

    /** What the corrected mix is heard through, once it is ready. */
    public Optional<Chain> correctionHeard() {
        return feed.correction().chain();
    }

    /** Index of the reference that was heard last, which Tab and the blend go to. */
    public ReadOnlyIntegerProperty referenceProperty() {
        return reference.getReadOnlyProperty();
    }

    /** How far what is heard is blended from the first track to the reference, from 0 to 1. */
    public DoubleProperty blendProperty() {
        return blend;
    }

    /** Whether the mix is heard through its correction. */
    public BooleanProperty correctedProperty() {
        return corrected;
    }

    /** Whether the mix is heard with its stems at the levels they are tried at; otherwise as it is, equally loud. */
    public BooleanProperty rebalancedProperty() {
        return rebalanced;
    }

    /** Whether it plays. */
    public BooleanProperty playingProperty() {
        return playing;
    }

    /** Whether the passage, or the free range, repeats. */
    public BooleanProperty loopingProperty() {
        return looping;
    }

    /** What repeats on the common time axis where no passage is chosen. */
    public ObjectProperty<Optional<TimeRange>> freeRangeProperty() {
        return freeRange;
    }

    /** Where the heard track is, in its own seconds; to be refreshed by {@link #tick}. */
    public DoubleProperty positionProperty() {
        return position;
    }

    /** How everything is heard. */
    public MonitorControls monitor() {
        return monitor;
    }

    /** Where everything is heard. */
    public Elsewhere elsewhere() {
        return feed.elsewhere();
    }

    /** What of everything is heard: all, what is struck, or what sustains. */
    public HitsAndTones hitsAndTones() {
        return feed.hitsAndTones();
    }

    /** Where the sound goes. */
    public OutputControl output() {
        return output;
    }

    /** Loudness and peaks of what is heard. */
    public LiveMeter meter() {
        return feed.mixer().meter();
    }

    /** Highest magnitude that went out since this was asked last, linear. */
    public double takeOutputPeak() {
        return feed.mixer().takeOutputPeak();
    }

    /** Brings position and state up to date; called with every frame of the window. */
    public void tick() {
        position.set(auditioning.isOn() ? feed.mixer().place() / feed.sampleRate() : secondsOf(heard.get()));
        output.noticeLoss().ifPresent(sentence -> {
            stopPlaying();
            workspace.messageProperty().set(sentence);
        });
        if (playing.get()
                && !feed.mixer().isPlaying()) { // at its end; the next play begins where there is something to compare
            stopPlaying();
            seek(heardRange().map(TimeRange::startSeconds).orElse(0.0));
        }
    }

    private void stopPlaying() {
        playing.set(false);
        playRequest = 0;
        feed.push();
    }

    /** Play or stop. */
    public void togglePlay() {
        if (auditioning.isOn()) {
            auditioning.end();
        } else if (playing.get()) {
            stopPlaying();
        } else {
            play();
        }
    }

    private void play() {
        if (slots().stream().noneMatch(s -> s.audio().isPresent())) {
            return;
        }
        playOn();
        heardRange()
                .filter(r -> looping.get())
                .filter(r -> position.get() < r.startSeconds() || position.get() >= r.endSeconds())
                .ifPresent(r -> seek(r.startSeconds()));
    }

    /** Jumps to a moment of the heard track. */
    public void seek(double seconds) {
        seekIn(heard.get(), seconds);
    }

    /** The same in a track; one that is not there any more is passed over. */
    public void seekIn(TrackSlot slot, double seconds) {
        if (slots().contains(slot)) {
            seekIn(slots().indexOf(slot), seconds);
        }
    }

    /** Jumps to where a track is at a moment of its own, whichever is heard. */
    public void seekIn(int index, double seconds) {
        boolean isThere = index >= 0 && index < slots().size();
        feed.jumpTo(isThere ? feed.places().unitsAt(index, seconds) : 0);
        position.set(isThere ? secondsOf(heard.get()) : 0);
    }

    /** Where a track is, in its own seconds; may lie before its start or past its end. */
    public double secondsOf(int index) {
        return index < 0 || index >= slots().size()
                ? 0
                : feed.places().secondsAt(index, feed.mixer().place());
    }

    /** The same for a track; 0 for one that is not there any more. */
    public double secondsOf(TrackSlot slot) {
        return secondsOf(slots().indexOf(slot));
    }

    /** What repeats of the heard track while it loops, in its own seconds. */
    public Optional<TimeRange> heardRange() {
        int index = heard.get();
        if (index >= slots().size()) {
            return Optional.empty();
        }
        double rate = feed.sampleRate() * feed.places().place(index).factor();
        return feed.places().loop(index).map(l -> new TimeRange(l.start() / rate, l.end() / rate));
    }

    /** Hears a track: 0 for the mix, otherwise the reference of that number; one that is not ready stays unheard. */
    public void hear(int index) {
        if (isReady(index)) {
            auditioning.end();
            blend.set(0);
            heard.set(index);
            if (index > 0) {
                reference.set(index);
            }
        }
    }

    /** Hears a track; one that is not there any more is passed over. */
    public void hear(TrackSlot slot) {
        hear(slots().indexOf(slot));
    }

    boolean isReady(int index) {
        return index >= 0
                && index < slots().size()
                && slots().get(index).audio().isPresent();
    }

    /** Between the mix and the reference heard last. */
    public void swap() {
        if (auditioning.isOn()) {
            auditioning.hearNext();
        } else {
            hear(heard.get() == 0 ? Guide.otherThanMix(this) : 0);
        }
    }

    /** Hears the mix blended with the reference heard last: 0 the mix alone, 1 the reference alone. */
    public void blendTo(double share) {
        if (isReady(0) && isReady(Math.min(reference.get(), slots().size() - 1))) {
            heard.set(0);
            blend.set(share);
        }
    }

    /** What is heard, and from where. */
    record State(int heard, int reference, double blend, boolean playing, double place) {}

    State state() {
        return new State(
                heard.get(),
                reference.get(),
                blend.get(),
                playing.get(),
                feed.mixer().place());
    }

    void restore(State before) {
        if (!before.playing()) {
            stopPlaying();
            feed.jumpTo(before.place());
        }
        hear(before.heard());
        reference.set(before.reference());
        blend.set(before.blend());
    }

    /** Hearing a track while something is held down. */
    public PreListening preListening() {
        return preListening;
    }

    /** Hearing something instead of the tracks. */
    public Auditioning auditioning() {
        return auditioning;
    }

    void makeReadyFor(Audition wanted) {
        if (!wanted.fits(feed.sampleRate())) {
            makeMixer(wanted.tracks().get(0).audio().sampleRate());
        }
        feed.jumpTo(0);
    }

    /** Plays on, or begins to. */
    void playOn() {
        if (!playing.get()) {
            playRequest = System.nanoTime();
            playing.set(true);
            output.open(feed.mixer(), workspace.messageProperty()::set);
        }
        feed.push();
    }

    void afterAudition(Optional<State> before) {
        stopPlaying();
        before.ifPresent(b -> feed.jumpTo(b.place()));
        tracksChanged();
    }

    /** Grows whenever a track has been stretched to the mix's tempo, or could not be. */
    public ReadOnlyIntegerProperty stretchesProperty() {
        return feed.stretchesProperty();
    }

    /** Whether a track is heard stretched to the mix's tempo at the moment. */
    public boolean isStretched(int index) {
        return index < slots().size() && feed.places().place(index).factor() != 1;
    }

    List<TrackSlot> slots() {
        return workspace.tracks().all();
    }

    private void tracksChanged() {
        Optional<Integer> rate = workspace.tracks().rate();
        if (!auditioning.isOn() && rate.isPresent() && rate.get() != feed.sampleRate()) {
            makeMixer(rate.get());
        }
        int count = slots().size();
        if (heard.get() >= count) {
            heard.set(0);
        }
        if (count == 0 && !auditioning.isOn()) {
            playRequest = 0;
            playing.set(false);
            freeRange.set(Optional.empty());
            seek(0);
        }
        feed.changed();
    }

    private void makeMixer(int rate) {
        stopPlaying();
        output.close();
        feed.makeMixer(rate);
    }

    private SceneTracks.Wish wish() {
        return new SceneTracks.Wish(state(), corrected.get(), rebalanced.get(), looping.get(), playRequest);
    }

    /** The offsets that match the tracks. */
    public ReadOnlyObjectProperty<LevelMatch> levelsProperty() {
        return feed.levels().matchProperty();
    }

    /** Gain a track is heard with, in dB; matched, unless a player's levels are heard. */
    public double offsetDb(int index) {
        return feed.gainDb(index);
    }

    /** Room for peaks of what was heard instead of the correction is not kept any longer. */
    public void releaseRoom() {
        feed.correction().releaseRoom();
    }

    /** Gives the device back and ends all work. */
    public void close() {
        playRequest = 0;
        playing.set(false);
        output.close();
    }
}
