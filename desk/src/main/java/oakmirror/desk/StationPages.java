package oakmirror.desk;

import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import oakmirror.desk.bounces.BouncesPage;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.compare.ComparePage;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.Navigation;
import oakmirror.desk.finish.FinishPage;
import oakmirror.desk.gather.GatherPage;
import oakmirror.desk.habits.HabitsPage;
import oakmirror.desk.record.RecordPage;
import oakmirror.desk.send.SendOutPage;
import oakmirror.desk.send.VersionsPage;
import oakmirror.desk.shape.ShapeStation;
import oakmirror.desk.words.Words;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.mastering.AlbumHeard;
import oakmirror.state.mastering.AlbumSongs;
import oakmirror.state.mastering.FinishHeard;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.Sending;
import oakmirror.state.mastering.Versions;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** The pages of the stations, each made when it is shown first, and what only they share. */
final class StationPages {

    private final Workspace workspace;
    private final Listening listening;
    private final Comparing comparing;
    private final Settings settings;
    private final Asking asking;
    private final PlacesToHear places;
    private final KeyMap keyMap;
    private final AddTracks adding;
    private final GatherPage gather;
    private final TrackSources sources;
    private final Runnable blind;
    private final Consumer<Station> show;
    private final Finishing finishing;
    private final FinishHeard finishHeard;
    private final Sending sending;
    private final Versions versions;
    private final VersionsHeard versionsHeard;
    private final AlbumSongs songs;
    private final AlbumHeard songsHeard;
    private final Consumer<Path> open;
    private final Map<Station, Node> pages = new EnumMap<>(Station.class);
    private Optional<ComparePage> compare = Optional.empty();
    private Optional<ShapeStation> shape = Optional.empty();
    private Optional<SendOutPage> sendOut = Optional.empty();

    /**
     * No pages yet.
     *
     * @param blind opens a blind comparison
     * @param show goes to a station
     * @param open opens a session's file
     */
    StationPages(
            Workspace workspace,
            Listening listening,
            Comparing comparing,
            PlacesToHear places,
            Settings settings,
            Asking asking,
            KeyMap keyMap,
            AddTracks adding,
            GatherPage gather,
            TrackSources sources,
            VersionsHeard versionsHeard,
            Runnable blind,
            Consumer<Station> show,
            Consumer<Path> open) {
        this.workspace = workspace;
        this.listening = listening;
        this.comparing = comparing;
        this.places = places;
        this.settings = settings;
        this.asking = asking;
        this.keyMap = keyMap;
        this.adding = adding;
        this.gather = gather;
        this.sources = sources;
        this.versionsHeard = versionsHeard;
        this.blind = blind;
        this.show = show;
        this.open = open;
        finishing = new Finishing(workspace);
        finishHeard = new FinishHeard(workspace, finishing, listening);
        sending = new Sending(workspace);
        versions = new Versions(workspace, sending);
        songs = new AlbumSongs(workspace, sending);
        songsHeard = new AlbumHeard(workspace, listening);
    }

    /** A station's page. */
    Node of(Station station) {
        finishing.wantedProperty().set(station == Station.FINISH);
        return pages.computeIfAbsent(station, this::make);
    }

    /** Compare's page, once it has been shown. */
    Optional<ComparePage> compare() {
        return compare;
    }

    /** Says what commands do that are a page's. */
    void fill(Commands commands) {
        commands.set(Command.RENAME, () -> {
            if (sources.library().isPageShown()) {
                sources.library().page().rename();
            } else {
                show.accept(Station.GATHER);
                gather.renameSelected();
            }
        });
        commands.set(Command.RENDER, () -> {
            show.accept(Station.SEND_OUT);
            sendOut.ifPresent(SendOutPage::send);
        });
        commands.set(Command.NEXT_MOVE, () -> onShape(s -> s.stepMove(1)));
        commands.set(Command.PREVIOUS_MOVE, () -> onShape(s -> s.stepMove(-1)));
        commands.set(Command.BYPASS_MOVE, () -> onShape(ShapeStation::bypassMove));
    }

    private void onShape(Consumer<ShapeStation> action) {
        show.accept(Station.SHAPE);
        shape.ifPresent(action);
    }

    /** Whether something that is shown is still being measured. */
    boolean isWorking() {
        return finishing.isWorking();
    }

    private Node make(Station station) {
        Node made = pageOf(station);
        if (station != Station.COMPARE) { // which says it of each picture
            Words.setReading(made, station.written());
        }
        return made;
    }

    private Node pageOf(Station station) {
        return switch (station) {
            case GATHER -> gather;
            case COMPARE -> comparePage();
            case SHAPE -> {
                ShapeStation made = new ShapeStation(
                        workspace,
                        listening,
                        places,
                        adding,
                        asking,
                        place -> {
                            show.accept(Station.COMPARE);
                            places.focus(place);
                        },
                        to(Station.GATHER),
                        to(Station.FINISH),
                        settings,
                        sources.habits(),
                        libraryDoor());
                shape = Optional.of(made);
                yield made;
            }
            case FINISH ->
                new FinishPage(workspace, finishing, finishHeard, listening, asking, settings, to(Station.GATHER));
            case SEND_OUT -> sendOutPage();
            case BOUNCES -> new BouncesPage(workspace, sources.bounces(), listening, asking, to(Station.GATHER));
            case VERSIONS -> {
                VersionsPage made = new VersionsPage(workspace, versions, versionsHeard, settings, asking, blind);
                made.follow(listening.monitor().versionProperty());
                yield made;
            }
            case LIBRARY -> sources.library().page();
            case HABITS -> new HabitsPage(sources.habits(), asking, open);
            case RECORD -> new RecordPage(workspace, songs, songsHeard, settings, asking, open);
        };
    }

    private Node libraryDoor() {
        return sources.library().door(keyMap.hint(Command.DRAWER));
    }

    private Runnable to(Station station) {
        return () -> show.accept(station);
    }

    private ComparePage comparePage() {
        ComparePage made = new ComparePage(
                workspace,
                comparing,
                places,
                listening,
                settings,
                finishing.targets(),
                asking,
                new Navigation(to(Station.GATHER), to(Station.SHAPE), to(Station.FINISH)),
                keyMap::shown,
                blind,
                libraryDoor());
        compare = Optional.of(made);
        return made;
    }

    private SendOutPage sendOutPage() {
        SendOutPage made = new SendOutPage(workspace, sending, settings, asking, listening::seek, to(Station.VERSIONS));
        sendOut = Optional.of(made);
        return made;
    }
}
