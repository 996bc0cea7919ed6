package oakmirror.desk.bar;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.place.ListeningPlaces;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceFile;
import oakmirror.state.listening.Elsewhere;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Where everything is heard: here or at a listening place, and how one gets more of them. */
final class PlaceMenu extends MenuButton {

    private final Workspace workspace;
    private final Tasks tasks;
    private final Elsewhere elsewhere;
    private final Asking asking;

    PlaceMenu(Workspace workspace, Elsewhere elsewhere, Asking asking, KeyMap keys) {
        super(Texts.of("bar.place"));
        this.workspace = workspace;
        this.tasks = workspace.programTasks();
        this.elsewhere = elsewhere;
        this.asking = asking;
        setId("place");
        getStyleClass().setAll("menu-button", "link", "out-menu");
        setMinWidth(USE_PREF_SIZE);
        keys.revisionProperty()
                .subscribe(r -> Ui.tip(
                        this,
                        Texts.of("bar.place.tip", keys.hint(Command.HERE_OR_THERE), keys.hint(Command.NEXT_THERE))));
        setOnShowing(e -> {
            fill();
            elsewhere.look(() -> {});
        });
        elsewhere.knownProperty().subscribe(k -> fill());
        elsewhere.chosenProperty().subscribe(c -> fill());
        setOnMouseEntered(e -> elsewhere.look(() -> {})); // so that they are there before the menu is
        focusedProperty().subscribe(focused -> {
            if (focused) {
                elsewhere.look(() -> {});
            }
        });
        fill();
    }

    private void fill() {
        getItems().clear();
        RadioMenuItem here = new RadioMenuItem(Texts.of("bar.here"));
        here.setSelected(elsewhere.chosenProperty().get().isEmpty());
        here.setOnAction(e -> elsewhere.chosenProperty().set(Optional.empty()));
        getItems().addAll(here, new SeparatorMenuItem());
        for (Map.Entry<String, ListeningPlace> one :
                elsewhere.knownProperty().get().entrySet()) {
            Optional<String> id = Optional.of(one.getKey());
            RadioMenuItem item = new RadioMenuItem(one.getValue().name());
            item.setId("place-" + one.getKey());
            item.setSelected(elsewhere.chosenProperty().get().equals(id));
            item.setOnAction(e -> elsewhere.chosenProperty().set(id));
            getItems().add(item);
        }
        MenuItem add = new MenuItem(Texts.of("bar.addAPlace"));
        add.setOnAction(e -> asking.file(
                        Texts.of("bar.aListeningPlace"),
                        "place",
                        filtersToOpen(),
                        getScene().getWindow())
                .ifPresent(this::add));
        MenuItem copy = new MenuItem(Texts.of("bar.saveACopyOf"));
        copy.setDisable(elsewhere.place().isEmpty());
        copy.setOnAction(e -> elsewhere.place().ifPresent(p -> asking.save(
                        Texts.of("bar.aListeningPlace"),
                        "place",
                        p.name() + PlaceFile.ENDING,
                        filters(),
                        getScene().getWindow())
                .ifPresent(file -> copy(p, file))));
        getItems().addAll(new SeparatorMenuItem(), add, copy);
    }

    private static List<ExtensionFilter> filters() {
        return List.of(new ExtensionFilter(Texts.of("bar.listeningPlaces"), "*.json"));
    }

    /** A place may also be brought in as an impulse response. */
    private static List<ExtensionFilter> filtersToOpen() {
        List<ExtensionFilter> all = new ArrayList<>(filters());
        all.addAll(Asking.audioFiles());
        return all;
    }

    private void add(Path file) {
        tasks.task(Kind.DISK, Texts.of("bar.addAPlace"))
                .run(
                        progress -> ListeningPlaces.add(file),
                        kept -> elsewhere.look(
                                () -> elsewhere.chosenProperty().set(Optional.of(ListeningPlaces.idOf(kept)))),
                        failure -> workspace.messageProperty().set(failure.sentence()));
    }

    private void copy(ListeningPlace place, Path file) {
        tasks.task(Kind.DISK, Texts.of("bar.saveACopyOf"))
                .run(
                        progress -> ListeningPlaces.copy(place, file),
                        written -> workspace
                                .messageProperty()
                                .set(Texts.of("bar.thePlaceWasSaved", written.getFileName())),
                        failure -> workspace.messageProperty().set(failure.sentence()));
    }
}
