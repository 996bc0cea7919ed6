package oakmirror.desk.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.Workers;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.TrackFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The tracks of the session, imported as they come in: the mix at its own rate, references at the mix's. Follows the session, keeping
 * what is already there.
 */
public final class Tracks {

    private static final Logger LOG = LoggerFactory.getLogger(Tracks.class);

    private final Jobs jobs;
    private final Runnable changed;
    private final ExecutorService importing =
            Workers.fixed("oakmirror-import", Math.max(2, Runtime.getRuntime().availableProcessors()));
    private final TrackImporter importer =
            new TrackImporter(AudioCache.ofUser(), Workers.perProcessor("oakmirror-measure"));
    private final ObservableList<TrackSlot> all = FXCollections.observableArrayList();
    /** One for all who listen: a wrapper nobody holds would take its listeners with it. */
    private final ObservableList<TrackSlot> readable = FXCollections.unmodifiableObservableList(all);

    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final PassageReadings passages;
    private boolean hasMix;

    Tracks(Jobs jobs, Runnable changed) {
        this.jobs = jobs;
        this.changed = changed;
        passages = new PassageReadings(importer, this::passageMeasured);
    }

    private void passageMeasured() {
        changed.run();
        revision.set(revision.get() + 1);
    }

    /** What brings files in, and makes them longer or shorter. */
    TrackImporter importer() {
        return importer;
    }

    /** The mix first, when there is one, then the references. */
    public ObservableList<TrackSlot> all() {
        return readable;
    }

    /** The mix. */
    public Optional<TrackSlot> mix() {
        return hasMix ? Optional.of(all.get(0)) : Optional.empty();
    }

    /** The references, in order. */
    public List<TrackSlot> references() {
        return List.copyOf(all.subList(hasMix ? 1 : 0, all.size()));
    }

    /** Grows whenever a track becomes ready or fails, or its passage has been measured. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The rate everything is heard at: the mix's, or the first reference's while there is no mix. */
    public Optional<Integer> rate() {
        return all.stream().findFirst().flatMap(TrackSlot::imported).map(t -> t.audio()
                .sampleRate());
    }

    void follow(Session session) {
        List<TrackSlot> old = new ArrayList<>(all);
        List<TrackSlot> next = new ArrayList<>();
        for (TrackFile file : session.tracks()) {
            Optional<TrackSlot> kept = old.stream()
                    .filter(s -> s.file().path().equals(file.path()))
                    .findFirst();
            kept.ifPresent(old::remove);
            TrackSlot slot = kept.orElseGet(() -> new TrackSlot(file));
            slot.setFile(file);
            next.add(slot);
        }
        old.forEach(TrackSlot::cancel);
        boolean mixNow = session.mix().isPresent();
        if (mixNow != hasMix || !next.equals(all)) {
            hasMix = mixNow;
            all.setAll(next);
        }
        importMissing();
        all.forEach(passages::follow);
    }

    /** Starts what is not ready: the first track by its own rate, the others when its rate is known. */
    private void importMissing() {
        if (all.isEmpty()) {
            return;
        }
        begin(all.get(0), Optional.empty());
        boolean firstFailed = !all.get(0).failureProperty().get().isEmpty();
        Optional<Integer> rate = rate();
        if (rate.isPresent() || firstFailed) {
            all.stream().skip(1).forEach(s -> begin(s, rate));
        }
    }

    private void begin(TrackSlot slot, Optional<Integer> rate) {
        boolean fits = slot.imported()
                .map(t -> t.audio().sampleRate() == rate.orElse(t.measurement().sampleRate()))
                .orElse(false);
        if (!fits && slot.failureProperty().get().isEmpty() && !slot.isBusy()) {
            start(slot, rate);
        }
    }

    /** Tries a failed track again. */
    public void retry(TrackSlot slot) {
        start(slot, all.indexOf(slot) == 0 ? Optional.empty() : rate());
    }

    private void start(TrackSlot slot, Optional<Integer> rate) {
        Job job = jobs.start("reading " + slot.file().name());
        slot.begin(job);
        importing.execute(() -> {
            try {
                job.check(0);
                ImportedTrack track = importer.importTrack(slot.file().path(), rate, job);
                Platform.runLater(() -> ended(slot, job, Optional.of(track), ""));
            } catch (AudioFileException e) {
                LOG.info("import failed: {}", slot.file().path(), e);
                Platform.runLater(() -> failed(slot, job, e.getMessage()));
            } catch (CancellationException e) {
                Platform.runLater(() -> failed(slot, job, "Cancelled; try again when you want it."));
            } catch (RuntimeException e) {
                LOG.error("import failed: {}", slot.file().path(), e);
                Platform.runLater(
                        () -> failed(slot, job, slot.file().name() + " could not be measured; the log says why."));
            }
        });
    }

    private void failed(TrackSlot slot, Job job, String sentence) {
        ended(slot, job, Optional.empty(), sentence);
    }

    private void ended(TrackSlot slot, Job job, Optional<ImportedTrack> track, String failure) {
        jobs.end(job);
        if (!slot.isOf(job) || importing.isShutdown()) {
            return;
        }
        slot.finish(track, failure);
        importMissing();
        passages.follow(slot);
        changed.run();
        revision.set(revision.get() + 1);
    }

    void close() {
        all.forEach(TrackSlot::cancel);
        importing.shutdownNow();
        passages.close();
    }
}
