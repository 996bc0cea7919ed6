package oakmirror.desk.blind;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Spinner;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;
import oakmirror.blind.Binomial;
import oakmirror.blind.BlindResult;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.desk.words.Words;
import oakmirror.media.file.TableFiles;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Blind.Item;
import oakmirror.state.listening.Blind.Run;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Blind comparison: setting one up, answering, and what came of those before. Lies over the stations until it is closed. */
public final class BlindPage extends StackPane {

    private static final double CHANCE = 0.05;

    private final Workspace workspace;
    private final Blind blind;
    private final Asking asking;
    private final Runnable onClose;
    private final VBox sheet = new VBox(16);
    private final ChoiceBox<Item> first = new ChoiceBox<>();
    private final ChoiceBox<Item> second = new ChoiceBox<>();
    private final Spinner<Integer> trials = spinner("trials", Texts.of("blind.trials"), 1, 100, 16);
    private final Spinner<Integer> rounds = spinner("rounds", Texts.of("blind.rounds"), 1, 50, 5);
    private final VBox ranked = new VBox(5);
    private final List<Integer> order = new ArrayList<>();
    private final Subscription following;

    /** The sheet of a workspace, with what there is to compare now. */
    public BlindPage(Workspace workspace, Blind blind, Asking asking, Runnable onClose) {
        this.workspace = workspace;
        this.blind = blind;
        this.asking = asking;
        this.onClose = onClose;
        setId("blind");
        getStyleClass().add("blind");
        sheet.getStyleClass().add("page");
        sheet.setMaxWidth(860);
        ScrollPane scroll = new ScrollPane(sheet);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        getChildren().add(scroll);
        first.setConverter(Ui.naming(Item::name));
        second.setConverter(Ui.naming(Item::name));
        first.setId("blind-first");
        first.setAccessibleText(Texts.of("blind.a"));
        second.setId("blind-second");
        second.setAccessibleText(Texts.of("blind.b"));
        following = blind.runProperty().subscribe(r -> {
            order.clear();
            show();
        });
    }

    private static Spinner<Integer> spinner(String id, String name, int least, int most, int usual) {
        Spinner<Integer> spinner = new Spinner<>(least, most, usual);
        spinner.setId(id);
        spinner.setAccessibleText(name);
        spinner.setPrefWidth(76);
        spinner.setEditable(true);
        spinner.getValueFactory().setConverter(Ui.typedWhole(spinner.getValueFactory()));
        return spinner;
    }

    /** Closes it; a comparison that goes on is ended and kept as it is. */
    public void close() {
        following.unsubscribe();
        blind.stop();
        onClose.run();
    }

    private void show() {
        Optional<Run> run = blind.runProperty().get();
        Button close = Ui.link(Texts.of("blind.close"), Texts.of("blind.close.tip"), this::close);
        close.setId("blind-close");
        HBox head = Ui.head(
                Texts.of("blind.blindComparison"),
                new Label(Texts.of("blind.whatIsHeardIs")),
                Words.reading("a blind comparison"),
                close);
        sheet.getChildren().setAll(head);
        if (run.isPresent()) {
            sheet.getChildren().add(run.get().abx().isPresent() ? forcedChoice(run.get()) : ranking(run.get()));
        } else {
            sheet.getChildren().addAll(setUp());
            sheet.getChildren().addAll(results());
        }
    }

    private List<Node> setUp() {
        List<Item> items = blind.items();
        if (items.size() < 2) {
            return List.of(Ui.label(Texts.of("blind.addAMixAnd"), "quiet"));
        }
        List<Node> nodes = new ArrayList<>(List.of(setUpAbx(items), setUpRanking(items)));
        if (!workspace.session().comparing().levels().matched()) {
            nodes.add(0, Ui.label(Texts.of("blind.levelsAreNotMatched"), "warning"));
        }
        return nodes;
    }

    private VBox setUpAbx(List<Item> items) {
        choose(first, items, 0);
        choose(second, items, 1);
        Button startAbx = Ui.button(Texts.of("blind.start"), Texts.of("blind.start.tip"), () -> {
            if (!first.getValue().equals(second.getValue())) {
                blind.startAbx(first.getValue(), second.getValue(), trials.getValue());
            }
        });
        startAbx.setId("start-abx");
        startAbx.getStyleClass().add("primary");
        Label needed = Ui.label("", "quiet");
        trials.valueProperty().subscribe(n -> needed.setText(needed(n)));
        return card(
                Texts.of("blind.whichIsX"),
                Texts.of("blind.canYouTellTwo"),
                row(Ui.label(Texts.of("blind.a")), first, Ui.label(Texts.of("blind.b")), second),
                row(Ui.label(Texts.of("blind.trials")), trials, needed, Ui.spring(), startAbx));
    }

    private VBox setUpRanking(List<Item> items) {
        VBox boxes = new VBox(6);
        List<CheckBox> checks = new ArrayList<>();
        for (Item item : items) {
            CheckBox box = new CheckBox(item.name());
            box.setMnemonicParsing(false);
            box.setId("rank-item-" + checks.size());
            box.setSelected(checks.size() < 3);
            checks.add(box);
            boxes.getChildren().add(box);
        }
        Button startRanking = Ui.button(Texts.of("blind.start"), Texts.of("blind.start.tip"), () -> {
            List<Item> chosen = new ArrayList<>();
            for (int i = 0; i < items.size(); i++) {
                if (checks.get(i).isSelected()) {
                    chosen.add(items.get(i));
                }
            }
            if (chosen.size() >= 2) {
                blind.startRanking(chosen, rounds.getValue());
            } else {
                workspace.messageProperty().set(Texts.of("blind.chooseAtLeastTwo"));
            }
        });
        startRanking.setId("start-ranking");
        startRanking.getStyleClass().add("primary");
        return card(
                Texts.of("blind.whichDoYouLike"),
                Texts.of("blind.eachRoundHidesThem"),
                boxes,
                row(Ui.label(Texts.of("blind.rounds")), rounds, Ui.spring(), startRanking));
    }

    private static void choose(ChoiceBox<Item> box, List<Item> items, int usual) {
        Item before = box.getValue();
        box.getItems().setAll(items);
        box.setValue(items.contains(before) ? before : items.get(usual));
    }

    private static String needed(int trials) {
        int right = Binomial.needed(trials, CHANCE);
        return right > trials ? Texts.of("blind.tooFewEvenWith") : Texts.of("blind.rightAndGuessingDoes", right);
    }

    private static HBox row(Node... nodes) {
        HBox row = new HBox(10, nodes);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private static VBox card(String title, String explanation, Node... content) {
        Label text = Ui.label(explanation, "quiet");
        text.setWrapText(true);
        VBox card = new VBox(10, Ui.label(title, "subheading"), text);
        card.getChildren().addAll(content);
        card.getStyleClass().add("card");
        return card;
    }

    private VBox forcedChoice(Run run) {
        Label progress = Ui.label(Texts.of("blind.trialOf", run.answered() + 1, run.planned()), "heading");
        progress.setId("blind-progress");
        Button a = answer(Texts.of("blind.xIsA"), false);
        Button b = answer(Texts.of("blind.xIsB"), true);
        HBox answers = row(a, b, Ui.spring(), stop());
        return card(Texts.of("blind.whichIsX"), Texts.of("blind.pressABAnd"), progress, answers);
    }

    private Button answer(String text, boolean isSecond) {
        Button button = Ui.button(text, Texts.of("blind.answerAndGoOn"), () -> blind.answer(isSecond));
        button.getStyleClass().add("primary");
        button.setId(isSecond ? "x-is-b" : "x-is-a");
        return button;
    }

    private Button stop() {
        Button stop = Ui.button(Texts.of("blind.stopHere"), Texts.of("blind.stopHere.tip"), blind::stop);
        stop.setId("blind-stop");
        return stop;
    }

    private VBox ranking(Run run) {
        Label progress = Ui.label(Texts.of("blind.roundOf", run.answered() + 1, run.planned()), "heading");
        progress.setId("blind-progress");
        showOrder(run);
        HBox letters = row(Ui.label(Texts.of("blind.nextBest"), "quiet"));
        for (int i = 0; i < run.letters().size(); i++) {
            int letter = i;
            Button button = Ui.button(run.letters().get(i), Texts.of("blind.putItInThe"), () -> {
                if (!order.contains(letter)) {
                    order.add(letter);
                    showOrder(run);
                }
            });
            button.setId("place-" + run.letters().get(i));
            letters.getChildren().add(button);
        }
        Button again = Ui.link(Texts.of("blind.startOver"), Texts.of("blind.startOver.tip"), () -> {
            order.clear();
            showOrder(run);
        });
        Button done = Ui.button(Texts.of("blind.nextRound"), Texts.of("blind.nextRound.tip"), () -> {
            if (order.size() == run.letters().size()) {
                blind.rank(List.copyOf(order));
            } else {
                workspace.messageProperty().set(Texts.of("blind.putEveryLetterIn"));
            }
        });
        done.setId("rank-done");
        done.getStyleClass().add("primary");
        return card(
                Texts.of("blind.whichDoYouLike"),
                Texts.of("blind.hearTheLettersBelow"),
                progress,
                ranked,
                letters,
                row(done, again, Ui.spring(), stop()));
    }

    private void showOrder(Run run) {
        ranked.getChildren().clear();
        for (int i = 0; i < order.size(); i++) {
            ranked.getChildren().add(Ui.label((i + 1) + ".  " + run.letters().get(order.get(i)), "strong"));
        }
        if (order.isEmpty()) {
            ranked.getChildren().add(Ui.label(Texts.of("blind.nothingPlacedYet"), "quiet"));
        }
    }

    private List<Node> results() {
        List<BlindResult> results = workspace.logProperty().get().blindResults();
        if (results.isEmpty()) {
            return List.of();
        }
        VBox list = new VBox(12);
        for (int i = results.size() - 1; i >= 0; i--) {
            Label text = new Label(BlindWords.of(results.get(i)));
            text.setWrapText(true);
            text.setId("blind-result-" + i);
            list.getChildren().add(text);
        }
        Button export = Ui.link(Texts.of("blind.saveAsTable"), Texts.of("blind.saveAsTable.tip"), this::export);
        HBox head = new HBox(14, Ui.label(Texts.of("blind.whatCameOfIt"), "subheading"), Ui.spring(), export);
        head.setAlignment(Pos.BASELINE_LEFT);
        return List.of(head, list);
    }

    private void export() {
        asking.save(
                        Texts.of("blind.saveResults"),
                        "tables",
                        Texts.of(
                                "blind.blindComparisonsCsv", workspace.session().title()),
                        List.of(),
                        getScene().getWindow())
                .ifPresent(this::exportTo);
    }

    /** Writes every answer to a table. */
    void exportTo(Path file) {
        try {
            TableFiles.writeBlindResults(file, workspace.logProperty().get().blindResults());
            workspace.messageProperty().set(Texts.of("blind.savedAs", file.getFileName()));
        } catch (IOException e) {
            workspace.messageProperty().set(e.getMessage());
        }
    }
}
