package oakmirror.desk.gather;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.SpinnerValueFactory;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.level.LevelMatch;
import oakmirror.level.LevelSettings;
import oakmirror.level.LevelSettings.Basis;
import oakmirror.level.LevelSettings.Direction;
import oakmirror.readings.Readings;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;

/** How levels are matched: whether, by which figure, what to what, and whether something had to come down. */
final class LevelStrip extends HBox {

    private static final Map<Basis, String> NAMES = new EnumMap<>(Map.of(
            Basis.PASSAGE, "passage",
            Basis.INTEGRATED, "whole track",
            Basis.SHORT_TERM, "loudest 3 s",
            Basis.K20, "K-20",
            Basis.K14, "K-14",
            Basis.K12, "K-12"));

    private static final Map<Basis, String> TOOLTIPS = new EnumMap<>(Map.of(
            Basis.PASSAGE, "Integrated loudness of the chosen passage; of the whole track where none is chosen",
            Basis.INTEGRATED, "Integrated loudness of the whole track",
            Basis.SHORT_TERM, "The loudest three seconds of what is measured",
            Basis.K20, "RMS of what is measured, 0 on the scale being −20 dBFS",
            Basis.K14, "RMS of what is measured, 0 on the scale being −14 dBFS",
            Basis.K12, "RMS of what is measured, 0 on the scale being −12 dBFS"));

    private static final Map<Direction, String> DIRECTIONS = new EnumMap<>(Map.of(
            Direction.TO_MIX, "references to the mix",
            Direction.TO_QUIETEST, "all to the quietest",
            Direction.TO_STATED, "all to a level"));

    /** Below this what is looked for least gives way. */
    private static final double NARROW = 740;

    private final Workspace workspace;
    private final Listening listening;
    private final ToggleButton match = Ui.choice("match", "Hear all tracks equally loud");
    private final Map<Basis, ToggleButton> bases = new EnumMap<>(Basis.class);
    private final ChoiceBox<Direction> direction = new ChoiceBox<>();
    private final Spinner<Double> stated = new Spinner<>();
    private final Label unit = Ui.label("LUFS", "quiet");
    private final Label state = Ui.label("", "accent", "strong");
    private final BooleanProperty narrow = new SimpleBooleanProperty();
    private boolean showing;

    LevelStrip(Workspace workspace, Listening listening) {
        super(8);
        this.workspace = workspace;
        this.listening = listening;
        getStyleClass().add("strip");
        setAlignment(Pos.CENTER_LEFT);
        match.setId("match-levels");
        match.setMinWidth(USE_PREF_SIZE);
        match.setOnAction(e -> change("match levels", s -> s.withMatched(match.isSelected())));
        HBox choices = new HBox(2);
        for (Basis basis :
                new Basis[] {Basis.PASSAGE, Basis.INTEGRATED, Basis.SHORT_TERM, Basis.K20, Basis.K14, Basis.K12}) {
            ToggleButton button = Ui.choice(NAMES.get(basis), TOOLTIPS.get(basis));
            button.getStyleClass().add("tight");
            button.setMinWidth(USE_PREF_SIZE);
            button.setId("basis-" + basis.name().toLowerCase(Locale.ROOT));
            button.setOnAction(e -> {
                change("match levels by another figure", s -> s.withBasis(basis));
                show();
            });
            bases.put(basis, button);
            choices.getChildren().add(button);
        }
        choices.setAlignment(Pos.CENTER_LEFT);
        directions();
        level();
        state.setId("levels-state");
        state.setMinWidth(60);
        Label bring = Ui.label("bring", "quiet");
        bring.setMinWidth(USE_PREF_SIZE);
        unit.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(Ui.name("Levels"), match, choices, bring, direction, stated, unit, Ui.spring(), state);
        widthProperty().subscribe(w -> {
            boolean isNarrow = w.doubleValue() < NARROW;
            bring.setVisible(!isNarrow);
            bring.setManaged(!isNarrow);
            narrow.set(isNarrow);
        });
        narrow.subscribe(n -> show());
        workspace.sessionProperty().subscribe(s -> show());
        listening.levelsProperty().subscribe(l -> show());
    }

    private void directions() {
        direction.setId("direction");
        direction.getItems().setAll(Direction.values());
        direction.setConverter(Ui.naming(DIRECTIONS::get));
        direction.setPrefWidth(170);
        direction.setMinWidth(110);
        Ui.tip(direction, "What is brought to what; nothing is ever raised over full scale");
        direction.valueProperty().subscribe(d -> {
            if (d != null && !showing) {
                change("match levels the other way", s -> s.withDirection(d));
            }
        });
    }

    private void level() {
        stated.setId("stated-level");
        stated.setAccessibleText("Level that tracks are brought to");
        stated.setEditable(true);
        stated.setPrefWidth(78);
        SpinnerValueFactory<Double> values = new SpinnerValueFactory.DoubleSpinnerValueFactory(-60, 20, -18, 0.5);
        values.setConverter(Ui.typed(values));
        stated.setValueFactory(values);
        stated.valueProperty().subscribe(v -> {
            if (v != null && !showing) {
                workspace.change(
                        "bring to a level",
                        "stated level",
                        s -> s.withLevels(s.comparing().levels().withStatedLevel(v)));
            }
        });
    }

    private void change(String action, java.util.function.UnaryOperator<LevelSettings> how) {
        workspace.change(action, s -> s.withLevels(how.apply(s.comparing().levels())));
    }

    private void show() {
        LevelSettings settings = workspace.session().comparing().levels();
        LevelMatch levels = listening.levelsProperty().get();
        showing = true;
        match.setSelected(settings.matched());
        bases.forEach((basis, button) -> {
            boolean isChosen = basis == settings.basis();
            button.setSelected(isChosen);
            button.setVisible(isChosen || !narrow.get() || !basis.isOnKScale());
            button.setManaged(button.isVisible());
        });
        direction.setValue(settings.direction());
        stated.getValueFactory().setValue(settings.statedLevel());
        boolean toLevel = settings.direction() == Direction.TO_STATED;
        for (var node : new javafx.scene.Node[] {stated, unit}) {
            node.setVisible(toLevel);
            node.setManaged(toLevel);
        }
        unit.setText(settings.basis().isOnKScale() ? NAMES.get(settings.basis()) : "LUFS");
        showing = false;
        if (!settings.matched()) {
            state.setText("as they are");
            Ui.untip(state);
        } else if (levels.downDb() > 0.05) {
            state.setText("all " + Readings.level(-levels.downDb()) + " dB, to clear full scale");
            Ui.tip(
                    state,
                    "Raising one of them as far as asked would clip it: everything comes down by "
                            + Readings.level(levels.downDb()) + " dB together, so the match holds.");
        } else {
            state.setText("matched");
            Ui.tip(state, "Offsets follow every new measurement.");
        }
    }
}
