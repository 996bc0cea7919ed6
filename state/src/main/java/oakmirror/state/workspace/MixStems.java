package oakmirror.state.workspace;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.StemsInMix;
import oakmirror.media.session.StemsInMix.Key;
import oakmirror.monitor.LayeredSource;
import oakmirror.session.Session;
import oakmirror.session.Stem;
import oakmirror.session.StemSet;
import oakmirror.session.Track;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.task.Tasks;
import oakmirror.stems.Remix;
import oakmirror.stems.StemCheck;
import oakmirror.stems.StemPowers;
import oakmirror.text.Texts;

/**
 * The stems of the mix on their way to being of use: read, found in the mix (through the bus between them), and measured over what of the mix is
 * compared. Follows the session. Lives on the window's thread; work is done elsewhere and comes back here.
 */
public final class MixStems {

    private final Tasks tasks;
    private final TrackImporter importer;
    private final Supplier<Optional<TrackSlot>> mixSlot;
    private final Runnable changed;
    private final FileWatch watch;
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final ReadOnlyStringWrapper failure = new ReadOnlyStringWrapper("");
    private List<TrackSlot> slots = List.of();
    private boolean isWanted;
    private StemSet set = StemSet.NONE;
    private Session session = Session.EMPTY;
    private Optional<InMix> inMix = Optional.empty();
    private Optional<Finding> finding = Optional.empty();
    private Optional<Key> given = Optional.empty();
    private Optional<Measured> measured = Optional.empty();
    private Optional<Measuring> measuring = Optional.empty();

    /** The stems as they sound in a mix, and what they can be heard with it by. */
    private record InMix(StemsInMix found, LayeredSource heard) {
        Key key() {
            return found.key();
        }

        StereoSource mix() {
            return found.mix();
        }

        List<StereoSource> stems() {
            return found.stems();
        }
    }

    /** Finding stems in the mix: what it is about, and how to end it. */
    private record Finding(Key key, Task task) {}

    /** What is to be measured. */
    private record Wanted(InMix of, TimeRange range) {}

    /** Measuring them: what, and how to end it. */
    private record Measuring(Wanted of, Task task) {}

    /** What was measured, and of what. */
    private record Measured(Wanted of, StemPowers powers) {}

    /**
     * No stems yet.
     *
     * @param mixSlot the mix
     * @param changed called whenever something of it has changed
     */
    MixStems(Tasks tasks, TrackImporter importer, Supplier<Optional<TrackSlot>> mixSlot, Runnable changed) {
        this.tasks = tasks;
        this.importer = importer;
        this.mixSlot = mixSlot;
        this.changed = changed;
        watch = new FileWatch(tasks.background(), this::readAgain);
    }

    /** They are looked at, so that they are wanted from now on; until then they are only read where any is tried. */
    public void want() {
        if (!isWanted) {
            isWanted = true;
            goOn();
        }
    }

    /** One for each stem, in the session's order. */
    public List<TrackSlot> slots() {
        return slots;
    }

    /** Grows whenever something of them has changed. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** Why they could not be found in the mix, in one sentence, or empty. */
    public ReadOnlyStringProperty failureProperty() {
        return failure.getReadOnlyProperty();
    }

    /** What of the mix is compared, with its stems; empty while it is on its way. */
    public Optional<StemPowers> powers() {
        return measured.filter(m -> wanted().equals(Optional.of(m.of()))).map(Measured::powers);
    }

    /** As {@link #powers()}; while another passage of the mix is being measured, those of the passage before. */
    public Optional<StemPowers> lastPowers() {
        return measured.filter(m -> current().equals(Optional.of(m.of().of()))).map(Measured::powers);
    }

    /** How well they and the mix go together, once that is known. */
    public Optional<StemCheck> check() {
        return powers().flatMap(p -> mixSlot.get().flatMap(TrackSlot::imported).map(mix -> inMix.orElseThrow()
                .found()
                .check(
                        p,
                        mix,
                        slots.stream().map(s -> s.track().name()).toList(),
                        slots.stream().map(s -> s.imported().orElseThrow()).toList())));
    }

    /** What the mix is heard as where its stems can be changed while it sounds. */
    public Optional<LayeredSource> heard() {
        return current().map(InMix::heard);
    }

    /** What a master is rendered from: the mix, with its stems at the levels they are tried at; empty while it is not ready. */
    public Optional<StereoSource> rendered() {
        return set.isTried() ? resum() : mixSlot.get().flatMap(TrackSlot::audio);
    }

    /** Tells what a master is rendered from from any other sound. */
    String soundKey(ImportedTrack mix) {
        return set.isTried()
                ? current().map(i -> i.key().ofSum(gainsDb())).orElse("")
                : mix.content().value();
    }

    private List<Double> gainsDb() {
        return set.all().stream().map(Stem::gainDb).toList();
    }

    private Optional<StereoSource> resum() {
        return current().map(i -> new Remix(i.mix(), i.stems(), gainsDb()));
    }

    /** Whether nothing of them is on its way. */
    boolean isSettled() {
        boolean read = slots.stream().noneMatch(TrackSlot::isBusy);
        return set.isEmpty()
                || !failure.get().isEmpty()
                || (read && slots.stream().anyMatch(s -> s.imported().isEmpty()))
                || mixSlot.get().flatMap(TrackSlot::audio).isEmpty()
                || powers().isPresent();
    }

    private Optional<InMix> current() {
        return inMix.filter(i -> Optional.of(i.key()).equals(key()));
    }

    /** Follows the session: stems that are there already stay. */
    void follow(Session now) {
        session = now;
        set = now.stems();
        List<TrackSlot> old = new ArrayList<>(slots);
        List<TrackSlot> next = new ArrayList<>();
        for (Stem stem : set.all()) {
            Track track = trackOf(stem);
            Optional<TrackSlot> kept = old.stream()
                    .filter(s -> s.track().source().equals(stem.source()))
                    .findFirst();
            kept.ifPresent(old::remove);
            TrackSlot slot = kept.orElseGet(() -> new TrackSlot(track));
            slot.setTrack(slot.track().withName(stem.name()));
            next.add(slot);
        }
        old.forEach(TrackSlot::stop);
        slots = List.copyOf(next);
        goOn();
    }

    private static Track trackOf(Stem stem) {
        if (stem.source() instanceof oakmirror.session.Source.File file) {
            return Track.of(file.path(), stem.name());
        }
        throw new IllegalStateException("no way to bring in " + stem.source());
    }

    /** Starts whatever can be done next. */
    void goOn() {
        watch.follow(slots);
        Optional<StereoSource> mix = mixSlot.get().flatMap(TrackSlot::audio);
        if (mix.isEmpty() || slots.isEmpty() || !(isWanted || set.isTried())) {
            finding.ifPresent(f -> f.task().supersede());
            finding = Optional.empty();
            if (slots.isEmpty()) {
                inMix = Optional.empty();
                measured = Optional.empty();
            }
            return;
        }
        for (TrackSlot slot : slots) {
            boolean fits = slot.audio()
                    .filter(a -> a.sampleRate() == mix.get().sampleRate())
                    .isPresent();
            if (!fits && !slot.isBusy() && slot.failureProperty().get().isEmpty()) {
                read(slot, mix.get().sampleRate());
            }
        }
        Optional<Key> key = key();
        if (key.isPresent() && current().isEmpty()) {
            find(key.get(), mix.get());
        } else if (key.isPresent()) {
            measure();
        }
    }

    private void read(TrackSlot slot, int rate) {
        Task task = tasks.shown(
                Kind.IMPORT, Texts.of("workspace.readingTheStem", slot.track().name()));
        slot.begin(task);
        task.run(
                progress -> {
                    slot.attempt();
                    Path file = slot.track().file().orElseThrow();
                    return importer.importTrack(file, Optional.of(rate), Extent.LEVELS, progress);
                },
                track -> ended(slot, Optional.of(track), ""),
                failed -> {
                    if (failed.isAbandoned()) {
                        slot.stop();
                    } else {
                        ended(slot, Optional.empty(), failed.sentence());
                    }
                });
    }

    /** Begins again with what failed or was cancelled. */
    public void tryAgain() {
        given = Optional.empty();
        measuring = Optional.empty();
        failure.set("");
        goOn();
        tell();
    }

    /** Reads a stem again that could not be read, or whose file has changed. */
    public void readAgain(TrackSlot slot) {
        Optional<StereoSource> mix = mixSlot.get().flatMap(TrackSlot::audio);
        if (slots.contains(slot) && !slot.isBusy() && mix.isPresent()) {
            read(slot, mix.get().sampleRate());
            tell();
        }
    }

    private void ended(TrackSlot slot, Optional<ImportedTrack> track, String sentence) {
        slot.finish(track, sentence);
        goOn();
        tell();
    }

    /** What is to be found; empty while the mix or a stem is not there. */
    private Optional<Key> key() {
        Optional<ImportedTrack> mix = mixSlot.get().flatMap(TrackSlot::imported);
        List<ImportedTrack> stems =
                slots.stream().flatMap(s -> s.imported().stream()).toList();
        return mix.isEmpty() || stems.isEmpty() || stems.size() < slots.size()
                ? Optional.empty()
                : Optional.of(Key.of(mix.get(), stems));
    }

    private void find(Key key, StereoSource mix) {
        if (finding.filter(f -> f.key().equals(key)).isPresent() || given.equals(Optional.of(key))) {
            return;
        }
        finding.ifPresent(f -> f.task().supersede());
        List<ImportedTrack> stems =
                slots.stream().map(s -> s.imported().orElseThrow()).toList();
        Task task = tasks.shown(Kind.STRETCH, Texts.of("workspace.findingTheStemsIn"));
        finding = Optional.of(new Finding(key, task));
        failure.set("");
        task.run(
                progress -> found(key, mix, stems, progress),
                made -> {
                    inMix = Optional.of(made);
                    foundEnded(Optional.empty(), "");
                },
                failed -> notFound(key, failed));
    }

    private void notFound(Key key, Failure failed) {
        if (failed.isAbandoned()) {
            finding = Optional.empty();
        } else {
            foundEnded(Optional.of(key), failed.sentence()); // not tried again until something changes
        }
    }

    private InMix found(Key key, StereoSource mix, List<ImportedTrack> stems, Progress progress)
            throws AudioFileException {
        StemsInMix found = StemsInMix.find(importer, key, mix, stems, progress);
        return new InMix(found, new LayeredSource(mix, found.stems()));
    }

    private void foundEnded(Optional<Key> inVain, String sentence) {
        finding = Optional.empty();
        given = inVain;
        failure.set(sentence);
        goOn();
        tell();
    }

    private Optional<Wanted> wanted() {
        return current().flatMap(i -> mixSlot.get()
                .map(m -> new Wanted(i, m.comparedRange(session.comparing().scope()))));
    }

    private void measure() {
        Optional<Wanted> now = wanted();
        if (now.isEmpty() || now.equals(measuring.map(Measuring::of)) || now.equals(measured.map(Measured::of))) {
            return;
        }
        measuring.ifPresent(m -> m.task().supersede());
        Wanted of = now.get();
        Task task = tasks.shown(Kind.PASSAGE, Texts.of("workspace.measuringTheStems"));
        measuring = Optional.of(new Measuring(of, task));
        task.run(
                progress -> importer.derived()
                        .stemPowers(
                                of.of().key().inOrder(), of.of().mix(), of.of().stems(), of.range(), progress),
                powers -> {
                    measuring = Optional.empty();
                    measured = Optional.of(new Measured(of, powers));
                    failure.set("");
                    tell();
                },
                this::notMeasured);
    }

    /** What was cancelled by hand is not begun again until something else is to be measured. */
    private void notMeasured(Failure failed) {
        if (failed.isAbandoned()) {
            measuring = Optional.empty();
        } else {
            failure.set(failed.sentence());
            tell();
        }
    }

    private void tell() {
        changed.run();
        revision.set(revision.get() + 1);
    }

    void close() {
        watch.close();
    }
}
