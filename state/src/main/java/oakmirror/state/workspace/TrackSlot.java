package oakmirror.state.workspace;

import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.levelmatch.LevelFigures;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.media.cache.FileState;
import oakmirror.profile.Profile;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Task;

/**
 * A track of the session on its way to being ready: importing, ready, or failed with a reason. What the session says about it changes with
 * the session; the slot stays as long as the track is in it.
 */
public final class TrackSlot {

    private Track track;
    private final ObjectProperty<Optional<ImportedTrack>> imported = new SimpleObjectProperty<>(Optional.empty());
    private final StringProperty failure = new SimpleStringProperty("");
    private final DoubleProperty progress = new SimpleDoubleProperty();
    private Optional<Task> reading = Optional.empty();
    private volatile Optional<FileState> attempted = Optional.empty();
    /** Measured last of a passage; what it is of, it says itself. */
    private Optional<TrackMeasurement> passage = Optional.empty();

    private boolean isLive;
    private Optional<ImportedTrack> beforeLive = Optional.empty();
    private String failureBefore = "";
    private Optional<Origin> unmeasurable = Optional.empty();
    private final ReadOnlyStringWrapper passageFailure = new ReadOnlyStringWrapper("");

    TrackSlot(Track track) {
        this.track = track;
    }

    /** A profile as a track that is ready; only figures are known of it. */
    static TrackSlot of(Profile profile) {
        TrackSlot slot = new TrackSlot(Track.of(new Source.Kept(profile), profile.name()));
        slot.imported.set(Optional.of(ImportedTrack.of(profile)));
        return slot;
    }

    /** What the session says about it. */
    public Track track() {
        return track;
    }

    void setTrack(Track next) {
        track = next;
        if (unmeasurable.isPresent() && !wanted().equals(unmeasurable)) {
            forgetUnmeasurable(); // another passage is chosen
        }
    }

    /** What is heard of it, once it is ready, where it has sound; while something live stands in its place, that of its file. */
    public Optional<StereoSource> audio() {
        return (isLive ? beforeLive : imported()).flatMap(ImportedTrack::audio);
    }

    /** Lets something that plays outside stand in its place, or no longer. */
    void setLive(Optional<ImportedTrack> live) {
        if (live.isPresent()) {
            if (!isLive) {
                beforeLive = imported.get();
                failureBefore = failure.get();
            }
            isLive = true;
            failure.set("");
            imported.set(live);
        } else if (isLive) {
            isLive = false;
            imported.set(beforeLive);
            failure.set(failureBefore);
        }
    }

    /** Whether something that plays outside stands in its place. */
    public boolean isLive() {
        return isLive;
    }

    /** Whether it comes from a file, so that it is or will be heard; only figures are kept of others. */
    public boolean hasFile() {
        return track.file().isPresent();
    }

    /** The track, once it is ready. */
    public Optional<ImportedTrack> imported() {
        return imported.get();
    }

    /** The track, once it is ready. */
    public ObjectProperty<Optional<ImportedTrack>> importedProperty() {
        return imported;
    }

    /** Why it cannot be had, in one sentence, or empty. */
    public StringProperty failureProperty() {
        return failure;
    }

    /** How far the import is, from 0 to 1. */
    public DoubleProperty progressProperty() {
        return progress;
    }

    /** Length in seconds; 0 while it is not ready. */
    public double seconds() {
        return imported().map(ImportedTrack::seconds).orElse(0.0);
    }

    /** The tempo that was found. */
    public Rhythm rhythm() {
        return imported().map(ImportedTrack::rhythm).orElse(Rhythm.NONE);
    }

    /** Its bars: as the user says, or as they were found. */
    public Optional<BarGrid> bars() {
        return track.bars().or(() -> rhythm().grid());
    }

    /** Where it is fullest, to be asked for a suggestion; empty while it is not ready. */
    public Optional<FullestPassage> fullest() {
        return imported().map(ImportedTrack::fullest);
    }

    /** What of it is measured in a scope, where it is not the whole. */
    public Optional<TimeRange> rangeIn(Scope scope) {
        return scope == Scope.WHOLE_TRACKS ? Optional.empty() : chosenRange();
    }

    /** What of it is compared in a scope: its chosen passage, or all of it. */
    public TimeRange comparedRange(Scope scope) {
        return rangeIn(scope).orElse(new TimeRange(0, seconds()));
    }

    /** The chosen passage as far as it lies within the track. */
    public Optional<TimeRange> chosenRange() {
        double end = seconds();
        return track.passage()
                .filter(p -> !isLive)
                .map(Passage::range)
                .filter(r -> r.startSeconds() < end)
                .map(r -> new TimeRange(r.startSeconds(), Math.min(r.endSeconds(), end)));
    }

    /**
     * What was measured of it in a scope: of just the chosen passage, or of the whole where none is chosen. Empty while it is on its way, and
     * where it cannot be measured; never what was measured of something else.
     */
    public Optional<TrackMeasurement> measured(Scope scope) {
        return rangeIn(scope).isEmpty()
                ? imported().map(ImportedTrack::compared)
                : passage.filter(p -> wanted().equals(Optional.of(p.provenance().origin())));
    }

    /** Of what its chosen passage is to be measured; empty while it is not ready or no passage is chosen. */
    Optional<Origin> wanted() {
        return imported()
                .flatMap(t -> chosenRange().map(r -> Origin.passage(t.content().value(), r)));
    }

    /** Takes what was measured of a passage. */
    void setPassage(TrackMeasurement measurement) {
        passage = Optional.of(measurement);
    }

    /** A passage that could not be measured, and why, in one sentence. */
    void setUnmeasurable(Origin origin, String sentence) {
        unmeasurable = Optional.of(origin);
        passageFailure.set(sentence);
    }

    /** Why its chosen passage could not be measured, in one sentence, or empty; see {@link Tracks#measureAgain}. */
    public ReadOnlyStringProperty passageFailureProperty() {
        return passageFailure.getReadOnlyProperty();
    }

    /** Forgets that a passage could not be measured, so that it is tried again. */
    void forgetUnmeasurable() {
        unmeasurable = Optional.empty();
        passageFailure.set("");
    }

    /** Whether its chosen passage is on its way to being measured. */
    public boolean isMeasuring() {
        Optional<Origin> wanted = wanted();
        return wanted.isPresent()
                && !wanted.equals(unmeasurable)
                && measured(Scope.PASSAGES).isEmpty();
    }

    /** Whether nothing of it is still being read or measured. */
    boolean isSettled() {
        return !isBusy() && !isMeasuring();
    }

    /**
     * The figures levels can be matched by. While a passage is on its way those of the one before hold: gains that went to and fro while it
     * is dragged would be heard.
     */
    public LevelFigures figures(Scope scope) {
        if (imported().isEmpty()) {
            return LevelFigures.NONE;
        }
        TrackMeasurement whole = imported().get().measurement();
        TrackMeasurement chosen = track.passage().isPresent()
                ? passage.orElse(whole)
                : imported().get().compared();
        TrackMeasurement scoped = scope == Scope.PASSAGES ? chosen : whole;
        double rms = scoped.heard().rmsDbfs() + LevelFigures.SINE_DB;
        return new LevelFigures(
                whole.heardLufs(), chosen.heardLufs(), scoped.heard().loudness().maxShortTermLufs(), rms);
    }

    /** Is read by this from now on, and by what was begun before no more. */
    void begin(Task next) {
        reading.ifPresent(Task::supersede);
        reading = Optional.of(next);
        failure.set("");
        progress.bind(next.fractionProperty());
    }

    /** Notes what its file is like before it is read; by whoever reads it. */
    void attempt() {
        attempted = track.file().flatMap(FileWatch::stateOf);
    }

    /** What its file was like when it was last begun to be read; empty where it was not there. */
    Optional<FileState> attempted() {
        return attempted;
    }

    /** Whether it is being read. */
    public boolean isBusy() {
        return reading.isPresent();
    }

    void finish(Optional<ImportedTrack> ready, String sentence) {
        reading = Optional.empty();
        forgetUnmeasurable();
        if (isLive) { // what was read is there when that ends
            beforeLive = ready;
            failureBefore = sentence;
        } else {
            imported.set(ready);
            failure.set(sentence);
        }
    }

    /** Is read no longer, and may be read anew. */
    void stop() {
        reading.ifPresent(Task::supersede);
        reading = Optional.empty();
    }

    /** Forgets all of it, as when it comes from somewhere else now. */
    void forget() {
        stop();
        passage = Optional.empty();
        finish(Optional.empty(), "");
    }

    /** Ends the reading, if it goes on. */
    public void cancel() {
        reading.ifPresent(Task::cancel);
    }
}
