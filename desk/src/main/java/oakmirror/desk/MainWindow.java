package oakmirror.desk;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import oakmirror.desk.bar.ListeningBar;
import oakmirror.desk.blind.BlindPage;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.command.KeysPane;
import oakmirror.desk.compare.ComparePage;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.control.FileDrop;
import oakmirror.desk.control.FocusTraversal;
import oakmirror.desk.controllers.Controllers;
import oakmirror.desk.gather.Beginning;
import oakmirror.desk.gather.GatherPage;
import oakmirror.desk.gather.StandsOut;
import oakmirror.desk.guide.GuideDoor;
import oakmirror.desk.look.ScaledPane;
import oakmirror.desk.words.WordsPane;
import oakmirror.state.capture.Input;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.controllers.Dials;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.task.Background;
import oakmirror.state.trouble.Trouble;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Recovery;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** The frame: title strip, rail, the page of the station, listening bar; keys and dropped files. */
public final class MainWindow {

    private final Background background;
    private final Settings settings;
    private final Asking asking;
    private final Workspace workspace;
    private final Listening listening;
    private final StationPages pages;
    private final Passages passages;
    private final Blind blind;
    private final KeyMap keyMap;
    private final Commands commands = new Commands();
    private final Controllers controllers;
    private final Overlays overlays;
    private final WordsPane words = new WordsPane(() -> commands.run(Command.MANUAL));
    private final SessionActions actions;
    private final Recovery recovery;
    private final RecoveryStrip recoveryStrip;
    private final TroubleStrip troubleStrip;
    private final Comparing comparing;
    private final PlacesToHear places;
    private final StationRail rail;
    private final AddTracks adding;
    private final TrackSources sources;
    private final GatherPage gather;
    private final PageArea page;
    private final BorderPane frame = new BorderPane();
    private final StackPane root;
    private final ScaledPane scaled;
    private final FrameSize frameSize;
    private final ListeningBar bar;
    private final CompactWindow compact;
    private final Tour tour;
    private final FocusTraversal walk;
    private final WindowKeys windowKeys;
    private final WindowClock clock;
    private Stage stage;

    /** A window's content; nothing is open yet. */
    public MainWindow(Background background, Settings settings, FileDialogs dialogs, Language language) {
        this.background = background;
        this.settings = settings;
        workspace = new Workspace(background);
        listening = new Listening(workspace);
        passages = new Passages(workspace);
        VersionsHeard versionsHeard = new VersionsHeard(workspace, listening);
        blind = new Blind(workspace, listening, versionsHeard, new Random());
        recovery = new Recovery(background, workspace);
        comparing = new Comparing(workspace, settings);
        places = new PlacesToHear(workspace, comparing, listening, blind);
        keyMap = new KeyMap(settings);
        asking = new Asking(dialogs, settings);
        frameSize = new FrameSize(settings, workspace.messageProperty());
        Dials dials = new Dials(workspace, listening, passages, blind);
        controllers = new Controllers(background, settings, workspace, dials, commands, asking, this::wake);
        overlays = new Overlays(new KeysPane(keyMap, commands), controllers.pane());
        actions = new SessionActions(workspace, settings, asking);
        adding = new AddTracks(workspace, settings, asking, () -> stage);
        sources = new TrackSources(workspace, settings, asking, () -> show(Station.COMPARE));
        rail = new StationRail(workspace, comparing, sources.bounces(), sources.shelf(), sources.habits());
        gather = new GatherPage(
                workspace,
                listening,
                passages,
                adding,
                keyMap,
                new Beginning(adding, keyMap, actions.recent(), actions::openAsked, actions::openDemo, this::startTour),
                new StandsOut(comparing, places, f -> onCompare(p -> p.open(f)), c -> onCompare(p -> places.focus(c))),
                sources.mixNotes(() -> show(Station.BOUNCES)),
                sources.inputStrip(),
                sources.library());
        page = new PageArea(rail, closed -> new BlindPage(workspace, blind, asking, closed));
        pages = new StationPages(
                workspace,
                listening,
                comparing,
                places,
                settings,
                asking,
                keyMap,
                adding,
                gather,
                sources,
                versionsHeard,
                page::toggleBlind,
                this::show,
                actions::openAsked);
        rail.stationProperty().subscribe(s -> page.show(pages.of(s)));
        WindowCommands loops = new WindowCommands(workspace, listening, passages, blind, places, dials);
        loops.fill(commands, gather.mirror()::view);
        bar = new ListeningBar(
                workspace, listening, blind, passages, settings, asking, keyMap, () -> commands.run(Command.LOOP));
        blind.offer(sources.habits()::known);
        comparing.pointedProperty().bind(bar.pointedProperty());
        windowCommands();
        new CompareCommands(comparing, places, this::onCompare, page::isBlind).fill(commands);
        tour = new Tour(this::show);
        frame.setCenter(new StackPane(page, words, tour));
        frame.setRight(sources.drawer(rail.stationProperty()));
        recoveryStrip = new RecoveryStrip(workspace.programTasks(), recovery, actions);
        troubleStrip = new TroubleStrip(workspace, asking, () -> stage);
        background.troubleTo(f -> troubleStrip.tell(Trouble.now(f.what(), f.cause())));
        frame.setTop(new VBox(
                new TitleStrip(workspace, actions, keyMap, commands, language, this::startTour),
                troubleStrip,
                recoveryStrip,
                sources.library().tryingStrip()));
        frame.setLeft(rail);
        frame.setBottom(bar);
        walk = new FocusTraversal(this::regions);
        windowKeys = new WindowKeys(walk, keyMap, commands, overlays, words);
        compact = new CompactWindow(bar, frame, settings, windowKeys::take, () -> keyMap.hint(Command.COMPACT));
        root = new StackPane(frame, tour.ring(), overlays.keys(), controllers.pane(), walk.ring());
        root.addEventFilter(KeyEvent.KEY_PRESSED, tour::take);
        scaled = new ScaledPane(root);
        words.answer(root);
        root.getStyleClass().add("window");
        root.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> walk.end());
        FileDrop.onto(scaled, this::take);
        clock = new WindowClock(
                () -> listening.playingProperty().get()
                        || sources.input().onProperty().get(),
                this::tick);
        clock.wakeWith(root);
        background.onDelivery(clock::wake);
        listening.playingProperty().subscribe(p -> clock.wake());
        listening.positionProperty().subscribe(p -> clock.wake());
        workspace.sessionProperty().subscribe(s -> clock.wake());
        workspace.openingsProperty().subscribe((was, is) -> show(Station.GATHER));
    }

    private void tick() {
        listening.tick();
        bar.tick();
        sources.input().tick();
        pages.compare().ifPresent(ComparePage::tick);
        walk.follow();
        tour.follow();
        controllers.tick();
    }

    private void wake() {
        clock.wake();
    }

    /** What the keys that go from part to part of the window go through. */
    private List<Node> regions() {
        if (overlays.visible().isPresent()) {
            return List.of(overlays.visible().get());
        }
        List<Node> regions = new ArrayList<>(List.of(frame.getTop(), rail, page.front(), bar));
        for (Node beside : List.of(sources.library(), words, tour)) {
            if (beside.isVisible()) {
                regions.add(3, beside);
            }
        }
        return regions;
    }

    private void windowCommands() {
        commands.set(Command.ADD, adding::chooseFiles);
        commands.set(Command.RESET_METERS, bar::resetMeters);
        commands.set(Command.BLIND, page::toggleBlind);
        commands.set(Command.COMPACT, () -> compact.toggle(stage));
        for (Station station : Station.values()) {
            commands.set(Command.valueOf(station.name()), () -> show(station));
        }
        pages.fill(commands);
        actions.fill(commands);
        sources.fill(commands, this::showWithLibrary);
        commands.set(Command.UNDO, sources::undo);
        commands.set(Command.REDO, workspace::redo);
        commands.set(Command.NEXT_REGION, () -> walk.region(1));
        commands.set(Command.PREVIOUS_REGION, () -> walk.region(-1));
        frameSize.fill(commands);
        commands.set(Command.LOG, () -> LogWindow.open(stage));
        overlays.fill(commands);
        commands.set(Command.WORDS, words::toggle);
        GuideDoor guide = new GuideDoor(
                () -> stage,
                () -> page.isBlind() ? "listen" : rail.stationProperty().get().chapter());
        commands.set(Command.MANUAL, guide::open);
    }

    private void startTour() {
        actions.openDemo(tour::start);
    }

    /** Stays where the library can be open, and goes to Gather from elsewhere. */
    private void showWithLibrary() {
        if (!rail.stationProperty().get().hasDrawer()) {
            show(Station.GATHER);
        }
    }

    private void onCompare(Consumer<ComparePage> action) {
        if (!page.isBlind()) {
            show(Station.COMPARE);
            pages.compare().ifPresent(action);
        }
    }

    /** What goes into the scene. */
    public Parent root() {
        return scaled;
    }

    /** What is open. */
    public Workspace workspace() {
        return workspace;
    }

    /** What is compared. */
    public Comparing comparing() {
        return comparing;
    }

    /** What is heard. */
    public Listening listening() {
        return listening;
    }

    /** The passages. */
    public Passages passages() {
        return passages;
    }

    /** Blind comparisons. */
    public Blind blind() {
        return blind;
    }

    /** The places worth a listen. */
    public PlacesToHear places() {
        return places;
    }

    /** What plays outside. */
    public Input input() {
        return sources.input();
    }

    /** The bounces of the mix. */
    public Bounces bounces() {
        return sources.bounces();
    }

    /** The library. */
    public LibraryModel shelf() {
        return sources.shelf();
    }

    /** What is kept of habits. */
    public KeptHabits habits() {
        return sources.habits();
    }

    /** What comes from controllers. */
    Controllers controllers() {
        return controllers;
    }

    /** What can be done. */
    public Commands commands() {
        return commands;
    }

    /** Whether the listening bar is in its own small window. */
    boolean isCompact() {
        return compact.isOpen();
    }

    /** Whether something goes on that would be lost if another window took this one's place. */
    boolean isBusy() {
        return page.isBlind()
                || compact.isOpen()
                || sources.input().onProperty().get()
                || !background.shown().isEmpty();
    }

    /** The number of the station that is shown, from 0. */
    int station() {
        return rail.stationProperty().get().ordinal();
    }

    /** Goes to a station by its number from 0. */
    public void show(int station) {
        show(Station.values()[station]);
    }

    private void show(Station station) {
        if (!page.isBlind()) {
            rail.stationProperty().set(station);
        }
    }

    /** Belongs to a stage from now on: asks before it closes over unsaved changes. */
    public void attach(Stage owner) {
        stage = owner;
        frameSize.attach(owner);
        actions.setWindow(owner);
        // On the scene: while nothing has the focus, keys come no further than there.
        owner.getScene().addEventFilter(KeyEvent.KEY_PRESSED, windowKeys::take);
        owner.getScene().addEventFilter(KeyEvent.KEY_RELEASED, walk::release);
        owner.setOnCloseRequest(e -> {
            e.consume();
            actions.leave(owner::close);
        });
    }

    /** Opens a session's file. */
    public void open(Path session) {
        actions.open(session);
    }

    /** Whether something that is shown is still on its way. */
    boolean isWorking() {
        return !workspace.settledProperty().get() || pages.isWorking() || !background.isIdle();
    }

    /** Offers what a window left that did not end as it should, and clears away what it had begun to write. */
    void offerRecovery() {
        recoveryStrip.look(settings);
        controllers.start();
    }

    /** Opens the demo. */
    public void openDemo() {
        actions.openDemo();
    }

    /** Takes files that were dropped, or that the program is asked to open. */
    void take(List<Path> files) {
        new GivenFiles(sources, adding, this::show, this::showWithLibrary, actions::openAsked).take(files);
    }

    /** Ends all work and keeps the settings. */
    public void close() {
        clock.close();
        controllers.close();
        listening.close();
        sources.close();
        recovery.close();
        workspace.close();
        settings.close();
        background.close();
    }
}
