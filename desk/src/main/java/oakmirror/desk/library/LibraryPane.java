package oakmirror.desk.library;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.SidePane;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.profile.Profile;
import oakmirror.state.catalogue.Intake;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;
import oakmirror.state.catalogue.Trying;
import oakmirror.state.catalogue.Using;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * The library: what is searched for, from one folder or all, in an order; the profiles; what was chosen of them; and what can be done with it. Arrow keys
 * step through it and the proposal follows.
 */
public final class LibraryPane extends SidePane {

    private static final double WIDE = 330;

    private final LibraryModel shelf;
    private final Intake intake;
    private final Trying trying;
    private final Workspace workspace;
    private final TextField search = new TextField();
    private final Label found = Ui.label("", "quiet", "small");
    private final ChoiceBox<Order> order = new ChoiceBox<>();
    private final ListView<Shown> list = new ListView<>();
    private final ChosenCard chosen;
    private final LibraryActions todo;
    private final FlowPane actions;
    private final VBox foot = new VBox(8);
    private final Label state = Ui.label("", "quiet", "small");
    private final HBox undo;
    private Set<String> chosenIds = Set.of();

    /** A pane; {@code compare} goes to Compare. */
    public LibraryPane(Workspace workspace, LibraryModel shelf, Asking asking, Runnable compare) {
        super(Texts.of("library.library"), "library", WIDE);
        this.workspace = workspace;
        this.shelf = shelf;
        intake = new Intake(shelf, workspace);
        trying = new Trying(shelf, workspace);
        chosen = new ChosenCard(workspace, shelf, trying);
        todo = new LibraryActions(
                shelf, intake, trying, new Using(shelf, workspace), asking, this::selected, () -> getScene()
                        .getWindow());
        actions = todo.row(compare, this::edit);
        undo = undo();
        search.setPromptText(Texts.of("library.wordsOrLufs11"));
        search.setId("library-search");
        search.setAccessibleText(Texts.of("library.searchTheLibraryBy"));
        search.textProperty().bindBidirectional(shelf.typedProperty());
        search.setOnKeyPressed(this::searchKey);
        HBox.setHgrow(search, Priority.ALWAYS);
        order.getItems().setAll(Order.values());
        order.setConverter(Ui.naming(o -> Texts.of("library.sort", o.label())));
        order.valueProperty().bindBidirectional(shelf.orderProperty());
        order.setId("library-order");
        order.setAccessibleText(Texts.of("library.howProfilesAreSorted"));
        order.setMaxWidth(Double.MAX_VALUE);
        list.setItems(shelf.shown());
        list.setId("library-list");
        list.setAccessibleText(Texts.of("library.profilesOfTheLibrary"));
        list.setCellFactory(v -> new EntryCell(shelf.orderProperty()::get));
        list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        list.getStyleClass().add("entries");
        list.setPlaceholder(placeholder());
        list.setOnKeyPressed(this::listKey);
        list.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                todo.use();
            }
        });
        list.getSelectionModel().getSelectedItems().addListener((ListChangeListener<Shown>) c -> showChosen());
        shelf.relistingProperty().subscribe((was, is) -> {
            if (was && !is) {
                chooseAgain();
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        state.setWrapText(true);
        state.setMinHeight(USE_PREF_SIZE);
        shelf.stateProperty().subscribe(s -> {
            state.setText(s);
            showFoot();
        });
        shelf.undoableProperty().subscribe(s -> showFoot());
        shelf.shown().addListener((ListChangeListener<Shown>) c -> say());
        HBox line = new HBox(8, search, found);
        line.setAlignment(Pos.CENTER_LEFT);
        fill(line, new FolderChips(shelf), order, list, foot);
        showFoot();
        foldedProperty().set(true);
        foldedProperty().subscribe(away -> {
            if (!away) {
                shelf.open();
            }
        });
        trying.triedProperty().subscribe(t -> showFoot());
        workspace.openingsProperty().subscribe(o -> {
            if (workspace.session().isBlank()) {
                foldedProperty().set(true);
            }
        });
    }

    /** A button that opens it, or closes it, from a page. */
    public Button door(String key) {
        Button door = Ui.link(Texts.of("library.library"), Texts.of("library.door.tip", key), this::toggle);
        door.getStyleClass().add("library-door");
        return door;
    }

    /** Opens it, or closes it. */
    public void toggle() {
        foldedProperty().set(!foldedProperty().get());
    }

    /** Goes back to the references of the session. */
    public void endTrial() {
        trying.end();
    }

    /** The strip that says what is tried in the references' place. */
    public TryingStrip tryingStrip() {
        return new TryingStrip(trying, todo::useTried);
    }

    private Node placeholder() {
        Label words = Ui.label(Texts.of("library.nothingHereKeepA"), "quiet");
        words.setWrapText(true);
        words.setMaxWidth(WIDE - 60);
        return words;
    }

    private HBox undo() {
        Label what = Ui.label("", "quiet", "small");
        shelf.undoableProperty().subscribe(what::setText);
        what.setMinWidth(0);
        var link = Ui.link(Texts.of("library.undo"), Texts.of("library.undo.tip"), shelf::undo);
        link.setId("library-undo");
        link.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(6, link, what);
        row.setAlignment(Pos.BASELINE_LEFT);
        return row;
    }

    private void showFoot() {
        if (foot.getChildren().stream().anyMatch(n -> n instanceof EditCard)) {
            return;
        }
        foot.getChildren().setAll(chosen, actions);
        if (!shelf.undoableProperty().get().isEmpty()) {
            foot.getChildren().add(undo);
        }
        if (!state.getText().isEmpty()) {
            foot.getChildren().add(state);
        }
    }

    private void say() {
        int now = shelf.shown().size();
        int all = shelf.totalProperty().get();
        found.setText(now == all ? Texts.of("counts.profiles", all) : Texts.of("library.of", now, all));
        found.setMinWidth(USE_PREF_SIZE);
    }

    private List<Entry> selected() {
        return List.copyOf(list.getSelectionModel().getSelectedItems()).stream()
                .filter(s -> s != null)
                .map(Shown::entry)
                .toList();
    }

    /** Chooses what was chosen before the list was put together anew. */
    private void chooseAgain() {
        Set<String> before = chosenIds;
        list.getSelectionModel().clearSelection();
        for (int i = 0; i < list.getItems().size(); i++) {
            if (before.contains(list.getItems().get(i).entry().id())) {
                list.getSelectionModel().select(i);
            }
        }
        showChosen();
    }

    private void showChosen() {
        if (shelf.relistingProperty().get()) {
            return;
        }
        chosenIds = new HashSet<>(selected().stream().map(Entry::id).toList());
        chosen.show(List.copyOf(list.getSelectionModel().getSelectedItems()).stream()
                .filter(s -> s != null)
                .toList());
    }

    /** Puts the cursor into the search. */
    public void search() {
        foldedProperty().set(false);
        search.requestFocus();
        search.selectAll();
    }

    /** Whether keys go to it at the moment, so that undo is meant for it. */
    public boolean hasKeys() {
        Node owner = getScene() == null ? null : getScene().getFocusOwner();
        for (Node node = owner; node != null; node = node.getParent()) {
            if (node == this) {
                return true;
            }
        }
        return false;
    }

    /** Keeps a track of the session in the library. */
    public Intake intake() {
        return intake;
    }

    private void searchKey(KeyEvent e) {
        if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.ENTER) {
            list.requestFocus();
            list.getSelectionModel().clearAndSelect(0);
            step();
            e.consume();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            search.clear();
            list.requestFocus();
            e.consume();
        }
    }

    private void listKey(KeyEvent e) {
        switch (e.getCode()) {
            case UP, DOWN, PAGE_UP, PAGE_DOWN -> {
                if (!e.isShiftDown()) {
                    step();
                }
            }
            case ENTER -> todo.use();
            case DELETE -> todo.remove();
            case ESCAPE -> trying.end();
            default -> {
                return;
            }
        }
        e.consume();
    }

    /** The proposal follows what is chosen. */
    private void step() {
        Shown one = list.getSelectionModel().getSelectedItem();
        if (one != null) {
            trying.step(one.entry());
        }
    }

    private void edit() {
        List<Entry> which = selected();
        if (!which.isEmpty()) {
            foot.getChildren().setAll(new EditCard(shelf, which, () -> {
                foot.getChildren().clear();
                showFoot();
            }));
        }
    }

    /** Adds the profiles of files, as when they are dropped. */
    public void add(List<Path> files) {
        foldedProperty().set(false);
        shelf.whenOpen(() -> intake.merge(files));
    }

    /** Keeps a profile, as one that was taken from what plays. */
    public void keep(Profile profile) {
        shelf.whenOpen(() ->
                shelf.add(List.of(profile), added -> shelf.say(Texts.of("library.keptInTheLibrary", profile.name()))));
    }

    /** Ends all work. */
    public void close() {
        shelf.close();
    }
}
