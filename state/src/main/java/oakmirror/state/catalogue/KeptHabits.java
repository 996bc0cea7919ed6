package oakmirror.state.catalogue;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.audio.Progress;
import oakmirror.correction.Tempering;
import oakmirror.habits.Answers;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.HabitWords;
import oakmirror.habits.Habits;
import oakmirror.habits.Mark;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.HabitSongs;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.SessionDocument;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * What is kept of the user's habits, and what follows from it. Nothing is kept until the user agrees to it; from then on the song that is open is, whenever something happened to it (a
 * bounce, a version, a blind comparison) and its session has a file. The library it is kept in is opened when somebody looks, or when something is to be kept.
 */
public final class KeptHabits {

    /** Whether it is agreed to, so that nobody's start pays for looking into the library. */
    private static final String AGREED = "habits.kept";

    private static final String YES = "yes";

    private final Workspace workspace;
    private final LibraryModel library;
    private final Settings settings;
    private final Latest<Habits> weigher;
    private final Latest<Optional<HabitSong>> reader;
    private final ReadOnlyBooleanWrapper agreed = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<HabitBook> book = new ReadOnlyObjectWrapper<>(HabitBook.EMPTY);
    private final ReadOnlyObjectWrapper<Optional<Habits>> habits = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper ready = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper again = new ReadOnlyStringWrapper("");
    private final StringProperty folder = new SimpleStringProperty("");
    private final StringProperty message = new SimpleStringProperty("");

    /** The habits of a window. */
    public KeptHabits(Workspace workspace, LibraryModel library, Settings settings) {
        this.workspace = workspace;
        this.library = library;
        this.settings = settings;
        weigher = workspace.programTasks().latest(Kind.QUICK, Texts.of("catalogue.weighingHabits"));
        reader = workspace.programTasks().latest(Kind.QUICK, Texts.of("catalogue.keepingHabits"));
        agreed.set(settings.text(AGREED, "").equals(YES));
        workspace.logProperty().subscribe((was, is) -> keepSoon());
        workspace.unsavedProperty().subscribe((was, is) -> keepSoon());
        workspace.fileProperty().subscribe((was, is) -> keepSoon());
        workspace.openingsProperty().subscribe((was, is) -> {
            again.set("");
            keepSoon();
        });
        folder.subscribe((was, is) -> weigh());
        library.onChange(() -> {
            if (ready.get()) {
                reload();
            }
        });
    }

    /** Whether habits are kept. */
    public ReadOnlyBooleanProperty agreedProperty() {
        return agreed.getReadOnlyProperty();
    }

    /** All that is kept. */
    public ReadOnlyObjectProperty<HabitBook> bookProperty() {
        return book.getReadOnlyProperty();
    }

    /** What follows from it, for the folder that is chosen; empty until it has been read. */
    public ReadOnlyObjectProperty<Optional<Habits>> habitsProperty() {
        return habits.getReadOnlyProperty();
    }

    /** Whether all that is kept has been read and weighed once. */
    public ReadOnlyBooleanProperty readyProperty() {
        return ready.getReadOnlyProperty();
    }

    /** The folder whose songs are looked at; empty for all. */
    public StringProperty folderProperty() {
        return folder;
    }

    /** What the user should know, in a sentence; empty for nothing. */
    public StringProperty messageProperty() {
        return message;
    }

    /** What of the habit the song that is open shows again with its first bounce, in a sentence; empty for nothing. */
    public ReadOnlyStringProperty againProperty() {
        return again.getReadOnlyProperty();
    }

    private void lookAgain() {
        Optional<String> id = workspace.session().mix().map(m -> m.id().value());
        again.set(habits.get()
                .flatMap(h -> id.flatMap(i -> HabitWords.again(h, i)))
                .orElse(""));
    }

    /** Reads what is kept, unless that was done already. */
    public void open() {
        if (!ready.get()) {
            library.whenOpen(this::reload);
        }
    }

    private void reload() {
        library.ask(Texts.of("catalogue.readingHabits"), l -> new Read(l.keepsHabits(), l.habits()), read -> {
            agree(read.agreed());
            book.set(read.book());
            weigh();
        });
    }

    private record Read(boolean agreed, HabitBook book) {}

    private void agree(boolean value) {
        agreed.set(value);
        if (value) {
            settings.keep(AGREED, YES);
        } else {
            settings.forget(AGREED);
        }
    }

    private void weigh() {
        HabitBook of = book.get();
        String in = of.folders().contains(folder.get()) ? folder.get() : "";
        weigher.submit(progress -> Habits.of(of.in(in).songs()), found -> {
            habits.set(Optional.of(found));
            ready.set(true);
            lookAgain();
        });
    }

    /** Agrees to habits being kept, from the song that is open on. */
    public void agree() {
        library.whenOpen(() -> library.ask(
                Texts.of("catalogue.keepingHabits"),
                l -> {
                    l.agreeToHabits();
                    return l;
                },
                l -> {
                    agree(true);
                    reload();
                    keepSoon();
                }));
    }

    /** Erases all that is kept, in every copy, and keeps nothing from now on. */
    public void erase() {
        library.whenOpen(() -> library.ask(
                Texts.of("catalogue.erasingHabits"),
                l -> {
                    l.eraseHabits();
                    return l;
                },
                l -> {
                    agree(false);
                    folder.set("");
                    message.set(Texts.of("catalogue.habitsAreErased"));
                    reload();
                }));
    }

    /** Keeps the song that is open as soon as it is known; only of a session that has a file. */
    private void keepSoon() {
        if (agreed.get() && workspace.fileProperty().get().isPresent()) {
            workspace.derivation().whenSettled(this::keep);
        }
    }

    private void keep() {
        Optional<MeasuredSession> measured = workspace.derivation().measured();
        Optional<Path> file = workspace.fileProperty().get();
        if (measured.isEmpty() || file.isEmpty()) {
            return;
        }
        SessionDocument document = workspace.document();
        LocalDateTime now = LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS);
        reader.submit(
                progress -> HabitSongs.of(document, measured.get(), file, now).map(HabitFile::rounded),
                song -> song.ifPresent(s -> keep(List.of(begunFirst(s)))));
    }

    /** A song that is known already was begun when it was first said to be. */
    private HabitSong begunFirst(HabitSong song) {
        return book.get().songs().stream()
                .filter(s -> s.id().equals(song.id()) && s.begun().isBefore(song.begun()))
                .findFirst()
                .map(s -> song.withWhen(s.when()))
                .orElse(song);
    }

    private void keep(List<HabitSong> songs) {
        if (book.get().songs().containsAll(songs)) {
            lookAgain();
        } else {
            library.whenOpen(
                    () -> library.ask(Texts.of("catalogue.keepingHabits"), l -> l.keepHabits(songs), kept -> reload()));
        }
    }

    /** How moves are usually taken, as soon as that has been read. */
    public void tempering(Consumer<Tempering> then) {
        library.whenOpen(() -> library.ask(
                Texts.of("catalogue.readingHabits"), l -> new Answers(l.habits().songs()).tempering(), then));
    }

    /** How moves are usually taken, where that has been read. */
    public Optional<Tempering> known() {
        return agreed.get() ? habits.get().map(h -> new Answers(book.get().songs()).tempering()) : Optional.empty();
    }

    /** Forgets a song. */
    public void forget(HabitSong song) {
        library.ask(
                Texts.of("catalogue.keepingHabits"),
                l -> {
                    l.forgetHabits(List.of(song.id()));
                    return l;
                },
                l -> reload());
    }

    /** Keeps other marks. */
    public void mark(List<Mark> marks) {
        library.ask(
                Texts.of("catalogue.keepingHabits"),
                l -> {
                    l.markHabits(marks);
                    return l;
                },
                l -> reload());
    }

    /** Writes all that is kept to a file. */
    public void write(Path file) {
        HabitBook of = book.get();
        workspace
                .programTasks()
                .shown(Kind.DISK, Texts.of("catalogue.writingHabits"))
                .run(
                        progress -> {
                            HabitFile.write(of, file);
                            return file;
                        },
                        written -> message.set(Texts.of("catalogue.habitsAreWritten", written.getFileName())),
                        failure -> message.set(failure.sentence()));
    }

    /** Adds the songs of a file; each takes the place of what is kept of it. */
    public void read(Path file) {
        workspace
                .programTasks()
                .shown(Kind.DISK, Texts.of("catalogue.readingHabits"))
                .run(progress -> HabitSongs.book(file), this::add, failure -> message.set(failure.sentence()));
    }

    private void add(HabitBook read) {
        List<Mark> marks = new ArrayList<>(book.get().marks());
        read.marks().stream().filter(m -> !marks.contains(m)).forEach(marks::add);
        library.whenOpen(() -> library.ask(
                Texts.of("catalogue.keepingHabits"),
                l -> {
                    l.agreeToHabits(); // who brings habits in wants them kept
                    l.keepHabits(read.songs());
                    l.markHabits(marks.subList(0, Math.min(marks.size(), HabitBook.MOST_MARKS)));
                    return l;
                },
                l -> {
                    message.set(Texts.of(
                            "catalogue.songsAreIn",
                            Texts.of("counts.songs", read.songs().size())));
                    reload();
                }));
    }

    /** What came of reading sessions. */
    private record Sessions(List<HabitSong> songs, int unread) {}

    /** Reads the sessions of a folder. */
    public void readSessions(Path from) {
        TrackImporter importer = workspace.tracks().importer();
        workspace
                .programTasks()
                .shown(Kind.IMPORT, Texts.of("catalogue.readingSessions", from.getFileName()))
                .run(
                        progress -> sessions(from, importer, progress),
                        read -> {
                            keep(read.songs());
                            message.set(Texts.of(
                                    read.unread() == 0 ? "catalogue.sessionsAreIn" : "catalogue.sessionsAreInBut",
                                    Texts.of("counts.songs", read.songs().size()),
                                    read.unread()));
                        },
                        failure -> message.set(failure.isCancelled() ? "" : failure.sentence()));
    }

    private static Sessions sessions(Path from, TrackImporter importer, Progress progress) throws AudioFileException {
        List<HabitSong> songs = new ArrayList<>();
        int unread = 0;
        try {
            List<Path> files = HabitSongs.sessions(from);
            for (int i = 0; i < files.size(); i++) {
                Progress part = progress.part((double) i / files.size(), (i + 1.0) / files.size());
                try {
                    HabitSongs.read(files.get(i), importer, part).ifPresent(s -> songs.add(HabitFile.rounded(s)));
                } catch (AudioFileException e) {
                    unread++;
                }
            }
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("catalogue.folderCannotBeRead", from.getFileName()), e);
        }
        return new Sessions(songs, unread);
    }

    /** The song that is open, where it is among those that are kept. */
    public Optional<HabitSong> song() {
        Optional<String> id = workspace.session().mix().map(m -> m.id().value());
        return book.get().songs().stream()
                .filter(s -> id.equals(Optional.of(s.id())))
                .findFirst();
    }
}
