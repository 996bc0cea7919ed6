package oakmirror.state.revisions;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import oakmirror.bounces.Alignment;
import oakmirror.bounces.Alignment.Carried;
import oakmirror.bounces.Bounce;
import oakmirror.bounces.BounceAssessment;
import oakmirror.bounces.TakenUp;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.Move;
import oakmirror.measure.Provenance;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.profile.Measurements;
import oakmirror.session.Fact;
import oakmirror.session.Passage;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * The bounces of the mix. The folder that its file lies in is watched; a file of a like name that has been written to its end is a new bounce, as is the
 * mix's own file written over. It is put in the mix's place at once, or when it is asked for: passages go with the sound they are of, and what was
 * measured of the bounce before stays with the session. Lives on the window's thread.
 */
public final class Bounces {

    private final Workspace workspace;
    private final Settings settings;
    private final BounceWatch watch;
    private final BounceKeys keys;
    private final Latest<List<Taken>> measurer;
    private final Latest<String> reader;
    private final BooleanProperty atOnce = new SimpleBooleanProperty();
    private final ReadOnlyObjectWrapper<List<Taken>> all = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Optional<Path>> pending = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Path>> folder = new ReadOnlyObjectWrapper<>(Optional.empty());
    /** Whether what waits was to be taken, and only waits for the mix to be read. */
    private boolean waitsForMix;

    private Optional<Path> watchedMix = Optional.empty();
    private boolean taking;
    private Basis comparedFor = new Basis(List.of(), List.of(), List.of(), CorridorSettings.DEFAULT, Optional.empty());

    /**
     * A bounce, and how it stands to the references there are now.
     *
     * @param bounce which
     * @param standing how it stands
     * @param isNow whether it is the mix
     */
    public record Taken(Bounce bounce, BounceAssessment standing, boolean isNow) {}

    /** The bounces of what is open. */
    public Bounces(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
        watch = new BounceWatch(
                (mixFile, file) -> workspace.background().state().execute(() -> written(mixFile, file)));
        keys = new BounceKeys(watch::bytesOf);
        measurer = workspace.programTasks().latest(Kind.QUICK, Texts.of("revisions.comparingBounces"));
        reader = workspace.programTasks().latest(Kind.DISK, Texts.of("revisions.readingTheMixThrough"));
        atOnce.set(settings.text("bounces.at-once", "yes").equals("yes"));
        atOnce.subscribe(v -> settings.keep("bounces.at-once", v ? "yes" : "no"));
        workspace.sessionProperty().subscribe(s -> {
            follow();
            compare();
        });
        workspace.logProperty().subscribe(l -> compare());
        workspace.tracks().revisionProperty().subscribe(r -> {
            compare();
            goOn();
        });
        workspace.tracks().mixChangesAreTaken(watch::isOn);
        follow();
    }

    /** The bounces that were taken, the oldest first. */
    public ReadOnlyObjectProperty<List<Taken>> allProperty() {
        return all.getReadOnlyProperty();
    }

    /** A new bounce that waits to be taken. */
    public ReadOnlyObjectProperty<Optional<Path>> pendingProperty() {
        return pending.getReadOnlyProperty();
    }

    /** The folder that is watched. */
    public ReadOnlyObjectProperty<Optional<Path>> folderProperty() {
        return folder.getReadOnlyProperty();
    }

    /** Whether a new bounce is put in the mix's place at once. */
    public BooleanProperty atOnceProperty() {
        return atOnce;
    }

    private Optional<Track> mix() {
        return workspace.session().mix();
    }

    /** Watches another folder for the mix that is open; none for the one its file lies in. */
    public void watch(Optional<Path> other) {
        mix().ifPresent(m -> {
            String key = "bounces.folder." + m.id().value();
            other.ifPresentOrElse(f -> settings.keep(key, f.toString()), () -> settings.forget(key));
        });
        watchedMix = Optional.empty();
        follow();
    }

    /** Watches where the bounces of the mix come to lie. */
    private void follow() {
        Optional<Path> file = mix().flatMap(Track::file);
        if (file.equals(watchedMix)) {
            return;
        }
        watchedMix = file;
        pending.set(Optional.empty());
        waitsForMix = false;
        folder.set(file.flatMap(this::folderOf));
        watch.follow(file, folder.get());
    }

    private Optional<Path> folderOf(Path file) {
        String own = mix().map(m -> settings.text("bounces.folder." + m.id().value(), ""))
                .orElse("");
        return own.isEmpty() ? Optional.ofNullable(file.toAbsolutePath().getParent()) : Optional.of(Path.of(own));
    }

    private void written(Path mixFile, Path file) {
        if (!watchedMix.equals(Optional.of(mixFile))) {
            return; // of a mix that is not open any more
        }
        if (atOnce.get() || file.equals(mixFile.toAbsolutePath()) && !taking) {
            take(file);
        } else {
            pending.set(Optional.of(file));
            workspace.messageProperty().set(Texts.of("revisions.isANewBounce", file.getFileName()));
        }
    }

    /** Puts a file in the mix's place as its next bounce. */
    public void take(Path file) {
        Optional<TrackSlot> slot = workspace.tracks().mix();
        Optional<ImportedTrack> before = slot.flatMap(TrackSlot::imported);
        boolean waits = taking || slot.filter(TrackSlot::isBusy).isPresent();
        waitsForMix = waits && !taking;
        pending.set(waits ? Optional.of(file) : Optional.empty());
        if (waits || slot.isEmpty()) {
            return;
        }
        if (before.isEmpty()) {
            putUnread(slot.get(), file);
            return;
        }
        taking = true;
        List<Move> moves = workspace.proposalProperty().get().correction().moves();
        Optional<Measurements> old = figures(slot.get());
        workspace
                .sessionTasks()
                .shown(Kind.IMPORT, Texts.of("revisions.taking", file.getFileName()))
                .run(
                        progress -> {
                            String keyBefore = keys.of(before.get());
                            ImportedTrack next = workspace
                                    .tracks()
                                    .importer()
                                    .importTrack(file, Optional.empty(), progress.part(0, 0.7));
                            return new Next(
                                    next, keyBefore, keys.of(next), aligned(before.get(), next, progress.part(0.7, 1)));
                        },
                        next -> {
                            taking = false;
                            put(file, before.get(), old, moves, next);
                            pending.get().ifPresent(f -> written(watchedMix.orElse(f), f));
                        },
                        failure -> {
                            taking = false;
                            workspace.background().tell(failure);
                        });
    }

    /** Takes what waited for the mix to be read, or not to be. */
    private void goOn() {
        boolean isRead = workspace.tracks().mix().filter(m -> !m.isBusy()).isPresent();
        if (waitsForMix && isRead) {
            pending.get().ifPresent(this::take);
        }
    }

    /** In the place of a mix that cannot be read, there is nothing to hold it against. */
    private void putUnread(TrackSlot slot, Path file) {
        if (slot.track().file().equals(Optional.of(file))) {
            workspace.tracks().readAgain(slot);
        } else {
            workspace.change(
                    Texts.of("revisions.takeABounce"),
                    s -> s.withMix(
                            s.mix().map(m -> m.withSource(new Source.File(file)).withName(BounceTitle.next(m, file)))));
            workspace.messageProperty().set(Texts.of("revisions.isInTheMixs", file.getFileName()));
        }
    }

    /** What was read, what it and the one before are known by, and where the one is in the other. */
    private record Next(ImportedTrack track, String keyBefore, String key, Alignment alignment) {}

    private static Alignment aligned(ImportedTrack before, ImportedTrack after, oakmirror.audio.Progress progress) {
        return Alignment.of(
                before.measurement().activity().onsets(),
                after.measurement().activity().onsets(),
                before.audio(),
                after.audio(),
                progress);
    }

    private Optional<Measurements> figures(TrackSlot slot) {
        Optional<TrackMeasurement> measured =
                slot.measured(workspace.session().comparing().scope());
        return measured.filter(m -> Double.isFinite(m.heardLufs()))
                .map(m -> Measurements.of(m, slot.imported().orElseThrow().measurement(), slot.rhythm(), new float[0]));
    }

    private void put(Path file, ImportedTrack before, Optional<Measurements> old, List<Move> moves, Next next) {
        Optional<TrackSlot> slot = workspace.tracks().mix();
        Optional<Path> now = slot.flatMap(s -> s.track().file());
        if (slot.isEmpty() || !now.equals(before.file())) {
            return; // another mix was put there meanwhile
        }
        old.ifPresent(f -> noteIfNew(slot.get().track().name(), next.keyBefore(), now.get(), f, 0, List.of()));
        List<String> told = new ArrayList<>();
        boolean isSame = now.get().equals(file);
        workspace.change(
                Texts.of("revisions.takeABounce"),
                s -> s.withMix(
                        s.mix().map(m -> moved(m, file, next.alignment(), told).withName(title(m, file, next.key())))));
        workspace.messageProperty().set(String.join("; ", told) + ".");
        if (isSame) {
            workspace.tracks().readAgain(slot.get());
        }
        double shift =
                next.alignment().main().map(Alignment.Piece::shiftSeconds).orElse(0.0);
        workspace.derivation().whenSettled(() -> workspace.tracks().mix().ifPresent(s -> {
            boolean isIt = s.imported()
                    .filter(t ->
                            t.content().value().equals(next.track().content().value()))
                    .isPresent();
            if (isIt) {
                figures(s)
                        .ifPresent(f -> noteIfNew(
                                s.track().name(),
                                next.key(),
                                file,
                                f,
                                shift,
                                old.map(o -> TakenUp.of(moves, o, f)).orElse(List.of())));
            }
        }));
    }

    /** The mix from another file, its passages where their sound is now. */
    private static Track moved(Track mix, Path file, Alignment alignment, List<String> told) {
        told.clear();
        List<Passage> passages = new ArrayList<>();
        told.add(Texts.of("revisions.isInTheMixs2", file.getFileName()));
        for (Passage p : mix.passages()) {
            Optional<Carried> carried = alignment.carried(p.range());
            passages.add(carried.map(c -> new Passage(p.name(), c.range())).orElse(p));
            if (carried.isEmpty()) {
                told.add(Texts.of("revisions.wasNotFoundIn", p.name()));
            } else if (carried.get().insertedSeconds() != 0) {
                double seconds = carried.get().insertedSeconds();
                told.add(Texts.of(
                        seconds > 0 ? "revisions.secondsPutIn" : "revisions.secondsTakenOut",
                        Numbers.level(Math.abs(seconds)),
                        p.name()));
            }
        }
        double shift = alignment.main().map(Alignment.Piece::shiftSeconds).orElse(0.0);
        if (!mix.passages().isEmpty() && Math.abs(shift) > 0.001) {
            told.add(
                    1,
                    Texts.of(
                            shift > 0 ? "revisions.startsLater" : "revisions.startsEarlier",
                            Numbers.fixed(Math.abs(shift), 3)));
        }
        return mix.withSource(new Source.File(file)).withPassages(passages, mix.chosen());
    }

    /** What it is called: a bounce that was there before as it was then. */
    private String title(Track mix, Path file, String content) {
        return workspace.logProperty().get().bounces().stream()
                .filter(b -> b.content().equals(content))
                .findFirst()
                .map(b -> BounceTitle.again(mix, file, b.number()))
                .orElseGet(() -> BounceTitle.next(mix, file));
    }

    private void noteIfNew(
            String name, String content, Path file, Measurements figures, double shift, List<TakenUp> takenUp) {
        List<Bounce> known = workspace.logProperty().get().bounces();
        if (known.stream().anyMatch(b -> b.content().equals(content))) {
            return;
        }
        int number = known.stream().mapToInt(Bounce::number).max().orElse(BounceTitle.numberOf(name) - 1) + 1;
        String now = LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS).toString();
        workspace.note(
                new Fact.BounceTaken(new Bounce(number, content, file.toAbsolutePath(), now, figures, shift, takenUp)));
    }

    /** Notes something about a bounce. */
    public void note(Bounce bounce, String text) {
        if (!text.strip().equals(workspace.logProperty().get().noteOf(bounce))) {
            workspace.note(new Fact.BounceNoted(bounce.content(), text.strip()));
        }
    }

    /** What was noted about a bounce. */
    public String noteOf(Bounce bounce) {
        return workspace.logProperty().get().noteOf(bounce);
    }

    /** What the standing of the bounces follows from. */
    private record Basis(
            List<Bounce> bounces,
            List<Provenance> references,
            List<Double> weights,
            CorridorSettings corridor,
            Optional<String> now) {}

    private void compare() {
        List<Bounce> bounces = workspace.logProperty().get().bounces();
        var comparing = workspace.session().comparing();
        List<Subject> references = Subject.references(workspace.tracks().subjects(comparing.scope()));
        Optional<ImportedTrack> mix =
                bounces.isEmpty() ? Optional.empty() : workspace.tracks().mix().flatMap(TrackSlot::imported);
        mix.filter(m -> keys.known(m).isEmpty()).ifPresent(this::askForKey);
        Optional<String> now = mix.flatMap(keys::known);
        Basis next = new Basis(
                bounces,
                references.stream().map(r -> r.compared().provenance()).toList(),
                references.stream().map(Subject::weight).toList(),
                comparing.corridor(),
                now);
        if (next.equals(comparedFor)) {
            return;
        }
        comparedFor = next;
        measurer.submit(
                progress -> bounces.stream()
                        .map(b -> new Taken(
                                b,
                                BounceAssessment.of(b.figures(), references, comparing.corridor()),
                                now.equals(Optional.of(b.content()))))
                        .toList(),
                all::set);
    }

    /** Has a file read through that is not known by its bytes yet, and compares again. */
    private void askForKey(ImportedTrack mix) {
        reader.submit(progress -> keys.of(mix), key -> keys.known(mix).ifPresent(k -> compare()));
    }

    /** What bounces are known by. */
    BounceKeys keys() {
        return keys;
    }

    /** Watches no longer. */
    public void close() {
        watch.close();
    }
}
