package oakmirror.desk.gather;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.SpinnerValueFactory;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.levelmatch.LevelSettings.Basis;
import oakmirror.levelmatch.LevelSettings.Direction;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** How levels are matched: whether, by which figure, what to what, and whether something had to come down. */
final class LevelStrip extends HBox {

    private final Map<Basis, String> names = new EnumMap<>(Map.of(
            Basis.PASSAGE,
            Texts.of("gather.passage"),
            Basis.INTEGRATED,
            Texts.of("gather.wholeTrack"),
            Basis.SHORT_TERM,
            Texts.of("gather.loudest3S"),
            Basis.K20,
            "K-20",
            Basis.K14,
            "K-14",
            Basis.K12,
            "K-12"));

    private final Map<Basis, String> tooltips = new EnumMap<>(Map.of(
            Basis.PASSAGE, Texts.of("gather.integratedLoudnessOfThe"),
            Basis.INTEGRATED, Texts.of("gather.integratedLoudnessOfThe2"),
            Basis.SHORT_TERM, Texts.of("gather.theLoudestThreeSeconds"),
            Basis.K20, Texts.of("gather.rmsOfWhatIs"),
            Basis.K14, Texts.of("gather.rmsOfWhatIs2"),
            Basis.K12, Texts.of("gather.rmsOfWhatIs3")));

    private final Map<Direction, String> directions = new EnumMap<>(Map.of(
            Direction.TO_MIX, Texts.of("gather.referencesToTheMix"),
            Direction.TO_QUIETEST, Texts.of("gather.allToTheQuietest"),
            Direction.TO_STATED, Texts.of("gather.allToALevel")));

    /** What a choice needs beside its text. */
    private static final double ARROW = 44;

    private final Workspace workspace;
    private final Listening listening;
    private final ToggleButton match = Ui.choice(Texts.of("gather.match"), Texts.of("gather.match.tip"));
    private final Map<Basis, ToggleButton> bases = new EnumMap<>(Basis.class);
    private final ChoiceBox<Direction> direction = new ChoiceBox<>();
    private final Spinner<Double> stated = new Spinner<>();
    private final Label unit = Ui.label(Texts.of("gather.lufs"), "quiet");
    private final Label state = Ui.label("", "accent", "strong");
    private boolean showing;

    LevelStrip(Workspace workspace, Listening listening) {
        super(8);
        this.workspace = workspace;
        this.listening = listening;
        getStyleClass().add("strip");
        setAlignment(Pos.CENTER_LEFT);
        match.setId("match-levels");
        match.setMinWidth(USE_PREF_SIZE);
        match.setOnAction(e -> change(Texts.of("gather.matchLevels"), s -> s.withMatched(match.isSelected())));
        HBox choices = new HBox(2);
        for (Basis basis :
                new Basis[] {Basis.PASSAGE, Basis.INTEGRATED, Basis.SHORT_TERM, Basis.K20, Basis.K14, Basis.K12}) {
            ToggleButton button = Ui.choice(names.get(basis), tooltips.get(basis));
            button.getStyleClass().add("tight");
            button.setMinWidth(USE_PREF_SIZE);
            button.setId("basis-" + basis.name().toLowerCase(Locale.ROOT));
            button.setOnAction(e -> {
                change(Texts.of("gather.matchLevelsByAnother"), s -> s.withBasis(basis));
                show();
            });
            bases.put(basis, button);
            choices.getChildren().add(button);
        }
        choices.setAlignment(Pos.CENTER_LEFT);
        directions();
        level();
        state.setId("levels-state");
        Label name = Ui.name(Texts.of("gather.levels"));
        Label bring = Ui.label(Texts.of("gather.bring"), "quiet");
        bring.setMinWidth(USE_PREF_SIZE);
        unit.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(name, match, choices, bring, direction, stated, unit, Ui.spring(), state);
        Ui.giveWay(this, bring, bases.get(Basis.K12), bases.get(Basis.K14), bases.get(Basis.K20), name, state);
        workspace.sessionProperty().subscribe(s -> show());
        listening.levelsProperty().subscribe(l -> show());
    }

    private void directions() {
        direction.setId("direction");
        direction.getItems().setAll(Direction.values());
        direction.setConverter(Ui.naming(directions::get));
        direction.setPrefWidth(Ui.widest(directions.values()) + ARROW);
        direction.setMinWidth(USE_PREF_SIZE);
        Ui.tip(direction, Texts.of("gather.whatIsBroughtTo"));
        direction.valueProperty().subscribe(d -> {
            if (d != null && !showing) {
                change(Texts.of("gather.matchLevelsTheOther"), s -> s.withDirection(d));
            }
        });
    }

    private void level() {
        stated.setId("stated-level");
        stated.setAccessibleText(Texts.of("gather.levelThatTracksAre"));
        stated.setEditable(true);
        stated.setPrefWidth(78);
        SpinnerValueFactory<Double> values = new SpinnerValueFactory.DoubleSpinnerValueFactory(-60, 20, -18, 0.5);
        values.setConverter(Ui.typed(values));
        stated.setValueFactory(values);
        stated.valueProperty().subscribe(v -> {
            if (v != null && !showing) {
                workspace.change(
                        Texts.of("gather.bringToALevel"),
                        "stated-level",
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
        bases.forEach((basis, button) -> button.setSelected(basis == settings.basis()));
        direction.setValue(settings.direction());
        stated.getValueFactory().setValue(settings.statedLevel());
        boolean toLevel = settings.direction() == Direction.TO_STATED;
        for (var node : new javafx.scene.Node[] {stated, unit}) {
            node.setVisible(toLevel);
            node.setManaged(toLevel);
        }
        unit.setText(settings.basis().isOnKScale() ? names.get(settings.basis()) : Texts.of("gather.lufs"));
        showing = false;
        if (!settings.matched()) {
            state.setText(Texts.of("gather.asTheyAre"));
            Ui.untip(state);
        } else if (levels.downDb() > 0.05) {
            state.setText(Texts.of("gather.allDbToClear", Numbers.level(-levels.downDb())));
            Ui.tip(state, Texts.of("gather.raisingOneOfThem", Numbers.level(levels.downDb())));
        } else {
            state.setText(Texts.of("gather.matched"));
            Ui.tip(state, Texts.of("gather.offsetsFollowEveryNew"));
        }
    }
}
