package oakmirror.desk;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.desk.bounces.BounceWords;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.control.ShapedWords;
import oakmirror.desk.look.Ui;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.VersionNote;
import oakmirror.spectrum.Zone;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/** The way through the work: each station with what it has to say in a word. */
final class StationRail extends VBox {

    private static final PseudoClass LOW = PseudoClass.getPseudoClass("low");
    private static final double LOW_BELOW = 560;

    private final Workspace workspace;
    private final Comparing comparing;
    private final Bounces bounces;
    private final LibraryModel library;
    private final KeptHabits habits;
    private final ObjectProperty<Station> station = new SimpleObjectProperty<>(Station.GATHER);
    private final Map<Station, Label> states = new EnumMap<>(Station.class);

    StationRail(Workspace workspace, Comparing comparing, Bounces bounces, LibraryModel library, KeptHabits habits) {
        this.workspace = workspace;
        this.bounces = bounces;
        this.library = library;
        this.habits = habits;
        this.comparing = comparing;
        getStyleClass().add("rail");
        setMinHeight(0);
        heightProperty().subscribe(h -> pseudoClassStateChanged(LOW, h.doubleValue() < LOW_BELOW));
        for (Station s : Station.values()) {
            if (s == Station.BOUNCES) {
                Region hairline = new Region();
                hairline.getStyleClass().add("rail-hairline");
                getChildren().add(hairline);
            }
            Label state = Ui.wrapped("", "rail-state");
            states.put(s, state);
            PressablePane entry =
                    PressablePane.choice(3, () -> station.set(s), Ui.label(s.label(), "rail-name"), state);
            entry.getStyleClass().add("rail-entry");
            if (s.isBeyond()) {
                entry.getStyleClass().add("beyond");
            }
            entry.setId("station-" + s.name().toLowerCase(java.util.Locale.ROOT));
            state.textProperty().subscribe(words -> entry.setAccessibleText(s.label() + ", " + words));
            Tooltip.install(entry, new Tooltip(Texts.of("main.ctrl", s.label(), (s.ordinal() + 1) % 10)));
            station.subscribe(now -> entry.setSelected(now == s));
            getChildren().add(entry);
        }
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.derivation().shapedProperty().subscribe(p -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        comparing.sheetProperty().subscribe(c -> refresh());
        workspace.logProperty().subscribe(l -> refresh());
        bounces.allProperty().subscribe(a -> refresh());
        bounces.pendingProperty().subscribe(p -> refresh());
        library.totalProperty().subscribe(t -> refresh());
        habits.bookProperty().subscribe(b -> refresh());
    }

    ObjectProperty<Station> stationProperty() {
        return station;
    }

    private void refresh() {
        Session session = workspace.session();
        int count = workspace.tracks().all().size();
        long ready = workspace.tracks().all().stream()
                .map(TrackSlot::imported)
                .filter(Optional::isPresent)
                .count();
        String tracks = count == 0
                ? "–"
                : ready < count ? Texts.of("main.ofReady", ready, count) : Texts.of("main.tracks", count);
        boolean matched = session.comparing().levels().matched() && count > 1 && ready == count;
        states.get(Station.GATHER).setText(matched ? Texts.of("main.matched", count > 9 ? count : tracks) : tracks);
        states.get(Station.COMPARE).setText(zonesInside());
        Shaped shaped = workspace.derivation().shapedProperty().get();
        long moves = ShapedWords.moves(shaped, session);
        states.get(Station.SHAPE)
                .setText(
                        shaped.tone().isKnown()
                                ? Texts.of("counts.moves", moves) + ", "
                                        + Math.round(100 * session.correction().strength()) + " %"
                                : "–");
        states.get(Station.FINISH)
                .setText(Texts.of("main.lufs", Numbers.level(session.finish().targetLufs())));
        int sent = workspace.logProperty().get().sent().size();
        states.get(Station.SEND_OUT).setText(sent == 0 ? "–" : Texts.of("counts.files", sent));
        states.get(Station.BOUNCES).setText(bounces());
        List<NotedVersion> versions = workspace.logProperty().get().versions();
        long kept = versions.stream()
                .filter(v -> v.note().standing() == VersionNote.Status.KEPT)
                .count();
        states.get(Station.VERSIONS)
                .setText(versions.isEmpty() ? "–" : versions.size() + (kept > 0 ? Texts.of("main.kept", kept) : ""));
        int songs = session.album().songs().size();
        states.get(Station.RECORD).setText(songs == 0 ? "–" : Texts.of("counts.songs", songs));
        int profiles = library.totalProperty().get();
        states.get(Station.LIBRARY).setText(profiles == 0 ? "–" : Texts.of("counts.profiles", profiles));
        int known = habits.bookProperty().get().songs().size();
        states.get(Station.HABITS).setText(known == 0 ? "–" : Texts.of("counts.songs", known));
    }

    private String bounces() {
        List<Taken> all = bounces.allProperty().get();
        if (bounces.pendingProperty().get().isPresent()) {
            return Texts.of("main.newBounce");
        }
        int closer = BounceWords.closer(all);
        return all.isEmpty() ? "–" : all.size() + (closer > 0 ? ", " + Texts.of("bounces.closerIn", closer) : "");
    }

    private String zonesInside() {
        Comparison compared = comparing.comparison();
        int inside = compared.zonesInside().size();
        int zones = Zone.values().length;
        return !compared.isKnown() ? "–" : Texts.of("main.ofInside", inside, zones, inside == zones ? " ✓" : "");
    }
}
