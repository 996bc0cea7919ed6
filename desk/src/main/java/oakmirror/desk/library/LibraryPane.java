package oakmirror.desk.library;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyEvent;
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
    private final SearchField search;
    private final Label found = Ui.label("", "quiet", "small");
    private final ChoiceBox<Order> order = new ChoiceBox<>();
    private final ListView<Shown> list = new ListView<>();
    private final LibraryActions todo;
    private final ChosenFoot foot;
    private final Using using;
    private final Asking asking;
    private final Runnable compare;
    private Optional<LibraryPage> page = Optional.empty();
    private final ChosenProfiles selection;

    /** A pane; {@code compare} goes to Compare. */
    public LibraryPane(Workspace workspace, LibraryModel shelf, Asking asking, Runnable compare) {
        super(Texts.of("library.library"), "library", WIDE);
        this.workspace = workspace;
        this.shelf = shelf;
        intake = new Intake(shelf, workspace);
        trying = new Trying(shelf, workspace);
        using = new Using(shelf, workspace);
        this.asking = asking;
        this.compare = compare;
        todo = actions(this::selected);
        foot = new ChosenFoot(
                shelf,
                new ChosenCard(workspace, shelf, trying, Texts.of("library.stepThroughTheProposal")),
                todo,
                this::selected,
                compare,
                false);
        selection = new ChosenProfiles(shelf, list.getSelectionModel(), shelf.shown(), foot::show);
        search = new SearchField(
                shelf,
                "library-search",
                () -> {
                    list.requestFocus();
                    list.getSelectionModel().clearAndSelect(0);
                    step();
                },
                list::requestFocus);
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
        list.getStyleClass().add("entries");
        list.setPlaceholder(placeholder());
        list.setOnKeyPressed(this::listKey);
        list.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                todo.use();
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        shelf.shown().addListener((ListChangeListener<Shown>) c -> say());
        HBox line = new HBox(8, search, found);
        line.setAlignment(Pos.CENTER_LEFT);
        foldedProperty().set(true);
        fill(line, new FolderChips(shelf), order, list, foot);
        foldedProperty().subscribe(away -> {
            if (!away) {
                shelf.open();
            }
        });
        workspace.openingsProperty().subscribe(o -> {
            if (workspace.session().isBlank()) {
                foldedProperty().set(true);
            }
        });
    }

    private LibraryActions actions(Supplier<List<Entry>> selected) {
        return new LibraryActions(
                shelf, intake, trying, using, asking, selected, () -> getScene().getWindow());
    }

    /** The library at full width; made when it is asked for first. */
    public LibraryPage page() {
        if (page.isEmpty()) {
            page = Optional.of(new LibraryPage(
                    shelf,
                    new ChosenCard(workspace, shelf, trying, Texts.of("library.pageHint")),
                    this::actions,
                    compare));
        }
        return page.get();
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

    private void say() {
        int now = shelf.shown().size();
        int all = shelf.totalProperty().get();
        found.setText(now == all ? Texts.of("counts.profiles", all) : Texts.of("library.of", now, all));
        found.setMinWidth(USE_PREF_SIZE);
    }

    private List<Entry> selected() {
        return selection.entries();
    }

    /** Whether its page is shown, instead of it as a drawer. */
    public boolean isPageShown() {
        return page.isPresent() && page.get().getScene() != null;
    }

    /** Puts the cursor into the search, of its page where that is shown. */
    public void search() {
        if (isPageShown()) {
            page.get().search();
            return;
        }
        foldedProperty().set(false);
        search.enter();
    }

    /** Whether keys go to it at the moment, so that undo is meant for it. */
    public boolean hasKeys() {
        Node owner = getScene() == null ? null : getScene().getFocusOwner();
        for (Node node = owner; node != null; node = node.getParent()) {
            if (node == this || node instanceof LibraryPage) {
                return true;
            }
        }
        return false;
    }

    /** Keeps a track of the session in the library. */
    public Intake intake() {
        return intake;
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
