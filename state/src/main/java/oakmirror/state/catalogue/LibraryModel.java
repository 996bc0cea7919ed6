package oakmirror.state.catalogue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.library.Entry;
import oakmirror.media.library.Library;
import oakmirror.media.library.LibraryException;
import oakmirror.media.library.Starter;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Profile;
import oakmirror.state.catalogue.Listing.Listed;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * The library as it stands open in the window: what is listed of it, and what is done to it, with an undo of its own. Opened in the background when it
 * is looked at first; all that is asked of it is done there.
 */
public final class LibraryModel {

    private static final long LOOK_MILLIS = 1500;
    private static final long COPY_MILLIS = 600_000;

    private final Workspace workspace;
    private final Tasks tasks;
    private final Latest<Listed> lister;
    private final ObservableList<Shown> shown = FXCollections.observableArrayList();
    /** One for all who listen: a wrapper nobody holds would take its listeners with it. */
    private final ObservableList<Shown> readable = FXCollections.unmodifiableObservableList(shown);

    private final ObservableList<String> folders = FXCollections.observableArrayList();
    private final ReadOnlyObjectWrapper<Integer> total = new ReadOnlyObjectWrapper<>(0);
    private final ReadOnlyStringWrapper state = new ReadOnlyStringWrapper("");
    private final StringProperty typed = new SimpleStringProperty("");
    private final StringProperty folder = new SimpleStringProperty("");
    private final ObjectProperty<Order> order = new SimpleObjectProperty<>(Order.SOUNDS_LIKE);
    private final ReadOnlyBooleanWrapper relisting = new ReadOnlyBooleanWrapper();
    private final Steps steps = new Steps();
    private final List<Runnable> listeners = new ArrayList<>();
    private Optional<Library> library = Optional.empty();
    private Optional<TrackMeasurement> heldAgainst = Optional.empty();
    private List<Entry> entries = List.of();
    private final List<Runnable> waiting = new ArrayList<>();
    private boolean opening;
    private volatile int seenChanges;
    private Runnable ending = () -> {};

    /** The library of a window; nothing is opened yet. */
    public LibraryModel(Workspace workspace) {
        this.workspace = workspace;
        tasks = workspace.programTasks();
        lister = tasks.latest(Kind.QUICK, Texts.of("catalogue.lookingThroughTheLibrary"));
        typed.subscribe(t -> list());
        folder.subscribe(f -> list());
        order.subscribe(o -> list());
        workspace.tracks().revisionProperty().subscribe(r -> followMix());
        workspace.sessionProperty().subscribe(s -> followMix());
    }

    /** Lists anew, with how far from the mix each is, when the mix is another. */
    private void followMix() {
        Optional<TrackMeasurement> now = measuredMix();
        if (!now.equals(heldAgainst)) {
            heldAgainst = now;
            list();
        }
    }

    private Optional<TrackMeasurement> measuredMix() {
        var scope = workspace.session().comparing().scope();
        return workspace.tracks().mix().flatMap(m -> m.measured(scope));
    }

    /** What is listed. */
    public ObservableList<Shown> shown() {
        return readable;
    }

    /** The folders there are. */
    public ObservableList<String> folders() {
        return folders;
    }

    /** How many profiles there are in all. */
    public ReadOnlyObjectProperty<Integer> totalProperty() {
        return total.getReadOnlyProperty();
    }

    /** What the user should know, in one sentence, or empty. */
    public ReadOnlyStringProperty stateProperty() {
        return state.getReadOnlyProperty();
    }

    /** What is searched for. */
    public StringProperty typedProperty() {
        return typed;
    }

    /** The folder that is shown; empty for all. */
    public StringProperty folderProperty() {
        return folder;
    }

    /** How it is sorted. */
    public ObjectProperty<Order> orderProperty() {
        return order;
    }

    /** Whether the list is being put together anew: what was chosen of it before is chosen again afterwards. */
    public ReadOnlyBooleanProperty relistingProperty() {
        return relisting.getReadOnlyProperty();
    }

    /** What undo would take back, or empty. */
    public ReadOnlyStringProperty undoableProperty() {
        return steps.undoableProperty();
    }

    /** The library, once it is open. */
    Optional<Library> library() {
        return library;
    }

    /** Opens it, unless it is open already. */
    public void open() {
        if (library.isPresent() || opening) {
            return;
        }
        opening = true;
        state.set(Texts.of("catalogue.openingTheLibrary"));
        tasks.task(Kind.DISK, Texts.of("catalogue.openingTheLibrary2"))
                .run(
                        progress -> {
                            Library opened = Library.open(Library.ofUser());
                            if (opened.isNew()) {
                                opened.add(Starter.profiles());
                            }
                            seenChanges = opened.foreignChanges(); // what comes after is looked for
                            return opened;
                        },
                        this::opened,
                        failure -> {
                            opening = false;
                            state.set(failure.sentence());
                        });
    }

    /** Does something as soon as it is open. */
    public void whenOpen(Runnable work) {
        if (library.isPresent()) {
            work.run();
        } else {
            waiting.add(work);
            open();
        }
    }

    private void opened(Library made) {
        opening = false;
        library = Optional.of(made);
        waiting.forEach(Runnable::run);
        waiting.clear();
        state.set(made.sentence().orElse(made.isNew() ? Texts.of("catalogue.toBeginWithIt") : ""));
        reload();
        copy();
        Runnable looking = tasks.background().every(LOOK_MILLIS, this::look);
        Runnable copying = tasks.background()
                .every(COPY_MILLIS, () -> tasks.background().state().execute(this::copy));
        ending = () -> {
            looking.run();
            copying.run();
        };
    }

    private void copy() {
        ask(Texts.of("catalogue.copyingTheLibrary"), Library::checkAndCopy, copied -> {});
    }

    /** Looks whether another window has changed something, or the library's file was put back. */
    private void look() {
        library.ifPresent(l -> {
            try {
                int now = l.foreignChanges();
                l.sentence().ifPresent(s -> tasks.background().state().execute(() -> say(s)));
                if (now != seenChanges) {
                    seenChanges = now;
                    tasks.background().state().execute(this::reload);
                }
            } catch (LibraryException e) {
                tasks.background().state().execute(() -> state.set(e.getMessage()));
            }
        });
    }

    /** Says what failed; what was damaged has been rebuilt by then. */
    void failed(Failure failure) {
        library.flatMap(Library::sentence).ifPresent(this::say); // it was damaged, and has been rebuilt
        if (!failure.isCancelled()) {
            state.set(failure.sentence());
            reload();
        }
    }

    /** Tells the user something. */
    public void say(String sentence) {
        state.set(sentence);
    }

    /** Reads all entries anew. */
    void reload() {
        ask(Texts.of("catalogue.readingTheLibrary"), Library::entries, all -> {
            entries = all;
            list();
            listeners.forEach(Runnable::run);
        });
    }

    /** Has something done after every change of the library. */
    public void onChange(Runnable work) {
        listeners.add(work);
    }

    /** Something asked of the library. */
    @FunctionalInterface
    public interface Question<T> {
        /** Asks. */
        T ask(Library library) throws Exception;
    }

    /** Asks the library for something in the background. */
    <T> void ask(String what, Question<T> question, Consumer<T> then) {
        library.ifPresent(l -> tasks.task(Kind.DISK, what).run(p -> question.ask(l), then, this::failed));
    }

    private void list() {
        if (library.isEmpty()) {
            return;
        }
        Library from = library.get();
        List<Entry> all = entries;
        Listing listing = new Listing(typed.get(), folder.get(), order.get(), mix());
        lister.submit(
                progress -> listing.of(from, all),
                listed -> {
                    total.set(listed.total());
                    if (!folders.equals(listed.folders())) {
                        folders.setAll(listed.folders());
                    }
                    if (!shown.equals(listed.shown())) {
                        relisting.set(true);
                        shown.setAll(listed.shown());
                        relisting.set(false);
                    }
                },
                this::failed);
    }

    /** The mix, as others are held against it. */
    public Optional<Descriptor> mix() {
        return workspace.tracks().mix().flatMap(m -> measuredMix()
                .map(measured -> Descriptor.of(measured, m.rhythm())));
    }

    /** All entries, those that came first first. */
    public List<Entry> entries() {
        return entries;
    }

    /** Adds profiles, to be taken back. */
    public void add(List<Profile> profiles, Consumer<List<Entry>> then) {
        ask(Texts.of("catalogue.addingToTheLibrary"), l -> l.add(profiles), added -> {
            if (!added.isEmpty()) {
                List<String> ids = added.stream().map(Entry::id).toList();
                steps.done(
                        added.size() == 1
                                ? Texts.of("catalogue.add", added.get(0).about().title())
                                : Texts.of("catalogue.addProfiles", added.size()),
                        l -> l.remove(ids));
            }
            reload();
            then.accept(added);
        });
    }

    /** Says something else about entries, to be taken back. */
    public void edit(String what, List<Entry> which, UnaryOperator<About> how) {
        Map<String, About> before = new HashMap<>();
        Map<String, About> after = new HashMap<>();
        try {
            which.forEach(e -> {
                before.put(e.id(), e.about());
                after.put(e.id(), how.apply(e.about()));
            });
        } catch (IllegalArgumentException e) {
            say(Texts.of("catalogue.thatCannotBe", e.getMessage()));
            return;
        }
        ask(
                Texts.of("catalogue.changingTheLibrary"),
                l -> {
                    l.edit(after);
                    return after;
                },
                x -> {
                    steps.done(what, l -> l.edit(before));
                    reload();
                });
    }

    /** Removes entries, to be taken back. */
    public void remove(List<Entry> which) {
        List<String> ids = which.stream().map(Entry::id).toList();
        ask(Texts.of("catalogue.removingFromTheLibrary"), l -> l.remove(ids), removed -> {
            steps.done(
                    removed.size() == 1
                            ? Texts.of(
                                    "catalogue.remove", removed.get(0).about().title())
                            : Texts.of("catalogue.removeProfiles", removed.size()),
                    l -> l.add(removed));
            say(
                    removed.size() == 1
                            ? Texts.of(
                                    "catalogue.removed", removed.get(0).about().title())
                            : Texts.of("catalogue.removedProfiles", removed.size()));
            reload();
        });
    }

    /** Takes back what was done last. */
    public void undo() {
        steps.last()
                .ifPresent(step -> ask(
                        Texts.of("catalogue.takingItBack"),
                        l -> {
                            step.back().take(l);
                            return l;
                        },
                        l -> {
                            say(Texts.of("catalogue.takenBack", step.what()));
                            reload();
                        }));
    }

    /** The profiles of some entries with all their figures. */
    public void profiles(List<Entry> which, Consumer<List<Profile>> then) {
        List<String> ids = which.stream().map(Entry::id).toList();
        ask(Texts.of("catalogue.readingProfiles"), l -> l.profiles(ids), then);
    }

    /** Closes it. */
    public void close() {
        ending.run();
        library.ifPresent(Library::close);
    }
}
