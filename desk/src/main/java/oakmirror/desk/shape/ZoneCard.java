package oakmirror.desk.shape;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.workspace.Derivation;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.DynamicsMove;
import oakmirror.zones.Shaped;
import oakmirror.zones.WidthMove;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneMoves;
import oakmirror.zones.ZoneWords;

/** What is proposed about width or dynamics of a zone: how much and why, whether it is taken and how far, and what comes of it. */
final class ZoneCard extends VBox {

    private final Workspace workspace;
    private final Listening listening;
    private final ZoneAspect aspect;
    private final Zone zone;
    private final CheckBox taken = new CheckBox();
    private final Label trust = Ui.label("", "quiet", "small");
    private final Label standing = Ui.label("", "quiet", "small");
    private final Label outcome = Ui.label("", "small");
    private final Slider part = new Slider(0, 100 * ZoneDecision.MOST, 100);
    private final Label percent = Ui.label("", "small");
    private final ToggleButton hear = Ui.choice(Texts.of("shape.hear"), Texts.of("shape.hear.tip2"));
    private final ToggleButton without = Ui.choice(Texts.of("shape.without"), Texts.of("shape.without.tip2"));
    private final Button refuse;
    private boolean showing = true; // until it shows something
    private boolean isInstead;

    static String id(ZoneAspect aspect, Zone zone) {
        return (aspect + "-" + zone).toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    ZoneCard(Workspace workspace, Listening listening, ZoneAspect aspect, Zone zone) {
        super(3);
        this.workspace = workspace;
        this.listening = listening;
        this.aspect = aspect;
        this.zone = zone;
        String id = id(aspect, zone);
        setId(id);
        getStyleClass().add("stem");
        taken.setId(id + "-take");
        Ui.tip(taken, aspect == ZoneAspect.WIDTH ? Texts.of("shape.takeItTheSide") : Texts.of("shape.takeItTheCrest"));
        taken.setMinWidth(0);
        taken.setMaxWidth(Double.MAX_VALUE);
        taken.getStyleClass().add("strong");
        HBox.setHgrow(taken, Priority.ALWAYS);
        taken.setOnAction(e ->
                decide("", taken.isSelected() ? ZoneDecision.taken(aspect, zone) : ZoneDecision.none(aspect, zone)));
        trust.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(4, taken, trust);
        head.setAlignment(Pos.CENTER_LEFT);
        for (Label label : new Label[] {standing, outcome}) {
            label.setWrapText(true);
            label.managedProperty().bind(label.visibleProperty());
        }
        part.setId(id + "-part");
        part.setBlockIncrement(5);
        part.setMinWidth(40);
        part.setAccessibleText(Texts.of("shape.howMuchOfIt2"));
        Ui.tip(part, Texts.of("shape.howMuchOfWhat"));
        HBox.setHgrow(part, Priority.ALWAYS);
        part.valueProperty().subscribe(v -> {
            percent.setText(Math.round(v.doubleValue()) + " %");
            if (!showing) {
                decide(id, decision().withPart(Math.round(v.doubleValue()) / 100.0));
            }
        });
        part.valueChangingProperty().subscribe(is -> {
            if (!is) {
                workspace.endGesture();
            }
        });
        part.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                part.setValue(100);
            }
        });
        percent.setMinWidth(36);
        percent.setAlignment(Pos.CENTER_RIGHT);
        HBox amount = new HBox(6, part, percent);
        amount.setAlignment(Pos.CENTER_LEFT);
        hear.setId(id + "-hear");
        without.setId(id + "-without");
        refuse = Ui.link(Texts.of("shape.decline"), Texts.of("shape.decline.tip"), this::refuse);
        refuse.setId(id + "-refuse");
        hear.setOnAction(e -> {
            listening.monitor().toggle(MonitorControls.Band.of(zone));
            showHeard();
        });
        listening.monitor().bandProperty().subscribe(b -> showHeard());
        without.setOnAction(e -> hearInstead(true));
        sceneProperty().subscribe(s -> {
            if (s == null) {
                without.setSelected(false);
                hearInstead(false);
            }
        });
        HBox tools = new HBox(4, hear, without, refuse);
        tools.setAlignment(Pos.CENTER_LEFT);
        for (HBox row : new HBox[] {amount, tools}) {
            row.managedProperty().bind(row.visibleProperty());
        }
        amount.visibleProperty().bind(taken.selectedProperty());
        without.visibleProperty().bind(taken.selectedProperty());
        without.managedProperty().bind(without.visibleProperty());
        getChildren().addAll(head, standing, outcome, amount, tools);
    }

    private ZoneDecision decision() {
        return workspace.session().zones().of(aspect, zone);
    }

    private void decide(String gesture, ZoneDecision decision) {
        workspace.change(
                Texts.of("shape.changeTheOfA", aspect.label()), gesture, s -> s.withZones(z -> z.with(decision)));
        if (decision.isTaken()) {
            listening.correctedProperty().set(true);
        }
    }

    private void refuse() {
        decide("", decision().withRefused(!decision().refused()));
    }

    private void showHeard() {
        hear.setSelected(listening.monitor().bandProperty().get().equals(Optional.of(MonitorControls.Band.of(zone))));
    }

    /** Lets alone what others want heard instead. */
    private void hearInstead(boolean asked) {
        boolean is = without.isSelected() && decision().isTaken();
        if (is || isInstead) {
            listening
                    .monitor()
                    .insteadProperty()
                    .set(
                            is
                                    ? Optional.of(workspace
                                            .session()
                                            .shaping()
                                            .withZones(
                                                    workspace.session().zones().with(ZoneDecision.none(aspect, zone))))
                                    : Optional.empty());
        }
        if (is && asked) {
            listening.correctedProperty().set(true);
        }
        isInstead = is;
    }

    void show(ZoneMoves moves) {
        ZoneDecision decision = decision();
        double proposed = moves.of(aspect).getOrDefault(zone, 0.0);
        double db = decision.isTaken() ? decision.part() * proposed : proposed;
        showing = true;
        taken.setText(zone.label() + " " + Numbers.gainDb(db));
        taken.setSelected(decision.isTaken());
        taken.setDisable(decision.refused());
        moves.difference(aspect, zone).ifPresent(d -> {
            trust.setText(Math.round(100 * d.trust()) + " %");
            standing.setText(ZoneWords.standing(aspect, d));
        });
        refuse.setText(decision.refused() ? Texts.of("shape.declined") : Texts.of("shape.decline"));
        outcome.setText(decision.refused() ? "" : outcome(db));
        outcome.setVisible(!outcome.getText().isEmpty());
        if (!part.isValueChanging()) {
            part.setValue(decision.isTaken() ? 100 * decision.part() : 100);
        }
        getStyleClass().removeAll("asked", "tried");
        if (!decision.refused()) {
            getStyleClass().add(decision.isTaken() ? "tried" : "asked");
        }
        showing = false;
        if (!decision.isTaken()) {
            without.setSelected(false);
        }
        hearInstead(false);
        showHeard();
    }

    /** What comes of it, taken or not. */
    private String outcome(double db) {
        Derivation derivation = workspace.derivation();
        if (aspect == ZoneAspect.DYNAMICS) {
            Optional<DynamicsMove> move = derivation.dynamics().move(zone);
            return move.map(ZoneWords::dynamics)
                    .orElse(derivation.dynamics().isSettled() ? "" : Texts.of("shape.beingWorkedOut"));
        }
        Shaped shaped = derivation.shapedProperty().get();
        double[] side = new double[shaped.sides().curveDb().length];
        if (decision().isTaken()) {
            side = shaped.sides().appliedDb(Phase.MINIMUM);
        } else {
            java.util.Arrays.fill(side, db);
        }
        WidthMove move = WidthMove.of(shaped.tone().mix(), zone, side);
        return ZoneWords.width(move.before(), move.after());
    }
}
