package oakmirror.desk.shape;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.control.FileDrop;
import oakmirror.desk.look.Ui;
import oakmirror.session.StemSet;
import oakmirror.session.StemWords;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.MixStems;
import oakmirror.state.workspace.StemChanges;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.stems.Rebalance;
import oakmirror.stems.StemCheck;
import oakmirror.stems.StemPowers;
import oakmirror.text.Texts;

/** What to change in the mix before anything on the master: its stems, each with what is proposed about it and a fader. */
final class MixFirstPane extends VBox {

    private static final double[] LIMITS_DB = {1, 2, 3, 4, 6};

    private final Workspace workspace;
    private final MixStems stems;
    private final StemChanges changes;
    private final AddTracks adding;
    private final Label state = Ui.label("", "quiet");
    private final Button again = Ui.link(Texts.of("shape.tryAgain"), Texts.of("shape.tryAgain.tip"), this::tryAgain);
    private final Label together = Ui.label("", "small");
    private final Label check = Ui.label("", "quiet", "small");
    private final VBox warnings = new VBox(3);
    private final VBox cards = new VBox(8);
    private final FlowPane all;
    private final FlowPane adders;
    private final Button tryAll;
    private final Button none;
    private final ToggleButton heard = Ui.choice(Texts.of("shape.asTried"), Texts.of("shape.asTried.tip"));

    MixFirstPane(Workspace workspace, Listening listening, AddTracks adding) {
        super(8);
        setId("mix-first");
        this.workspace = workspace;
        this.adding = adding;
        stems = workspace.stems();
        changes = new StemChanges(workspace);
        tryAll = Ui.button(Texts.of("shape.tryAll"), Texts.of("shape.tryAll.tip"), this::tryAll);
        tryAll.setId("try-all");
        none = Ui.button(
                Texts.of("shape.none"),
                Texts.of("shape.none.tip2"),
                () -> changes.change(
                        Texts.of("shape.stemsAsTheyAre"),
                        s -> s.withGains(new double[s.all().size()])));
        none.setId("try-none");
        heard.setId("rebalanced");
        heard.setOnAction(e -> listening.rebalancedProperty().set(heard.isSelected()));
        listening.rebalancedProperty().subscribe(heard::setSelected);
        all = Ui.flow(6, tryAll, none, heard);
        adders = Ui.flow(
                6, Ui.link(Texts.of("shape.addStems"), Texts.of("shape.addStems.tip"), adding::chooseStems), more());
        for (Label label : List.of(state, together, check)) {
            label.setWrapText(true);
            label.setMinHeight(USE_PREF_SIZE);
        }
        ScrollPane scroll = new ScrollPane(new VBox(8, cards, together, check, warnings, adders));
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        again.setId("stems-again");
        getChildren().addAll(state, again, all, scroll);
        FileDrop.onto(this, adding::addStems);
        sceneProperty().subscribe(scene -> {
            if (scene != null) {
                stems.want();
            }
        });
        Runnable refresh = Ui.coalesced(this, this::refresh);
        stems.revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
        workspace.rebalanceProperty().subscribe(r -> refresh.run());
    }

    /** A folder, the limit, and letting all go. */
    private MenuButton more() {
        MenuButton menu = new MenuButton(Texts.of("shape.more"));
        menu.setId("stems-more");
        menu.getStyleClass().setAll("menu-button", "link");
        Ui.tip(menu, Texts.of("shape.aFolderOfStems"));
        menu.setOnShowing(e -> {
            MenuItem copy = Ui.item(Texts.of("shape.copy"), this::copy);
            copy.setDisable(workspace.rebalanceProperty().get().isNone());
            menu.getItems().setAll(Ui.item(Texts.of("shape.addAFolderOf"), adding::chooseStemFolder), copy);
            for (double limit : LIMITS_DB) {
                RadioMenuItem item = new RadioMenuItem(Texts.of("shape.proposeUpToDb", Math.round(limit)));
                item.setSelected(changes.set().limitDb() == limit);
                item.setOnAction(a -> changes.change(Texts.of("shape.changeHowFarStems"), s -> s.withLimit(limit)));
                menu.getItems().add(item);
            }
            menu.getItems()
                    .add(Ui.item(
                            Texts.of("shape.removeAllStems"),
                            () -> changes.change(
                                    Texts.of("shape.removeAllStems2"), s -> new StemSet(List.of(), s.limitDb()))));
        });
        menu.getItems().add(new MenuItem());
        return menu;
    }

    private void tryAgain() {
        stems.tryAgain();
    }

    private void tryAll() {
        double[] gains = workspace.rebalanceProperty().get().gainsDb();
        changes.change(
                Texts.of("shape.tryWhatIsProposed"),
                s -> gains.length == s.all().size() ? s.withGains(gains) : s);
    }

    private void copy() {
        ClipboardContent text = new ClipboardContent();
        text.putString(
                StemWords.list(changes.set(), workspace.rebalanceProperty().get()));
        Clipboard.getSystemClipboard().setContent(text);
        workspace.messageProperty().set(Texts.of("shape.copiedWhatIsProposed"));
    }

    private void refresh() {
        StemSet set = changes.set();
        Optional<StemPowers> powers = stems.powers();
        Rebalance proposed = powers.isPresent()
                        && workspace.rebalanceProperty().get().gainsDb().length
                                == set.all().size()
                ? workspace.rebalanceProperty().get()
                : Rebalance.none(set.all().size());
        state.setText(stateOf(set, powers));
        show(state, !state.getText().isEmpty());
        show(again, !stems.failureProperty().get().isEmpty());
        show(all, !set.isEmpty());
        tryAll.setDisable(proposed.isNone());
        Ui.shown(set.isTried(), none, heard);
        showCards(set, powers, proposed);
        boolean compared = workspace.proposalProperty().get().gap().isKnown();
        together.setText(powers.isPresent() && compared ? StemWords.together(set, proposed) : "");
        show(together, !together.getText().isEmpty());
        Optional<StemCheck> checked = stems.check();
        check.setText(checked.map(StemCheck::sentence).orElse(""));
        checked.ifPresent(c -> Ui.tip(check, Texts.of("shape.leftOfTheMix", c.zones())));
        show(check, checked.isPresent());
        warnings.getChildren()
                .setAll(checked.map(StemCheck::warnings).orElse(List.of()).stream()
                        .map(w -> {
                            Label label = Ui.label(w, "warning", "small");
                            label.setWrapText(true);
                            label.setMinHeight(USE_PREF_SIZE);
                            return label;
                        })
                        .toList());
    }

    private static void show(Node node, boolean is) {
        node.setVisible(is);
        node.setManaged(is);
    }

    private String stateOf(StemSet set, Optional<StemPowers> powers) {
        if (workspace.session().mix().isEmpty()) {
            return Texts.of("shape.aMixOnGather");
        }
        if (set.isEmpty()) {
            return Texts.of("shape.dropTheStemsOf");
        }
        if (!stems.failureProperty().get().isEmpty()) {
            return stems.failureProperty().get();
        }
        long failed = stems.slots().stream()
                .filter(slot -> !slot.failureProperty().get().isEmpty())
                .count();
        if (failed > 0) {
            return Texts.of(
                    "shape.beReadTakeIt",
                    failed == 1 ? Texts.of("shape.oneStemCannot") : Texts.of("shape.stemsCannot", failed));
        }
        return powers.isPresent()
                ? ""
                : Texts.of(
                        "shape.onTheirWay", Texts.of("counts.stems", set.all().size()));
    }

    /** Those first about which something is proposed, the most useful first; the others as they were given. */
    private void showCards(StemSet set, Optional<StemPowers> powers, Rebalance proposed) {
        List<TrackSlot> slots = stems.slots();
        int count = Math.min(set.all().size(), slots.size());
        List<Node> made = new ArrayList<>(cards.getChildren());
        made.sort(Comparator.comparing(Node::getId, Comparator.comparingInt(id -> Integer.parseInt(id.substring(5)))));
        while (made.size() > count) {
            made.remove(made.size() - 1);
        }
        while (made.size() < count) {
            int index = made.size();
            made.add(new StemCard(
                    index,
                    changes,
                    workspace::endGesture,
                    () -> stems.readAgain(stems.slots().get(index))));
        }
        List<Integer> order = new ArrayList<>(
                proposed.steps().stream().map(Rebalance.Step::stem).toList());
        IntStream.range(0, count).filter(i -> !order.contains(i)).forEach(order::add);
        for (int i = 0; i < count; i++) {
            ((StemCard) made.get(i)).show(set.all().get(i), slots.get(i), powers, proposed.of(i));
        }
        List<Node> shown = order.stream().map(made::get).toList();
        if (!cards.getChildren().equals(shown)) {
            cards.getChildren().setAll(shown);
        }
    }
}
