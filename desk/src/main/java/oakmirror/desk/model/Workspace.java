package oakmirror.desk.model;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Gap;
import oakmirror.correction.Proposal;
import oakmirror.level.LevelMatch;
import oakmirror.level.TrackLevel;
import oakmirror.measure.TrackMeasurement;
import oakmirror.session.Comparing;
import oakmirror.session.Comparing.Jump;
import oakmirror.session.History;
import oakmirror.session.Session;
import oakmirror.session.SessionFile;
import oakmirror.session.TrackFile;
import oakmirror.spectrum.BandGrid;

/**
 * What is open: the session with its history, its tracks, and what follows from them (level match, gap and proposal). Lives on the
 * window's thread; work is done elsewhere and comes back here.
 */
public final class Workspace {

    private final Jobs jobs;
    private final Tracks tracks;
    private History<Session> history = new History<>(Session.EMPTY);
    private Session saved = Session.EMPTY;
    private final ReadOnlyObjectWrapper<Session> session = new ReadOnlyObjectWrapper<>(Session.EMPTY);
    private final ObjectProperty<Optional<Path>> file = new SimpleObjectProperty<>(Optional.empty());
    private final BooleanProperty unsaved = new SimpleBooleanProperty();
    private final BooleanProperty canUndo = new SimpleBooleanProperty();
    private final BooleanProperty canRedo = new SimpleBooleanProperty();
    private final ReadOnlyObjectWrapper<LevelMatch> levels = new ReadOnlyObjectWrapper<>(LevelMatch.NONE);
    private final ReadOnlyObjectWrapper<Proposal> proposal = new ReadOnlyObjectWrapper<>(Proposal.none());
    private Basis proposedFor = new Basis(Optional.empty(), List.of(), Session.EMPTY.correction(), List.of());
    private final StringProperty message = new SimpleStringProperty("");
    private final Latest<Proposal> proposer = new Latest<>("oakmirror-proposal");

    /** A workspace with nothing in it. */
    public Workspace(Jobs jobs) {
        this.jobs = jobs;
        this.tracks = new Tracks(jobs, this::derive);
    }

    /** Work in progress. */
    public Jobs jobs() {
        return jobs;
    }

    /** The tracks of the session. */
    public Tracks tracks() {
        return tracks;
    }

    /** The session as it stands. */
    public Session session() {
        return session.get();
    }

    /** The session as it stands. */
    public ReadOnlyObjectProperty<Session> sessionProperty() {
        return session.getReadOnlyProperty();
    }

    /** Where the session is kept, once it is. */
    public ObjectProperty<Optional<Path>> fileProperty() {
        return file;
    }

    /** Whether something would be lost by closing. */
    public ReadOnlyBooleanProperty unsavedProperty() {
        return unsaved;
    }

    /** Whether there is something to undo. */
    public ReadOnlyBooleanProperty canUndoProperty() {
        return canUndo;
    }

    /** Whether there is something to do again. */
    public ReadOnlyBooleanProperty canRedoProperty() {
        return canRedo;
    }

    /** With what offset each track is heard. */
    public ReadOnlyObjectProperty<LevelMatch> levelsProperty() {
        return levels.getReadOnlyProperty();
    }

    /** What would close the gap. */
    public ReadOnlyObjectProperty<Proposal> proposalProperty() {
        return proposal.getReadOnlyProperty();
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
        session.set(now);
        unsaved.set(!now.equals(saved));
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
        change(paths.size() == 1 ? "add a track" : "add tracks", s -> {
            Session next = s;
            for (Path path : paths) {
                TrackFile track = TrackFile.of(path);
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
            message.set(left[0] + " files were left out: a session holds " + Session.MOST_REFERENCES + " references.");
        }
    }

    /** Puts another file in a track's place, keeping all that was said about it. */
    public void relocate(int index, Path path) {
        changeTrack(index, "find " + session().tracks().get(index).name(), t -> t.withPath(path));
    }

    /** Changes what is said about one track, in a step of its own; counted as in {@link Session#tracks}. */
    public void changeTrack(int index, String action, UnaryOperator<TrackFile> how) {
        change(action, s -> s.withTrack(index, how));
    }

    /** Switching keeps the bar instead of the time, or the time instead of the bar. */
    public void toggleJump() {
        change(
                "switch by time or bar",
                s -> s.withComparing(s.comparing().withJump(s.comparing().jump() == Jump.BAR ? Jump.TIME : Jump.BAR)));
    }

    /** References are heard at the mix's tempo, or at their own again. */
    public void toggleTempoAligned() {
        change(
                "align tempos",
                s -> s.withComparing(
                        s.comparing().withTempoAligned(!s.comparing().tempoAligned())));
    }

    /** Starts a new, empty session. */
    public void reset() {
        load(Session.EMPTY, Optional.empty());
    }

    /**
     * Opens a session's file.
     *
     * @throws IOException in one sentence, when it cannot be read
     */
    public void open(Path path) throws IOException {
        load(SessionFile.read(path), Optional.of(path.toAbsolutePath().normalize()));
    }

    /**
     * Opens a session's file as a new session that has no file of its own yet, so that the original stays as it is.
     *
     * @throws IOException in one sentence, when it cannot be read
     */
    public void openCopy(Path path) throws IOException {
        load(SessionFile.read(path), Optional.empty());
    }

    /** Whether every track of the session is there and measured, and a gap is known. */
    public boolean isReady() {
        return proposal.get().gap().isKnown() && tracks.all().stream().allMatch(TrackSlot::isSettled);
    }

    private void load(Session next, Optional<Path> path) {
        history = new History<>(next);
        saved = next;
        file.set(path);
        message.set("");
        show();
    }

    /**
     * Keeps the session in a file.
     *
     * @throws IOException when it cannot be written
     */
    public void save(Path path) throws IOException {
        SessionFile.write(history.present(), path);
        saved = history.present();
        file.set(Optional.of(path));
        unsaved.set(false);
    }

    /** What the proposal follows from: it is worked out again only when some of it has changed. */
    private record Basis(
            Optional<TrackMeasurement> mix,
            List<TrackMeasurement> references,
            CorrectionSettings correction,
            List<Integer> refusedMoves) {}

    /** Works out again what follows from session and tracks. */
    private void derive() {
        Session s = session();
        Comparing comparing = s.comparing();
        levels.set(LevelMatch.of(
                comparing.levels(),
                tracks.all().stream().map(t -> level(t, comparing)).toList(),
                tracks.mix().isPresent() ? 0 : -1));
        Basis now = new Basis(measuredMix(), measuredReferences(), s.correction(), s.refusedMoves());
        if (now.equals(proposedFor)) {
            return;
        }
        proposedFor = now;
        Supplier<Gap> gap = gap(1.0 / BandGrid.BANDS_PER_OCTAVE);
        boolean ready = now.mix().isPresent();
        proposer.submit(
                () -> ready ? Proposal.derive(gap.get(), s.correction()).refusing(s.refusedMoves()) : Proposal.none(),
                proposal::set);
    }

    private static TrackLevel level(TrackSlot slot, Comparing comparing) {
        double peak =
                slot.imported().map(t -> t.measurement().peaks().truePeakDbtp()).orElse(Double.NEGATIVE_INFINITY);
        double level = comparing.levels().basis().of(slot.figures(comparing.scope()));
        return new TrackLevel(level, peak, slot.file().levelled(), slot.file().trimDb());
    }

    private Optional<TrackMeasurement> measuredMix() {
        return tracks.mix().flatMap(t -> t.measured(session().comparing().scope()));
    }

    private List<TrackMeasurement> measuredReferences() {
        return tracks.references().stream()
                .flatMap(r -> r.measured(session().comparing().scope()).stream())
                .toList();
    }

    /** The gap read in bands of so many octaves, from the tracks that are ready. */
    public Gap gapAt(double octaves) {
        return gap(octaves).get();
    }

    private Supplier<Gap> gap(double octaves) {
        Optional<TrackMeasurement> mix = measuredMix();
        List<Gap.Reference> references = measuredReferences().stream()
                .map(m -> new Gap.Reference(m.spectrum(), m.heardLufs()))
                .toList();
        return () -> mix.map(m -> Gap.between(m.spectrum(), m.heardLufs(), references, octaves))
                .orElse(Gap.none());
    }

    /** Ends all work. */
    public void close() {
        tracks.close();
        proposer.close();
    }
}
