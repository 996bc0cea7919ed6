package oakmirror.state.workspace;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import oakmirror.audio.StereoSource;
import oakmirror.compare.Subject;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.TrackReader;
import oakmirror.media.cache.AudioCache;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/**
 * The tracks of the session, imported as they come in: the mix at its own rate, references at the mix's. Follows the session, keeping
 * what is already there.
 */
public final class Tracks {

    private final Tasks tasks;
    private final Runnable changed;
    private final Consumer<String> said;
    private final FileWatch watch;
    private final TrackImporter importer;
    private final ObservableList<TrackSlot> all = FXCollections.observableArrayList();
    /** One for all who listen: a wrapper nobody holds would take its listeners with it. */
    private final ObservableList<TrackSlot> readable = FXCollections.unmodifiableObservableList(all);

    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final PassageReadings passages;
    private BooleanSupplier mixIsTaken = () -> false;
    private boolean hasMix;

    /**
     * No tracks yet.
     *
     * @param changed called whenever a track becomes ready or fails, or its passage has been measured
     * @param said takes what the user should know, in one sentence
     */
    Tracks(Tasks tasks, Runnable changed, Consumer<String> said) {
        this.tasks = tasks;
        this.changed = changed;
        this.said = said;
        importer = new TrackImporter(AudioCache.ofUser(), tasks.background().parts());
        passages = new PassageReadings(tasks, importer, this::passageMeasured);
        watch = new FileWatch(tasks.background(), this::fileChanged);
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
        return slot.measured(scope).map(m -> new Subject(
                        number(slot),
                        slot.track().name(),
                        m,
                        slot.imported().orElseThrow().measurement(),
                        slot.bars().map(BarGrid::bpm))
                .withWeight(slot.track().weight())
                .withFolded(slot.imported().orElseThrow().folded()));
    }

    /** Whether a track is for orientation only, and counted nowhere. */
    public boolean isGuide(TrackSlot slot) {
        return slot.track().guide() && number(slot) > 0;
    }

    /** All tracks as they are compared in a scope, as far as that is measured. */
    public List<Subject> subjects(Scope scope) {
        return all.stream()
                .filter(s -> !isGuide(s))
                .flatMap(s -> subject(s, scope).stream())
                .toList();
    }

    /** Grows whenever a track becomes ready or fails, or its passage has been measured. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The rate everything is heard at: the mix's, or the first reference's while there is no mix. */
    public Optional<Integer> rate() {
        return first().flatMap(TrackSlot::audio).map(StereoSource::sampleRate);
    }

    /** The track whose rate all are heard at: the first that has sound, or is to have it. */
    private Optional<TrackSlot> first() {
        return all.stream().filter(TrackSlot::hasFile).findFirst();
    }

    void follow(Session session) {
        List<TrackSlot> old = new ArrayList<>(all);
        List<TrackSlot> next = new ArrayList<>();
        for (Track track : session.tracks()) {
            Optional<TrackSlot> kept =
                    old.stream().filter(s -> s.track().id().equals(track.id())).findFirst();
            kept.ifPresent(old::remove);
            TrackSlot slot = kept.orElseGet(() -> new TrackSlot(track));
            boolean isNew = !slot.track().source().equals(track.source());
            if (isNew && (slot.hasFile() || track.file().isPresent())) {
                slot.forget();
            }
            slot.setTrack(track);
            next.add(slot);
            if (isNew
                    && slot.imported()
                            .isPresent()) { // figures alone are there in a moment; those before hold until then
                start(slot, Optional.empty());
            }
        }
        old.forEach(TrackSlot::stop);
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
        all.stream().filter(s -> !s.hasFile()).forEach(s -> begin(s, Optional.empty()));
        Optional<TrackSlot> first = first();
        first.ifPresent(s -> begin(s, Optional.empty()));
        boolean firstFailed =
                first.filter(s -> !s.failureProperty().get().isEmpty()).isPresent();
        Optional<Integer> rate = rate();
        if (rate.isPresent() || firstFailed) {
            all.stream()
                    .filter(TrackSlot::hasFile)
                    .filter(s -> s != first.get())
                    .forEach(s -> begin(s, rate));
        }
    }

    private void begin(TrackSlot slot, Optional<Integer> rate) {
        boolean fits = slot.isLive()
                || slot.imported()
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
            start(slot, first().filter(s -> s == slot).isPresent() ? Optional.empty() : rate());
            changed.run();
        }
    }

    /** Measures the chosen passage of a track again, which could not be measured. */
    public void measureAgain(TrackSlot slot) {
        if (all.contains(slot)) {
            slot.forgetUnmeasurable();
            passages.follow(slot);
            changed.run();
        }
    }

    /** Lets something that plays outside stand in the mix's place, or no longer. */
    public void showLive(Optional<ImportedTrack> live) {
        mix().ifPresent(m -> {
            if (live.isPresent() || m.isLive()) {
                m.setLive(live);
                passages.follow(m);
                importMissing();
                changed.run();
                revision.set(revision.get() + 1);
            }
        });
    }

    /** Has somebody else see to it when the file of the mix is written over, as long as it says so. */
    public void mixChangesAreTaken(BooleanSupplier taken) {
        mixIsTaken = taken;
    }

    private void fileChanged(TrackSlot slot) {
        boolean isOthers = mixIsTaken.getAsBoolean() && mix().equals(Optional.of(slot));
        if (!isOthers && all.contains(slot) && !slot.isBusy()) {
            readAgain(slot);
            said.accept(Texts.of("workspace.hasChangedOnDisk", slot.track().name()));
        }
    }

    private void start(TrackSlot slot, Optional<Integer> rate) {
        Source source = slot.track().source();
        String name = slot.track().name();
        Task task = tasks.shown(Kind.IMPORT, Texts.of("workspace.reading", name));
        slot.begin(task);
        task.run(
                progress -> {
                    slot.attempt();
                    return TrackReader.read(source, name, rate, importer, progress);
                },
                track -> ended(slot, Optional.of(track), ""),
                failure -> failed(slot, failure));
    }

    private void failed(TrackSlot slot, Failure failure) {
        if (failure.isAbandoned()) {
            slot.stop();
        } else {
            ended(slot, Optional.empty(), failure.sentence());
        }
    }

    private void ended(TrackSlot slot, Optional<ImportedTrack> track, String failure) {
        slot.finish(track, failure);
        importMissing();
        passages.follow(slot);
        watch.follow(all);
        changed.run();
        revision.set(revision.get() + 1);
    }

    void close() {
        watch.close();
    }
}
