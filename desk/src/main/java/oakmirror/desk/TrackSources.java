package oakmirror.desk;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import oakmirror.desk.bounces.MixBounce;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.control.Asking;
import oakmirror.desk.input.InputStrip;
import oakmirror.desk.input.LiveMark;
import oakmirror.desk.library.LibraryPane;
import oakmirror.desk.look.Ui;
import oakmirror.state.capture.Input;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** Where tracks come from besides files: the library, the bounces of the mix, what plays outside. */
final class TrackSources {

    private final Workspace workspace;
    private final LibraryModel shelf;
    private final Bounces bounces;
    private final Input input;
    private final KeptHabits habits;
    private final LibraryPane library;
    private final InputStrip inputStrip;

    TrackSources(Workspace workspace, Settings settings, Asking asking, Runnable compare) {
        this.workspace = workspace;
        shelf = new LibraryModel(workspace);
        habits = new KeptHabits(workspace, shelf, settings);
        bounces = new Bounces(workspace, settings);
        input = new Input(workspace, settings);
        library = new LibraryPane(workspace, shelf, asking, compare);
        inputStrip = new InputStrip(input, asking, library::keep);
    }

    LibraryModel shelf() {
        return shelf;
    }

    KeptHabits habits() {
        return habits;
    }

    Bounces bounces() {
        return bounces;
    }

    Input input() {
        return input;
    }

    LibraryPane library() {
        return library;
    }

    InputStrip inputStrip() {
        return inputStrip;
    }

    /** What the mix's row says of its bounces and of live input; {@code toBounces} goes to their page. */
    Node mixNotes(Runnable toBounces) {
        MixBounce bounce = new MixBounce(bounces, toBounces);
        LiveMark live = new LiveMark(input);
        Label again = Ui.label("", "small");
        again.setId("habit-again");
        again.textProperty().bind(habits.againProperty());
        again.visibleProperty().bind(habits.againProperty().isNotEmpty());
        again.managedProperty().bind(again.visibleProperty());
        HBox notes = new HBox(8, bounce, live, again);
        notes.managedProperty()
                .bind(bounce.managedProperty().or(live.managedProperty()).or(again.managedProperty()));
        return notes;
    }

    /** The library as a drawer beside the pages it has something to say on; closed at first. */
    Node drawer(ObservableValue<Station> station) {
        BooleanBinding isOpen = Bindings.createBooleanBinding(
                () -> !library.foldedProperty().get() && station.getValue().hasDrawer(),
                library.foldedProperty(),
                station);
        station.subscribe(s -> {
            if (!s.hasDrawer()) {
                library.endTrial(); // masters are never made of one
            }
        });
        library.visibleProperty().bind(isOpen);
        library.managedProperty().bind(isOpen);
        return library;
    }

    /** Says what the library does; {@code go} goes to a page it can be open beside. */
    void fill(Commands commands, Runnable go) {
        commands.set(Command.DRAWER, () -> {
            boolean wasOpen = library.isVisible();
            go.run();
            library.foldedProperty().set(wasOpen);
        });
        commands.set(Command.SEARCH, () -> {
            if (!library.isPageShown()) {
                go.run();
            }
            library.search();
        });
    }

    /** Takes back what was done last: in the library while keys go there, otherwise in the session. */
    void undo() {
        if (library.hasKeys() && !shelf.undoableProperty().get().isEmpty()) {
            shelf.undo();
        } else {
            workspace.undo();
        }
    }

    /** Adds files of profiles to the library. */
    void addProfiles(List<Path> files) {
        library.add(files);
    }

    /** Ends all work. */
    void close() {
        library.close();
        bounces.close();
        input.close();
    }
}
