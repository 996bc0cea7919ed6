package oakmirror.desk.model.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import oakmirror.audio.StereoSource;
import oakmirror.compare.Subject;
import oakmirror.desk.model.work.Job;
import oakmirror.desk.model.work.Jobs;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.Workers;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Track;
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
    private final Consumer<String> said;
    private final FileWatch watch;
    private final ExecutorService importing =
            Workers.fixed("oakmirror-import", Math.max(2, Runtime.getRuntime().availableProcessors()));
    private final ExecutorService measuring = Workers.perProcessor("oakmirror-measure");
    private final TrackImporter importer = new TrackImporter(AudioCache.ofUser(), measuring);
    private final ObservableList<TrackSlot> all = FXCollections.observableArrayList();
    /** One for all who listen: a wrapper nobody holds would take its listeners with it. */
    private final ObservableList<TrackSlot> readable = FXCollections.unmodifiableObservableList(all);

    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final PassageReadings passages;
    private boolean hasMix;

    /**
     * No tracks yet.
     *
     * @param changed called whenever a track becomes ready or fails, or its passage has been measured
     * @param said takes what the user should know, in one sentence
     */
    Tracks(Jobs jobs, Runnable changed, Consumer<String> said) {
        this.jobs = jobs;
        this.changed = changed;
        this.said = said;
        passages = new PassageReadings(importer, this::passageMeasured, said);
        watch = new FileWatch(this::fileChanged);
    }

    private void passageMeasured() {
        changed.run();
        revision.set(revision.get() + 1);
    }

    /** What brings files in, and makes them longer or shorter. */
    public TrackImporter importer() {
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

    /** 0 for the mix, otherwise the reference's number. */
    public int number(TrackSlot slot) {
        return all.indexOf(slot) + (hasMix ? 0 : 1);
    }

    /** A track as it is compared in a scope, once that is measured. */
    public Optional<Subject> subject(TrackSlot slot, Scope scope) {
        return slot.measured(scope)
                .map(m -> new Subject(
                        number(slot),
                        slot.track().name(),
                        m,
                        slot.imported().orElseThrow().measurement(),
                        slot.bars().map(BarGrid::bpm)));
    }

    /** All tracks as they are compared in a scope, as far as that is measured. */
    public List<Subject> subjects(Scope scope) {
        return all.stream().flatMap(s -> subject(s, scope).stream()).toList();
    }

    /** Grows whenever a track becomes ready or fails, or its passage has been measured. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The rate everything is heard at: the mix's, or the first reference's while there is no mix. */
    public Optional<Integer> rate() {
        return all.stream().findFirst().flatMap(TrackSlot::audio).map(StereoSource::sampleRate);
    }

    void follow(Session session) {
        List<TrackSlot> old = new ArrayList<>(all);
        List<TrackSlot> next = new ArrayList<>();
        for (Track track : session.tracks()) {
            Optional<TrackSlot> kept =
                    old.stream().filter(s -> s.track().id().equals(track.id())).findFirst();
            kept.ifPresent(old::remove);
            TrackSlot slot = kept.orElseGet(() -> new TrackSlot(track));
            if (!slot.track().source().equals(track.source())) {
                slot.forget();
            }
            slot.setTrack(track);
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
        watch.follow(all);
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
                .map(t -> t.audio().isEmpty()
                        || t.audio().get().sampleRate()
                                == rate.orElse(t.measurement().sampleRate()))
                .orElse(false);
        if (!fits && slot.failureProperty().get().isEmpty() && !slot.isBusy()) {
            start(slot, rate);
        }
    }

    /** Reads a track again: one that failed, or whose file has changed. */
    public void readAgain(TrackSlot slot) {
        if (all.contains(slot)) {
            start(slot, all.indexOf(slot) == 0 ? Optional.empty() : rate());
            changed.run();
        }
    }

    private void fileChanged(TrackSlot slot) {
        if (all.contains(slot) && !slot.isBusy() && !importing.isShutdown()) {
            readAgain(slot);
            said.accept(slot.track().name() + " has changed on disk and is read again.");
        }
    }

    private void start(TrackSlot slot, Optional<Integer> rate) {
        Job job = jobs.start("reading " + slot.track().name());
        Source source = slot.track().source();
        slot.begin(job);
        importing.execute(() -> {
            try {
                job.check(0);
                ImportedTrack track = bringIn(source, rate, job);
                Platform.runLater(() -> ended(slot, job, Optional.of(track), ""));
            } catch (AudioFileException e) {
                LOG.info("import failed: {}", source, e);
                Platform.runLater(() -> failed(slot, job, e.getMessage()));
            } catch (CancellationException e) {
                Platform.runLater(() -> failed(slot, job, "Cancelled; try again when you want it."));
            } catch (RuntimeException | Error e) {
                LOG.error("import failed: {}", source, e);
                String reason = e instanceof OutOfMemoryError
                        ? " needs more memory than there is; close other programs and try again."
                        : " could not be measured; the log says why.";
                Platform.runLater(() -> failed(slot, job, slot.track().name() + reason));
            }
        });
    }

    private ImportedTrack bringIn(Source source, Optional<Integer> rate, Job job) throws AudioFileException {
        if (source instanceof Source.File file) {
            return importer.importTrack(file.path(), rate, job);
        }
        throw new IllegalStateException("no way to bring in " + source);
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
        watch.follow(all);
        changed.run();
        revision.set(revision.get() + 1);
    }

    void close() {
        all.forEach(TrackSlot::cancel);
        watch.close();
        importing.shutdownNow();
        passages.close();
        measuring.shutdownNow();
    }
}
