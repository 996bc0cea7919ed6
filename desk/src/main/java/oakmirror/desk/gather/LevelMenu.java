package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Spinner;
import javafx.scene.control.SpinnerValueFactory;
import oakmirror.desk.look.Ui;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.levelmatch.LevelSettings.Basis;
import oakmirror.levelmatch.LevelSettings.Direction;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** At what level tracks are compared: whether they are matched, by which figure, and what is brought to what. */
final class LevelMenu extends MenuButton {

    private static final double INAUDIBLE_DB = 0.05;

    private final Map<Basis, String> names = new EnumMap<>(Map.of(
            Basis.PASSAGE, Texts.of("gather.equalLoudnessOfPassages"),
            Basis.INTEGRATED, Texts.of("gather.equalLoudnessOfTracks"),
            Basis.SHORT_TERM, Texts.of("gather.equalLoudest3S"),
            Basis.K20, Texts.of("gather.equalOnK", 20),
            Basis.K14, Texts.of("gather.equalOnK", 14),
            Basis.K12, Texts.of("gather.equalOnK", 12)));

    private final Map<Direction, String> directions = new EnumMap<>(Map.of(
            Direction.TO_MIX, Texts.of("gather.referencesToTheMix"),
            Direction.TO_QUIETEST, Texts.of("gather.allToTheQuietest"),
            Direction.TO_STATED, Texts.of("gather.allToALevel")));

    private final Workspace workspace;
    private final Listening listening;
    private final Spinner<Double> stated = new Spinner<>();
    private final Label unit = Ui.label("", "quiet");
    private final Label state = Ui.label("", "accent", "strong");
    private boolean isShort;
    private boolean showing;

    LevelMenu(Workspace workspace, Listening listening) {
        this.workspace = workspace;
        this.listening = listening;
        setId("levels");
        getStyleClass().setAll("menu-button", "framed");
        setMinWidth(USE_PREF_SIZE);
        Ui.tip(this, Texts.of("gather.whatIsBroughtTo"));
        getItems().setAll(new MenuItem());
        setOnShowing(e -> getItems().setAll(items()));
        level();
        state.setId("levels-state");
        unit.setMinWidth(USE_PREF_SIZE);
        workspace.sessionProperty().subscribe(s -> refresh());
        listening.levelsProperty().subscribe(l -> refresh());
    }

    /** The level that all are brought to, where it is one that is typed. */
    Spinner<Double> stated() {
        return stated;
    }

    /** Its unit. */
    Label unit() {
        return unit;
    }

    /** Whether the match holds, in a word. */
    Label state() {
        return state;
    }

    /** Says less where there is little room. */
    void setShort(boolean is) {
        isShort = is;
        refresh();
    }

    private void level() {
        stated.setId("stated-level");
        stated.setAccessibleText(Texts.of("gather.levelThatTracksAre"));
        stated.setEditable(true);
        stated.setPrefWidth(78);
        stated.setMinWidth(78);
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

    private List<MenuItem> items() {
        LevelSettings settings = workspace.session().comparing().levels();
        CheckMenuItem match = new CheckMenuItem(Texts.of("gather.match"));
        match.setId("match-levels");
        match.setSelected(settings.matched());
        match.setOnAction(e -> change(Texts.of("gather.matchLevels"), s -> s.withMatched(!s.matched())));
        List<MenuItem> items = new ArrayList<>(List.of(match, new SeparatorMenuItem()));
        for (Basis basis :
                new Basis[] {Basis.PASSAGE, Basis.INTEGRATED, Basis.SHORT_TERM, Basis.K20, Basis.K14, Basis.K12}) {
            RadioMenuItem item = new RadioMenuItem(names.get(basis));
            item.setId("basis-" + basis.name().toLowerCase(Locale.ROOT));
            item.setSelected(basis == settings.basis());
            item.setOnAction(e -> change(Texts.of("gather.matchLevelsByAnother"), s -> s.withBasis(basis)
                    .withMatched(true)));
            items.add(item);
        }
        items.add(new SeparatorMenuItem());
        for (Direction direction : Direction.values()) {
            RadioMenuItem item = new RadioMenuItem(directions.get(direction));
            item.setSelected(direction == settings.direction());
            item.setOnAction(e -> change(Texts.of("gather.matchLevelsTheOther"), s -> s.withDirection(direction)
                    .withMatched(true)));
            items.add(item);
        }
        return items;
    }

    private void change(String action, UnaryOperator<LevelSettings> how) {
        workspace.change(action, s -> s.withLevels(how.apply(s.comparing().levels())));
    }

    private void refresh() {
        LevelSettings settings = workspace.session().comparing().levels();
        LevelMatch levels = listening.levelsProperty().get();
        String basis = names.get(settings.basis());
        boolean isUsual = settings.basis() == Basis.PASSAGE || settings.basis() == Basis.INTEGRATED;
        setText(
                !settings.matched()
                        ? Texts.of("gather.levelsAsTheyAre")
                        : isShort && isUsual ? Texts.of("gather.equalLoudness") : basis);
        showing = true;
        stated.getValueFactory().setValue(settings.statedLevel());
        showing = false;
        boolean toLevel = settings.matched() && settings.direction() == Direction.TO_STATED;
        Ui.shown(toLevel, stated, unit);
        unit.setText(settings.basis().isOnKScale() ? basis : Texts.of("gather.lufs"));
        boolean isLower = settings.matched() && levels.downDb() > INAUDIBLE_DB;
        state.setText(
                !settings.matched()
                        ? ""
                        : isLower
                                ? Texts.of("gather.allDbToClear", Numbers.level(-levels.downDb()))
                                : Texts.of("gather.matched"));
        Ui.tip(
                state,
                isLower
                        ? Texts.of("gather.raisingOneOfThem", Numbers.level(levels.downDb()))
                        : Texts.of("gather.offsetsFollowEveryNew"));
    }
}
