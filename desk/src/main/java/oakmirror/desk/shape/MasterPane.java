package oakmirror.desk.shape;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.compare.Subject;
import oakmirror.correction.Move;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Treatment;
import oakmirror.desk.control.LabelledSlider;
import oakmirror.desk.look.Ui;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.SideShape;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDecisions;
import oakmirror.zones.ZoneMoves;
import oakmirror.zones.ZoneWords;

/** All that is proposed for the master, over tone, dynamics, width and loudness: how much, how far it is trusted, and whether it is taken. */
final class MasterPane extends VBox {

    private final Workspace workspace;
    private final Listening listening;
    private final VBox tone = new VBox(4);
    private final VBox dynamics = new VBox(6);
    private final VBox width = new VBox(6);
    private final Label loudness = Ui.label("", "small");
    private final LabelledSlider shelf;
    private final Button all;
    private final Button none;

    MasterPane(Workspace workspace, Listening listening, Runnable toFinish) {
        super(8);
        this.workspace = workspace;
        this.listening = listening;
        setId("on-the-master");
        all = Ui.button(Texts.of("shape.acceptAll"), Texts.of("shape.acceptAll.tip"), () -> decideAll(true));
        none = Ui.button(Texts.of("shape.none"), Texts.of("shape.none.tip"), () -> decideAll(false));
        all.setId("accept-all");
        none.setId("accept-none");
        HBox head = new HBox(6, all, none);
        head.setAlignment(Pos.CENTER_LEFT);
        shelf = new LabelledSlider(
                "side-shelf",
                Texts.of("shape.sideShelf"),
                Texts.of("shape.aHighShelfAbout", Numbers.about(SideShape.SHELF_HZ)),
                -SideShape.MOST_SHELF_DB,
                SideShape.MOST_SHELF_DB,
                0,
                0.1,
                Numbers::gainDb,
                db -> workspace.change(
                        Texts.of("shape.changeTheShelfOn"), "side-shelf", s -> s.withZones(z -> z.withSideShelf(db))),
                workspace::endGesture);
        loudness.setWrapText(true);
        VBox sections = new VBox(
                10,
                section(Texts.of("shape.tone"), tone),
                section(Texts.of("shape.dynamics"), dynamics),
                section(Texts.of("shape.width"), width, shelf),
                section(
                        Texts.of("shape.loudness"),
                        loudness,
                        Ui.link(Texts.of("shape.finish"), Texts.of("shape.finish.tip"), toFinish)));
        sections.setPadding(new Insets(0, 10, 0, 0)); // room for the scroll bar
        ScrollPane scroll = new ScrollPane(sections);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(head, scroll);
        sceneProperty().subscribe(scene -> {
            if (scene != null) {
                workspace.derivation().wantDynamics();
            }
        });
        Runnable refresh = Ui.coalesced(this, this::refresh);
        workspace.derivation().shapedProperty().subscribe(s -> refresh.run());
        workspace.derivation().zoneMovesProperty().subscribe(m -> refresh.run());
        workspace.settledProperty().subscribe(is -> refresh.run());
        workspace.derivation().dynamics().revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
    }

    private static VBox section(String name, Node... parts) {
        VBox section = new VBox(5, Ui.label(name, "subheading"));
        section.getChildren().addAll(parts);
        return section;
    }

    private void refresh() {
        Shaped shaped = workspace.derivation().shapedProperty().get();
        ZoneMoves moves = workspace.derivation().zoneMovesProperty().get();
        Session session = workspace.session();
        boolean known = shaped.tone().isKnown();
        showTone(shaped, known);
        showZones(dynamics, ZoneAspect.DYNAMICS, moves, known, Texts.of("shape.withinWhatTheReferences"));
        showZones(
                width,
                ZoneAspect.WIDTH,
                moves,
                known,
                shaped.tone().isApart()
                        ? Texts.of("shape.theCorrectionOfThe", widthOfAll(shaped, session.phase()))
                        : Texts.of("shape.withinWhatTheReferences"));
        shelf.show(session.zones().sideShelfDb());
        loudness.setText(loudness());
        all.setDisable(!known);
        none.setDisable(!known);
    }

    private void showTone(Shaped shaped, boolean known) {
        List<Node> rows = new ArrayList<>();
        if (shaped.tone().isApart()) {
            rows.addAll(named(Texts.of("shape.middle"), rows(shaped, Part.MID)));
            rows.addAll(named(Texts.of("shape.side"), rows(shaped, Part.SIDE)));
        } else {
            rows.addAll(rows(shaped, Part.STEREO));
        }
        if (rows.isEmpty()) {
            rows.add(quiet(known ? Texts.of("shape.nothingThatIsLikely") : Texts.of("shape.aMixAndA")));
        }
        set(tone, rows);
    }

    private static List<Node> named(String name, List<Node> rows) {
        List<Node> all = new ArrayList<>(rows);
        all.add(0, quiet(rows.isEmpty() ? Texts.of("shape.nothingThatIsLikely2", name) : name));
        return all;
    }

    private List<Node> rows(Shaped shaped, Part part) {
        List<Node> rows = new ArrayList<>();
        for (Move move : shaped.tone().of(part).correction().moves()) {
            rows.add(row(move, part));
        }
        return rows;
    }

    private Node row(Move move, Part part) {
        double strength = workspace.session().correction().strength();
        double db = move.kind().isFixed()
                ? move.gainDb()
                : move.gainDb() * strength * move.treatment().gainFactor();
        CheckBox taken = new CheckBox(Numbers.gainDb(db) + " " + where(move));
        taken.setSelected(move.isTaken());
        taken.setDisable(move.kind().isFixed());
        taken.setMinWidth(0);
        taken.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(taken, Priority.ALWAYS);
        taken.setOnAction(e -> workspace.change(
                Texts.of("shape.changeAMove"),
                s -> s.withMoves(
                        part,
                        s.moves(part)
                                .with(
                                        move.withTreatment(Treatment.NONE),
                                        move.treatment().withRefused(!taken.isSelected())))));
        String trust =
                switch (move.kind()) {
                    case LOCKED -> Texts.of("shape.locked");
                    case ADDED -> Texts.of("shape.byHand");
                    case TAKEN -> Texts.of("shape.byEar");
                    default -> Math.round(100 * move.trust()) + " %";
                };
        Label trusted = Ui.label(trust, "quiet", "small");
        trusted.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(4, taken, trusted);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private static String where(Move move) {
        return switch (move.kind()) {
            case LOW_END -> Texts.of("shape.below", Numbers.about(move.treatedHighHz()));
            case HIGH_END -> Texts.of("shape.above", Numbers.about(move.treatedLowHz()));
            default -> Texts.of("shape.at", Numbers.about(move.centreHz()));
        };
    }

    private static Label quiet(String text) {
        Label label = Ui.label(text, "quiet", "small");
        label.setWrapText(true);
        return label;
    }

    /** Cards stay as long as their zones are proposed, so that what is held in the hand is not taken away. */
    private void showZones(VBox into, ZoneAspect aspect, ZoneMoves moves, boolean known, String nothing) {
        List<Node> shown = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            if (moves.of(aspect).containsKey(zone)) {
                String id = ZoneCard.id(aspect, zone);
                ZoneCard card = into.getChildren().stream()
                        .filter(n -> id.equals(n.getId()))
                        .map(n -> (ZoneCard) n)
                        .findFirst()
                        .orElseGet(() -> new ZoneCard(workspace, listening, aspect, zone));
                card.show(moves);
                shown.add(card);
            }
        }
        if (shown.isEmpty()) {
            shown.add(quiet(known ? nothing : "–"));
        }
        set(into, shown);
    }

    /** How wide all above the low end becomes. */
    private static String widthOfAll(Shaped shaped, Phase phase) {
        double low = SideShape.MONO_BELOW_HZ;
        double high = Zone.AIR.highHz();
        return ZoneWords.width(Width.of(shaped.tone().mix(), low, high), Width.of(shaped.spectrum(phase), low, high));
    }

    private static void set(VBox into, List<Node> nodes) {
        if (!into.getChildren().equals(nodes)) {
            into.getChildren().setAll(nodes);
        }
    }

    /** How loud mix and references are. */
    private String loudness() {
        List<Subject> subjects =
                workspace.tracks().subjects(workspace.session().comparing().scope());
        Optional<Double> own = Subject.mix(subjects).filter(Subject::isHeard).map(m -> m.compared()
                .heardLufs());
        double[] theirs = Subject.references(subjects).stream()
                .filter(Subject::isHeard)
                .mapToDouble(r -> r.compared().heardLufs())
                .toArray();
        if (own.isEmpty() || theirs.length == 0) {
            return "–";
        }
        double mean = java.util.Arrays.stream(theirs).average().orElseThrow();
        double off = own.get() - mean;
        return Texts.of(
                off < 0 ? "shape.lufsQuieter" : "shape.lufsLouder",
                Numbers.level(own.get()),
                Numbers.level(mean),
                Numbers.level(Math.abs(off)));
    }

    /** One step, whatever it changes. */
    private void decideAll(boolean take) {
        Shaped shaped = workspace.derivation().shapedProperty().get();
        ZoneMoves moves = workspace.derivation().zoneMovesProperty().get();
        workspace.change(take ? Texts.of("shape.acceptAll") : Texts.of("shape.acceptNothing"), s -> {
            Session next = s;
            for (Part part : s.shaping().apart() ? List.of(Part.MID, Part.SIDE) : List.of(Part.STEREO)) {
                next = next.withMoves(
                        part,
                        decided(
                                s.moves(part),
                                shaped.tone().of(part).correction().moves(),
                                take));
            }
            return next.withZones(z -> decided(z, moves, take));
        });
        if (take) {
            listening.correctedProperty().set(true);
        }
    }

    private static MoveDecisions decided(MoveDecisions decisions, List<Move> moves, boolean take) {
        MoveDecisions next = decisions;
        for (Move move : moves) {
            if (!move.kind().isFixed()) {
                next = next.with(
                        move.withTreatment(Treatment.NONE), move.treatment().withRefused(!take));
            }
        }
        return next;
    }

    private static ZoneDecisions decided(ZoneDecisions decisions, ZoneMoves moves, boolean take) {
        ZoneDecisions next = decisions;
        BiFunction<ZoneAspect, Zone, ZoneDecision> how = take ? ZoneDecision::taken : ZoneDecision::none;
        for (ZoneAspect aspect : ZoneAspect.values()) {
            for (Zone zone : moves.of(aspect).keySet()) {
                boolean stays = take && decisions.of(aspect, zone).isTaken();
                next = stays ? next : next.with(how.apply(aspect, zone));
            }
        }
        return next;
    }
}
