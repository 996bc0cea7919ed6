package oakmirror.state.workspace;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.compare.Jump;
import oakmirror.correction.Proposal;
import oakmirror.session.Fact;
import oakmirror.session.History;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Background;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.stems.Rebalance;
import oakmirror.text.Texts;

/**
 * What is open: the session with its history, its tracks, and what follows from them ({@link Derivation}). Lives on the
 * window's thread; work is done elsewhere and comes back here.
 */
public final class Workspace {

    private final Background background;
    private final Tasks programTasks;
    private final Tasks sessionTasks;
    private final Tracks tracks;
    private History<Session> history = new History<>(Session.EMPTY);

    private final ReadOnlyObjectWrapper<SessionLog> log = new ReadOnlyObjectWrapper<>(SessionLog.EMPTY);
    private final ReadOnlyObjectWrapper<Session> session = new ReadOnlyObjectWrapper<>(Session.EMPTY);
    private final Saving keeping;
    private final ReadOnlyIntegerWrapper openings = new ReadOnlyIntegerWrapper();
    private final BooleanProperty canUndo = new SimpleBooleanProperty();
    private final BooleanProperty canRedo = new SimpleBooleanProperty();
    private final StringProperty message = new SimpleStringProperty("");
    private final MixStems stems;
    private final Derivation derivation;
    private final Latest<Draft> opener;

    /** A workspace with nothing in it. */
    public Workspace(Background background) {
        this.background = background;
        this.programTasks = new Tasks(background);
        this.sessionTasks = new Tasks(background);
        background.tellTo(message::set);
        this.keeping = new Saving(programTasks, this::document, message::set);
        this.opener = programTasks.latest(Kind.DISK, Texts.of("workspace.openingTheSession"));
        this.tracks = new Tracks(sessionTasks, this::derive, message::set);
        this.stems = new MixStems(sessionTasks, tracks.importer(), tracks::mix, this::derive);
        this.derivation = new Derivation(sessionTasks, tracks, stems, this::session);
    }

    /** Who does what in the background. */
    public Background background() {
        return background;
    }

    /** Work that goes on whatever is open. */
    public Tasks programTasks() {
        return programTasks;
    }

    /** Work for what is open, which ends when something else is opened. */
    public Tasks sessionTasks() {
        return sessionTasks;
    }

    /** The tracks of the session. */
    public Tracks tracks() {
        return tracks;
    }

    /** The stems of the mix. */
    public MixStems stems() {
        return stems;
    }

    /** The session as it stands. */
    public Session session() {
        return session.get();
    }

    /** The session as it stands. */
    public ReadOnlyObjectProperty<Session> sessionProperty() {
        return session.getReadOnlyProperty();
    }

    /** What happened while the session was worked on. */
    public ReadOnlyObjectProperty<SessionLog> logProperty() {
        return log.getReadOnlyProperty();
    }

    /** Notes something that happened; it stays, whatever is undone. */
    public void note(Fact fact) {
        log.set(log.get().with(fact));
        keeping.compare(document());
    }

    /** All that a session's file holds. */
    public SessionDocument document() {
        return new SessionDocument(history.present(), log.get());
    }

    /**
     * Whether everything that is shown is of the session as it stands: every track read or failed, every passage measured, and the proposal
     * worked out from just these. Otherwise what is not is on its way.
     */
    public ReadOnlyBooleanProperty settledProperty() {
        return derivation.settledProperty();
    }

    /** Where the session is kept, once it is. */
    public ReadOnlyObjectProperty<Optional<Path>> fileProperty() {
        return keeping.fileProperty();
    }

    /** Whether something would be lost by closing. */
    public ReadOnlyBooleanProperty unsavedProperty() {
        return keeping.unsavedProperty();
    }

    /** Whether there is something to undo. */
    public ReadOnlyBooleanProperty canUndoProperty() {
        return canUndo;
    }

    /** Whether there is something to do again. */
    public ReadOnlyBooleanProperty canRedoProperty() {
        return canRedo;
    }

    /** What of it stems at other levels would close. */
    public ReadOnlyObjectProperty<Rebalance> rebalanceProperty() {
        return derivation.rebalanceProperty();
    }

    /** What would close the gap: of the stereo signal, or of its middle where the side is corrected apart. */
    public ReadOnlyObjectProperty<Proposal> proposalProperty() {
        return derivation.proposalProperty();
    }

    /** The last thing to tell the user, in one sentence. */
    public StringProperty messageProperty() {
        return message;
    }

    /** What undo would undo. */
    public String undoAction() {
        return history.undoAction();
    }

    /** Changes the session in a step of its own. */
    public void change(String action, UnaryOperator<Session> how) {
        change(action, "", how);
    }

    /** Changes the session within a gesture: all changes under one key are undone together. */
    public void change(String action, String gesture, UnaryOperator<Session> how) {
        message.set("");
        history.change(how.apply(history.present()), action, gesture);
        show();
    }

    /** Changes the session, and all that can be undone and done again, by what has changed outside of it. */
    public void amend(UnaryOperator<Session> how) {
        history.amend(how);
        show();
    }

    /** Ends a gesture, as when a slider is let go. */
    public void endGesture() {
        history.endGesture();
    }

    /** Back by one step. */
    public void undo() {
        history.undo();
        show();
    }

    /** Forward by one step. */
    public void redo() {
        history.redo();
        show();
    }

    private void show() {
        Session now = history.present();
        tracks.follow(now); // first: whoever hears of the session finds the tracks that belong to it
        stems.follow(now);
        session.set(now);
        keeping.compare(document());
        canUndo.set(history.canUndo());
        canRedo.set(history.canRedo());
        derive();
    }

    /**
     * Adds files: the first becomes the mix when there is none, the others references. What is over the limit is left out and said.
     */
    public void addFiles(List<Path> paths) {
        if (paths.isEmpty()) {
            return;
        }
        int[] left = {0};
        change(paths.size() == 1 ? Texts.of("workspace.addATrack") : Texts.of("workspace.addTracks"), s -> {
            Session next = s;
            for (Path path : paths) {
                Track track = Track.of(path);
                if (next.mix().isEmpty()) {
                    next = next.withMix(Optional.of(track));
                } else if (next.references().size() < Session.MOST_REFERENCES) {
                    next = next.withReference(track);
                } else {
                    left[0]++;
                }
            }
            return next;
        });
        if (left[0] > 0) {
            message.set(Texts.of("workspace.filesWereLeftOut2", left[0], Session.MOST_REFERENCES));
        }
    }

    /** Puts another file in a track's place, keeping all that was said about it. */
    public void relocate(int index, Path path) {
        changeTrack(
                index,
                Texts.of("workspace.find", session().tracks().get(index).name()),
                t -> t.withSource(new Source.File(path)));
    }

    /** Changes what is said about one track, in a step of its own; counted as in {@link Session#tracks}. */
    public void changeTrack(int index, String action, UnaryOperator<Track> how) {
        change(action, s -> s.withTrack(index, how));
    }

    /** Switching keeps the bar instead of the time, or the time instead of the bar. */
    public void toggleJump() {
        change(
                Texts.of("workspace.switchByTimeOr"),
                s -> s.withComparing(s.comparing().withJump(s.comparing().jump() == Jump.BAR ? Jump.TIME : Jump.BAR)));
    }

    /** References are heard at the mix's tempo, or at their own again. */
    public void toggleTempoAligned() {
        change(
                Texts.of("workspace.alignTempos"),
                s -> s.withComparing(
                        s.comparing().withTempoAligned(!s.comparing().tempoAligned())));
    }

    /** Starts a new, empty session. */
    public void reset() {
        begin(Session.EMPTY);
    }

    /** Starts a new session, in which nothing has happened yet. */
    public void begin(Session from) {
        goOn(Opened.anew(from));
    }

    /**
     * Opens a session's file, which is read in the background.
     *
     * @param then is told a sentence when it cannot be read, otherwise nothing
     */
    public void open(Path path, Consumer<Optional<String>> then) {
        open(path, read -> read, then);
    }

    /** Opens a session's file as a new session that has no file of its own yet, so that the original stays as it is. */
    public void openCopy(Path path, Consumer<Optional<String>> then) {
        open(path, read -> Draft.unkept(read.kept()), then);
    }

    private void open(Path path, UnaryOperator<Draft> as, Consumer<Optional<String>> then) {
        opener.submit(
                progress -> Draft.read(path),
                read -> {
                    load(as.apply(read), read.kept());
                    then.accept(Optional.empty());
                },
                failure -> then.accept(Optional.of(failure.sentence())));
    }

    /** Goes on with what was not kept when the program ended: as changed since its draft. */
    void restore(SessionDocument document, Draft from) {
        load(from, document);
    }

    /** What was kept last, and where. */
    Draft draft() {
        return keeping.draft();
    }

    /** Whether nothing is gathered and nothing happened. */
    public boolean isBlank() {
        return session().isBlank() && log.get().facts().isEmpty();
    }

    /** Whether every track of the session is there and measured, and a gap is known. */
    public boolean isReady() {
        return derivation.proposalProperty().get().gap().isKnown()
                && derivation.settledProperty().get()
                && tracks.all().stream().allMatch(t -> t.imported().isPresent());
    }

    /** What is open, for {@link #goOn} of another workspace. */
    public Opened opened() {
        return new Opened(keeping.draft(), history, log.get());
    }

    private void load(Draft from, SessionDocument document) {
        goOn(new Opened(from, new History<>(document.session()), document.log()));
    }

    /** Goes on with what was open in another workspace, which is closed. */
    public void goOn(Opened opened) {
        sessionTasks.end(Texts.of("workspace.anotherSessionWasOpened"));
        derivation.sessionEnds();
        history = opened.history();
        log.set(opened.log());
        keeping.begin(opened.draft());
        message.set("");
        show();
        openings.set(openings.get() + 1);
    }

    /** Grows whenever another session is open. */
    public ReadOnlyIntegerProperty openingsProperty() {
        return openings.getReadOnlyProperty();
    }

    /** How it went to keep a session. */
    public enum Saved {
        /** It is on disk. */
        DONE,
        /** It is not: another window has written to the file since it was read or written here. */
        CHANGED_BY_ANOTHER,
        /** It is not, and the user was told why. */
        FAILED
    }

    /**
     * Keeps the session in a file, as it is now; it takes the file's name when it has none of its own. What is written over is only what was read
     * or written here.
     *
     * @param evenIfChanged whether what another window has written there may go
     * @param then is told how it went
     */
    public void save(Path path, boolean evenIfChanged, Consumer<Saved> then) {
        boolean isUnnamed = session().name().equals(Session.EMPTY.name());
        boolean isNamedByFile = fileProperty()
                .get()
                .filter(f -> SessionFile.nameOf(f).equals(session().name()))
                .isPresent();
        if (isUnnamed || isNamedByFile) {
            String before = session().name();
            String name = SessionFile.nameOf(path);
            amend(s -> s.name().equals(before) ? s.withName(name) : s);
        }
        keeping.save(path, evenIfChanged, document(), then);
    }

    private void derive() {
        stems.goOn();
        derivation.derive();
    }

    /** What follows from the session and its tracks. */
    public Derivation derivation() {
        return derivation;
    }

    /** Ends all work. */
    public void close() {
        tracks.close();
        stems.close();
        sessionTasks.close();
        programTasks.close();
    }
}
