package oakmirror.desk;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import javafx.application.Platform;
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
import oakmirror.desk.gather.GatherPage;
import oakmirror.desk.gather.StandsOut;
import oakmirror.desk.words.WordsPane;
import oakmirror.media.device.Outputs;
import oakmirror.profile.ProfileFile;
import oakmirror.state.capture.Input;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.task.Background;
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
    private final KeysPane keys;
    private final WordsPane words = new WordsPane();
    private final SessionActions actions;
    private final Recovery recovery;
    private final RecoveryStrip recoveryStrip;
    private final Comparing comparing;
    private final PlacesToHear places;
    private final StationRail rail;
    private final AddTracks adding;
    private final GatherSide beside;
    private final GatherPage gather;
    private final StackPane page = new StackPane();
    private Optional<BlindPage> blindPage = Optional.empty();
    private final BorderPane frame = new BorderPane();
    private final StackPane root;
    private final ListeningBar bar;
    private final CompactWindow compact;
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
        rail = new StationRail(workspace, comparing);
        keyMap = new KeyMap(settings);
        keys = new KeysPane(keyMap, commands);
        asking = new Asking(dialogs, settings);
        actions = new SessionActions(workspace, settings, asking);
        adding = new AddTracks(workspace, settings, asking, () -> stage);
        beside = new GatherSide(workspace, settings, listening, asking, () -> show(Station.COMPARE));
        gather = new GatherPage(
                workspace,
                listening,
                passages,
                adding,
                keyMap,
                actions::openDemo,
                new StandsOut(comparing, places, f -> onCompare(p -> p.open(f)), c -> onCompare(p -> places.focus(c))),
                beside.bouncesStrip(),
                beside.inputStrip(),
                beside.library());
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
                versionsHeard,
                this::toggleBlind,
                this::show,
                this::openAsked);
        rail.stationProperty().subscribe(s -> {
            page.getChildren().setAll(pages.of(s));
            leaveFields();
        });
        String device = settings.text("output.device", "");
        if (!device.isEmpty()) {
            listening.output().chosenProperty().set(Optional.of(Outputs.find(device)));
        }
        WindowCommands loops = new WindowCommands(workspace, listening, passages, blind, places);
        loops.fill(commands, gather.mirror()::view);
        bar = new ListeningBar(
                workspace, listening, blind, passages, settings, asking, keyMap, () -> commands.run(Command.LOOP));
        windowCommands();
        new CompareCommands(comparing, places, this::onCompare, () -> blindPage.isPresent()).fill(commands);
        frame.setCenter(new StackPane(page, words));
        recoveryStrip = new RecoveryStrip(workspace.programTasks(), recovery, actions);
        frame.setTop(new VBox(new TitleStrip(workspace, actions, keyMap, commands, language), recoveryStrip));
        frame.setLeft(rail);
        frame.setBottom(bar);
        walk = new FocusTraversal(this::regions);
        windowKeys = new WindowKeys(walk, keyMap, commands, keys, words);
        compact = new CompactWindow(bar, frame, settings, windowKeys::take, () -> keyMap.hint(Command.COMPACT));
        root = new StackPane(frame, keys, walk.ring());
        words.answer(root);
        root.getStyleClass().add("window");
        root.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> walk.end());
        FileDrop.onto(root, this::drop);
        clock = new WindowClock(
                () -> listening.playingProperty().get()
                        || beside.input().onProperty().get(),
                this::tick);
        clock.wakeWith(root);
        background.onDelivery(clock::wake);
        listening.playingProperty().subscribe(p -> clock.wake());
        listening.positionProperty().subscribe(p -> clock.wake());
        workspace.sessionProperty().subscribe(s -> clock.wake());
    }

    private void tick() {
        listening.tick();
        bar.tick();
        beside.input().tick();
        pages.compare().ifPresent(ComparePage::tick);
        walk.follow();
    }

    /** What the keys that go from part to part of the window go through. */
    private List<Node> regions() {
        if (keys.isVisible()) {
            return List.of(keys);
        }
        List<Node> regions = new ArrayList<>(List.of(
                frame.getTop(), rail, page.getChildren().get(page.getChildren().size() - 1), bar));
        if (words.isVisible()) {
            regions.add(3, words);
        }
        return regions;
    }

    /** Takes the focus off fields that a new page brings: keys are for listening until a field is clicked. */
    private void leaveFields() {
        Platform.runLater(frame::requestFocus);
    }

    private void windowCommands() {
        commands.set(Command.RENAME, () -> {
            show(Station.GATHER);
            gather.renameSelected();
        });
        commands.set(Command.ADD, adding::chooseFiles);
        commands.set(Command.RESET_METERS, bar::resetMeters);
        commands.set(Command.BLIND, this::toggleBlind);
        commands.set(Command.COMPACT, () -> compact.toggle(stage));
        for (Station station : Station.values()) {
            commands.set(Command.valueOf(station.name()), () -> show(station));
        }
        commands.set(Command.RENDER, pages::sendOut);
        actions.fill(commands);
        commands.set(Command.LIBRARY, () -> {
            show(Station.GATHER);
            beside.library().search();
        });
        commands.set(Command.UNDO, beside::undo);
        commands.set(Command.REDO, workspace::redo);
        commands.set(Command.NEXT_REGION, () -> walk.region(1));
        commands.set(Command.PREVIOUS_REGION, () -> walk.region(-1));
        commands.set(Command.FULL_SCREEN, () -> stage.setFullScreen(!stage.isFullScreen()));
        commands.set(Command.LOG, () -> LogWindow.open(stage));
        commands.set(Command.COMMANDS, keys::open);
        commands.set(Command.KEYS, keys::open);
        commands.set(Command.WORDS, words::toggle);
    }

    private void onCompare(Consumer<ComparePage> action) {
        if (blindPage.isEmpty()) {
            show(Station.COMPARE);
            pages.compare().ifPresent(action);
        }
    }

    private void toggleBlind() {
        if (blindPage.isPresent()) {
            blindPage.get().close();
        } else {
            BlindPage opened = new BlindPage(workspace, blind, asking, this::blindClosed);
            blindPage = Optional.of(opened);
            page.getChildren()
                    .get(0)
                    .setVisible(false); // what is covered is for nobody, keys and screen readers included
            page.getChildren().add(opened);
            rail.setDisable(true);
            leaveFields();
        }
    }

    private void blindClosed() {
        blindPage.ifPresent(page.getChildren()::remove);
        page.getChildren().get(0).setVisible(true);
        blindPage = Optional.empty();
        rail.setDisable(false);
    }

    /** What goes into the scene. */
    public Parent root() {
        return root;
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
        return beside.input();
    }

    /** The bounces of the mix. */
    public Bounces bounces() {
        return beside.bounces();
    }

    /** The library. */
    public LibraryModel shelf() {
        return beside.shelf();
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
        return blindPage.isPresent()
                || compact.isOpen()
                || beside.input().onProperty().get()
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
        if (blindPage.isEmpty()) {
            rail.stationProperty().set(station);
        }
    }

    /** Belongs to a stage from now on: asks before it closes over unsaved changes. */
    public void attach(Stage owner) {
        stage = owner;
        actions.setWindow(owner);
        // On the scene: while nothing has the focus, keys come no further than there.
        owner.getScene().addEventFilter(KeyEvent.KEY_PRESSED, windowKeys::take);
        owner.getScene().addEventFilter(KeyEvent.KEY_RELEASED, walk::release);
        owner.setOnCloseRequest(e -> {
            e.consume();
            actions.leave(owner::close);
        });
    }

    /** Opens a session's file, when what is open may be left. */
    private void openAsked(Path session) {
        actions.leave(() -> actions.open(session));
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
    }

    /** Opens the demo. */
    public void openDemo() {
        actions.openDemo();
    }

    /** Takes files that were dropped: a session is opened, anything else added. */
    void drop(List<File> files) {
        boolean profiles = files.stream().allMatch(f -> f.getName().endsWith(ProfileFile.ENDING));
        boolean session = files.size() == 1 && files.get(0).getName().endsWith(".json");
        if (profiles) {
            show(Station.GATHER);
            beside.addProfiles(files);
        } else if (session) {
            openAsked(files.get(0).toPath());
        } else {
            show(Station.GATHER);
            adding.addAll(files.stream().map(File::toPath).toList());
        }
    }

    /** Ends all work and keeps the settings. */
    public void close() {
        clock.close();
        listening.close();
        beside.close();
        recovery.close();
        workspace.close();
        settings.close();
        background.close();
    }
}
