package oakmirror.desk.model;

import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.level.TrackLevel;
import oakmirror.media.ImportedTrack;
import oakmirror.session.Session.TrackFile;

/** A track of the session on its way to being ready: importing, ready, or failed with a reason. */
public final class TrackSlot {

    private final TrackFile file;
    private final ObjectProperty<Optional<ImportedTrack>> imported = new SimpleObjectProperty<>(Optional.empty());
    private final StringProperty failure = new SimpleStringProperty("");
    private final DoubleProperty progress = new SimpleDoubleProperty();
    private Job job;

    TrackSlot(TrackFile file) {
        this.file = file;
    }

    /** Its file and name. */
    public TrackFile file() {
        return file;
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

    /** What level matching needs of it; nothing defined while it is not ready. */
    TrackLevel level() {
        return imported()
                .map(t -> new TrackLevel(
                        t.measurement().heardLufs(), t.measurement().peaks().truePeakDbtp()))
                .orElse(new TrackLevel(Double.NaN, Double.NEGATIVE_INFINITY));
    }

    /** Starts over under a new job; the old one, if any, ends. */
    void begin(Job next) {
        cancel();
        job = next;
        failure.set("");
        progress.bind(next.fractionProperty());
    }

    boolean isBusy() {
        return job != null;
    }

    void finish(Optional<ImportedTrack> track, String sentence) {
        job = null;
        imported.set(track);
        failure.set(sentence);
    }

    boolean isOf(Job other) {
        return job == other;
    }

    void cancel() {
        if (job != null) {
            job.cancel();
        }
    }
}
