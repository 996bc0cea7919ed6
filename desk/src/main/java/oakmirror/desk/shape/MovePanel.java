package oakmirror.desk.shape;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.SpinnerValueFactory;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.correction.AddedMove;
import oakmirror.correction.Correction;
import oakmirror.correction.Move;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.correction.Treatment;
import oakmirror.desk.look.Ui;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.workspace.PartShown;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The move that is chosen, in words, with what can be decided about it; and the way to the next and the one before. */
final class MovePanel extends HBox {

    private static final double ROOMY = 800;
    private static final double MOST_DB = 24;
    private static final double MOST_OCTAVES = 10;

    private final Workspace workspace;
    private final PartShown parts;
    private final Listening listening;
    private final MonitorControls monitor;
    private final Consumer<Integer> onChoose;
    private final Label title = Ui.label("", "strong");
    private final Label reason = Ui.label("", "quiet");
    private final Spinner<Double> gain;
    private final Spinner<Double> octaves;
    private final ToggleButton hear = Ui.choice(Texts.of("shape.hear"), Texts.of("shape.hear.tip"));
    private final ToggleButton refused = Ui.choice(Texts.of("shape.refuse"), Texts.of("shape.refuse.tip"));
    private final ToggleButton without = Ui.choice(Texts.of("shape.without"), Texts.of("shape.without.tip"));
    private final ToggleButton locked = Ui.choice(Texts.of("shape.lock"), Texts.of("shape.lock.tip"));
    private final Button reset = Ui.button(Texts.of("shape.asProposed"), Texts.of("shape.asProposed.tip"), this::reset);
    private final Button before = Ui.button("‹", Texts.of("shape.theMoveBelow"), () -> step(-1));
    private final Button next = Ui.button("›", Texts.of("shape.theMoveAbove"), () -> step(1));
    /** What only a chosen move has. */
    private final List<HBox> ofMove;

    private int chosen = -1;
    private boolean showing;
    private boolean isInstead;

    MovePanel(Workspace workspace, PartShown parts, Listening listening, Consumer<Integer> onChoose) {
        this.workspace = workspace;
        this.parts = parts;
        this.listening = listening;
        monitor = listening.monitor();
        this.onChoose = onChoose;
        gain = spinner("move-gain", Texts.of("shape.gainOfTheMove"), -MOST_DB, MOST_DB, 0.1, this::changeGain);
        octaves =
                spinner("move-octaves", Texts.of("shape.widthOfTheMove"), 0.05, MOST_OCTAVES, 0.1, this::changeOctaves);
        hear.setId("move-hear");
        refused.setId("move-refuse");
        without.setId("move-without");
        locked.setId("move-lock");
        before.setId("move-before");
        next.setId("move-next");
        hear.setOnAction(e -> toggleHear());
        refused.setOnAction(e -> refuse());
        without.setOnAction(e -> {
            hearInstead();
            if (without.isSelected()) {
                listening.correctedProperty().set(true);
            }
        });
        sceneProperty().subscribe(s -> stopWhenGone());
        locked.setOnAction(e -> lock());
        monitor.bandProperty().subscribe(b -> showHeard());
        title.setId("move-title");
        reason.textProperty().subscribe(text -> Ui.tip(reason, text)); // where there is no room for all of it
        HBox ways = new HBox(4, before, next);
        ways.setAlignment(Pos.CENTER_LEFT);
        ways.setMinWidth(USE_PREF_SIZE);
        reason.setWrapText(true);
        VBox words = new VBox(1, title, reason);
        words.setMinWidth(60);
        words.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(words, javafx.scene.layout.Priority.ALWAYS);
        Label db = Ui.label(Texts.of("shape.dB"), "quiet");
        Label wide = Ui.label(Texts.of("shape.octaves"), "quiet");
        for (Label unit : List.of(db, wide)) { // tooltips tell it where there is no room
            unit.visibleProperty().bind(widthProperty().map(w -> w.doubleValue() > ROOMY));
            unit.managedProperty().bind(unit.visibleProperty());
        }
        HBox figures = new HBox(6, gain, db, octaves, wide);
        HBox choices = new HBox(6, hear, without, refused, locked, reset);
        for (HBox fixed : List.of(figures, choices)) {
            fixed.setAlignment(Pos.CENTER_LEFT);
            fixed.setMinWidth(USE_PREF_SIZE); // only the words give way
        }
        getChildren().addAll(ways, words, figures, choices);
        ofMove = List.of(figures, choices);
        setAlignment(Pos.CENTER_LEFT);
        setSpacing(10);
        getStyleClass().add("move");
        setId("move");
    }

    private static Spinner<Double> spinner(
            String id, String tooltip, double least, double most, double step, Consumer<Double> onChange) {
        Spinner<Double> spinner = new Spinner<>();
        spinner.setId(id);
        spinner.setEditable(true);
        spinner.setPrefWidth(76);
        spinner.setMinWidth(76);
        SpinnerValueFactory<Double> values =
                new SpinnerValueFactory.DoubleSpinnerValueFactory(least, most, Math.max(least, 0), step);
        values.setConverter(Ui.typed(values));
        spinner.setValueFactory(values);
        Ui.tip(spinner, tooltip);
        spinner.valueProperty().subscribe(v -> {
            if (v != null) {
                onChange.accept(v);
            }
        });
        return spinner;
    }

    private List<Move> moves() {
        return parts.proposal().correction().moves();
    }

    private Optional<Move> move() {
        return chosen >= 0 && chosen < moves().size() ? Optional.of(moves().get(chosen)) : Optional.empty();
    }

    /** Chooses the next move up or down. */
    void step(int way) {
        if (!moves().isEmpty()) {
            onChoose.accept(Math.floorMod((chosen < 0 ? (way > 0 ? -1 : 0) : chosen) + way, moves().size()));
        }
    }

    private static boolean isByHand(Move m) {
        return m.kind() == Move.Kind.ADDED || m.kind() == Move.Kind.TAKEN;
    }

    /** Treats a move in another way; one by hand becomes what it is treated to be. */
    void treat(Optional<Treatment> treatment, boolean gesture) {
        move().ifPresent(m -> treatment.ifPresent(t -> decide(
                gesture,
                decisions -> decisions.treating(
                        m, t, workspace.session().correction().tempered()))));
    }

    private static <T> List<T> changed(List<T> moves, Consumer<List<T>> how) {
        List<T> list = new ArrayList<>(moves);
        how.accept(list);
        return list;
    }

    /** Locks the chosen move, or unlocks it, and goes on meaning it. */
    private void lock() {
        move().ifPresent(m -> decide(
                false,
                decisions -> m.kind() == Move.Kind.LOCKED
                        ? decisions.withLocked(changed(decisions.locked(), list -> list.removeIf(l -> l.is(m))))
                        : decisions.locking(Correction.lock(
                                m,
                                parts.proposal().evidence(),
                                parts.proposal().material(),
                                workspace.session().correction()))));
    }

    /** What nobody sees any more is not left out of what is heard. */
    private void stopWhenGone() {
        if (getScene() == null) {
            without.setSelected(false);
            hearInstead();
        }
    }

    /** Lets alone what others want heard instead. */
    private void hearInstead() {
        boolean is = without.isSelected() && move().isPresent();
        if (is || isInstead) {
            monitor.insteadProperty()
                    .set(move().filter(m -> is).map(parts.decisions()::without).map(parts::shapedWith));
        }
        isInstead = is;
    }

    /** Leaves the chosen move out, or takes it in again. */
    void bypass() {
        if (!refused.isDisabled()) {
            refused.fire();
        }
    }

    private void refuse() {
        if (move().filter(MovePanel::isByHand).isPresent()) {
            remove();
        } else {
            treat(move().map(m -> m.treatment().withRefused(refused.isSelected())), false);
        }
    }

    private void decide(boolean gesture, java.util.function.UnaryOperator<MoveDecisions> how) {
        parts.decide(gesture ? "move " + parts.part() + " " + chosen : "", how);
    }

    private void remove() {
        move().ifPresent(m -> decide(false, decisions -> decisions.without(m)));
        onChoose.accept(-1);
    }

    /** Adds a move by hand. */
    void add(double hz, double db) {
        double asked = Math.abs(db) < 0.5 ? 1 : Math.max(-MOST_DB, Math.min(MOST_DB, db));
        AddedMove made = new AddedMove(Math.round(hz), Math.round(10 * asked) / 10.0, 1);
        decide(false, decisions -> decisions.withAdded(changed(decisions.added(), list -> list.add(made))));
    }

    /** What its gain is multiplied by before it is applied: what is added by hand is applied as it is. */
    private double strength(Move m) {
        return m.kind().isFixed() ? 1 : workspace.session().correction().strength();
    }

    private void changeGain(double db) {
        if (!showing) {
            treat(
                    move().map(m -> m.treatment()
                            .withRefused(false)
                            .withGainFactor(db / (m.gainDb() * Math.max(0.01, strength(m))))),
                    true);
        }
    }

    private void changeOctaves(double width) {
        if (!showing) {
            treat(move().map(m -> m.treatment().withWidthFactor(width / m.octaves())), true);
        }
    }

    private void reset() {
        treat(Optional.of(Treatment.NONE), false);
    }

    private void toggleHear() {
        move().ifPresent(m -> monitor.toggle(band(m)));
        showHeard();
    }

    private static MonitorControls.Band band(Move m) {
        return new MonitorControls.Band(Math.max(20, m.treatedLowHz()), Math.min(20000, m.treatedHighHz()));
    }

    private void showHeard() {
        hear.setSelected(move().isPresent() && monitor.bandProperty().get().equals(move().map(MovePanel::band)));
    }

    /** Shows a move of a proposal; −1 for none. */
    void show(int index, Proposal proposal) {
        chosen = index;
        showing = true;
        Optional<Move> move = move();
        ofMove.forEach(part -> Ui.shown(move.isPresent(), part));
        boolean fixed = move.filter(m -> m.kind() == Move.Kind.LOCKED).isPresent();
        for (var control : List.of(hear, without, locked)) {
            control.setDisable(move.isEmpty());
        }
        for (var control : List.of(gain, octaves, refused, reset)) {
            control.setDisable(move.isEmpty() || fixed);
        }
        before.setDisable(moves().isEmpty());
        next.setDisable(moves().isEmpty());
        title.setText(move.map(this::title).orElse(Texts.of("counts.moves", moves().size())));
        reason.setText(move.map(m -> reason(m, proposal)).orElse(Texts.of("shape.chooseOneByIts")));
        move.ifPresent(m -> {
            boolean added = isByHand(m);
            refused.setSelected(m.treatment().refused());
            refused.setText(
                    added
                            ? Texts.of("shape.remove")
                            : m.treatment().refused() ? Texts.of("shape.refused") : Texts.of("shape.refuse"));
            reset.setVisible(!added);
            locked.setVisible(!added);
            locked.setSelected(fixed);
            locked.setText(fixed ? Texts.of("shape.locked") : Texts.of("shape.lock"));
            gain.getValueFactory().setValue(shownGain(m));
            octaves.getValueFactory().setValue(Math.round(100 * m.treatedOctaves()) / 100.0);
            reset.setDisable(m.treatment().isNone());
        });
        showing = false;
        if (move.isEmpty()) {
            without.setSelected(false);
        }
        hearInstead();
        showHeard();
    }

    private double shownGain(Move m) {
        return Math.round(10 * m.gainDb() * strength(m) * m.treatment().gainFactor()) / 10.0;
    }

    private String title(Move m) {
        String gain = Numbers.gainDb(shownGain(m));
        String octaves = Numbers.level(m.treatedOctaves());
        return switch (m.kind()) {
            case LOW_END -> Texts.of("shape.moveBelow", gain, Numbers.about(m.treatedHighHz()), octaves);
            case HIGH_END -> Texts.of("shape.moveAbove", gain, Numbers.about(m.treatedLowHz()), octaves);
            case BELL, LOCKED, ADDED, TAKEN -> Texts.of("shape.moveAbout", gain, Numbers.about(m.centreHz()), octaves);
        };
    }

    private static String reason(Move m, Proposal proposal) {
        if (m.kind() == Move.Kind.ADDED) {
            return Texts.of("shape.addedByHandStrength");
        }
        if (m.kind() == Move.Kind.TAKEN) {
            return Texts.of("shape.takenByEarStrength");
        }
        if (m.kind() == Move.Kind.LOCKED) {
            return Texts.of("shape.lockedNothingChangesIt");
        }
        double gap = oakmirror.spectrum.BandGrid.interpolate(proposal.evidence().judgedDb(), m.centreHz());
        String trusted = Texts.of("shape.trusted", Math.round(100 * m.trust()));
        String sure = m.trust() > 0.8
                ? Texts.of("shape.veryLikelyAFault")
                : m.trust() > 0.5
                        ? Texts.of("shape.likelyAFault")
                        : m.trust() > 0.25 ? Texts.of("shape.mayBeAFault") : Texts.of("shape.mayAsWellBe");
        return Texts.of(
                "shape.theGapThereIs",
                sure,
                Numbers.gainDb(gap),
                trusted,
                m.treatment().isNone() || m.treatment().refused() ? "" : Texts.of("shape.changedByYou"));
    }
}
