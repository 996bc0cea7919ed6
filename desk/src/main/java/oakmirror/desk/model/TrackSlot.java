package oakmirror.desk.model;

import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.audio.TimeRange;
import oakmirror.level.LevelFigures;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Comparing.Scope;
import oakmirror.session.Passage;
import oakmirror.session.TrackFile;

/**
 * A track of the session on its way to being ready: importing, ready, or failed with a reason. What the session says about it changes with
 * the session; the slot stays as long as its file does.
 */
public final class TrackSlot {

    private TrackFile file;
    private final ObjectProperty<Optional<ImportedTrack>> imported = new SimpleObjectProperty<>(Optional.empty());
    private final StringProperty failure = new SimpleStringProperty("");
    private final DoubleProperty progress = new SimpleDoubleProperty();
    private Optional<Job> job = Optional.empty();
    private Optional<TrackMeasurement> passage = Optional.empty();
    private Optional<TimeRange> passageRange = Optional.empty();

    TrackSlot(TrackFile file) {
        this.file = file;
    }

    /** Its file, and what the session says about it. */
    public TrackFile file() {
        return file;
    }

    void setFile(TrackFile next) {
        file = next;
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
        return imported().map(t -> t.audio().seconds()).orElse(0.0);
    }

    /** The tempo that was found. */
    public Rhythm rhythm() {
        return imported().map(ImportedTrack::rhythm).orElse(Rhythm.NONE);
    }

    /** Its bars: as the user says, or as they were found. */
    public Optional<BarGrid> bars() {
        return file.bars().or(() -> rhythm().grid());
    }

    /** Where it is fullest, to be asked for a suggestion; empty while it is not ready. */
    public Optional<FullestPassage> fullest() {
        return imported()
                .map(ImportedTrack::measurement)
                .map(m -> new FullestPassage(m.contour(), m.activity(), m.seconds()));
    }

    /** What of it is measured in a scope, where it is not the whole. */
    public Optional<TimeRange> rangeIn(Scope scope) {
        return scope == Scope.WHOLE_TRACKS ? Optional.empty() : chosenRange();
    }

    /** The chosen passage as far as it lies within the track. */
    public Optional<TimeRange> chosenRange() {
        double end = seconds();
        return file.passage()
                .map(Passage::range)
                .filter(r -> r.startSeconds() < end)
                .map(r -> new TimeRange(r.startSeconds(), Math.min(r.endSeconds(), end)));
    }

    /** What was measured of it in a scope: of the chosen passage, or of the whole where none is chosen or it is not measured yet. */
    public Optional<TrackMeasurement> measured(Scope scope) {
        return rangeIn(scope).isPresent() && passage.isPresent()
                ? passage
                : imported().map(ImportedTrack::measurement);
    }

    void setPassageMeasurement(TimeRange range, TrackMeasurement measurement) {
        passageRange = Optional.of(range);
        passage = Optional.of(measurement);
    }

    boolean isMeasured(TimeRange range) {
        return passageRange.equals(Optional.of(range));
    }

    /** Whether nothing of it is still being measured. */
    boolean isSettled() {
        return imported().isPresent() && chosenRange().map(this::isMeasured).orElse(true);
    }

    /** The figures levels can be matched by. */
    LevelFigures figures(Scope scope) {
        if (imported().isEmpty()) {
            return LevelFigures.NONE;
        }
        TrackMeasurement whole = imported().get().measurement();
        TrackMeasurement chosen = measured(Scope.PASSAGES).orElse(whole);
        TrackMeasurement scoped = measured(scope).orElse(whole);
        double rms = oakmirror.audio.Decibels.ofPower(scoped.peaks().meanSquare()) + LevelFigures.SINE_DB;
        return new LevelFigures(
                whole.heardLufs(), chosen.heardLufs(), scoped.loudness().maxShortTermLufs(), rms);
    }

    /** Starts over under a new job; the old one, if any, ends. */
    void begin(Job next) {
        cancel();
        job = Optional.of(next);
        failure.set("");
        progress.bind(next.fractionProperty());
    }

    /** Whether it is being read. */
    public boolean isBusy() {
        return job.isPresent();
    }

    void finish(Optional<ImportedTrack> track, String sentence) {
        job = Optional.empty();
        passage = Optional.empty();
        passageRange = Optional.empty();
        imported.set(track);
        failure.set(sentence);
    }

    boolean isOf(Job other) {
        return job.filter(j -> j == other).isPresent();
    }

    /** Ends the reading, if it goes on. */
    public void cancel() {
        job.ifPresent(Job::cancel);
    }
}
