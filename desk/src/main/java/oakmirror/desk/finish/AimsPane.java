package oakmirror.desk.finish;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.desk.look.Ui;
import oakmirror.desk.part.Asking;
import oakmirror.desk.part.PressBox;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.TargetList;
import oakmirror.readings.Readings;
import oakmirror.state.mastering.Aims;
import oakmirror.state.mastering.Aims.Aim;
import oakmirror.state.mastering.Aims.Source;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.RecordSong;
import oakmirror.state.mastering.Targets;
import oakmirror.state.workspace.Workspace;

/** What the master can be brought to, a card for each with its reason and its price; and the list of deliveries, to be changed here. */
final class AimsPane extends VBox {

    private static final List<ExtensionFilter> JSON = List.of(new ExtensionFilter("Targets (JSON)", "*.json"));
    private static final double NOTEWORTHY_DB = 0.05;

    private final Workspace workspace;
    private final Aims aims;
    private final Targets targets;
    private final Asking asking;
    private final RecordSong song;
    private final VBox cards = new VBox(5);
    private final VBox editor = new VBox();

    AimsPane(Workspace workspace, Finishing finishing, Aims aims, Asking asking) {
        super(8);
        this.workspace = workspace;
        this.aims = aims;
        this.asking = asking;
        targets = finishing.targets();
        song = new RecordSong(workspace);
        getChildren().addAll(editor, cards);
        aims.listProperty().subscribe(a -> refresh());
        workspace.sessionProperty().map(s -> s.finish()).subscribe(f -> refresh());
    }

    /** What can be done about the list. */
    MenuButton menu() {
        MenuButton menu = new MenuButton("list");
        menu.getStyleClass().setAll("menu-button", "link");
        menu.setId("change-list");
        Ui.tip(menu, "Add, change and remove deliveries; bring lists in and write them out");
        menu.setOnShowing(e -> {
            menu.getItems()
                    .setAll(
                            Ui.item("A song of the record …", this::chooseSong),
                            new SeparatorMenuItem(),
                            Ui.item(
                                    "New target …",
                                    () -> edit(
                                            Optional.empty(), list().targets().size())),
                            Ui.item("Bring a list in …", this::bringIn),
                            Ui.item("Write the list out …", this::writeOut),
                            Ui.item("The list as it came", () -> targets.change(TargetList.shipped())));
            if (workspace.session().delivery().song().isPresent()) {
                menu.getItems().add(1, Ui.item("Forget the song of the record", () -> song.forget()));
            }
        });
        menu.getItems().add(Ui.item("New target …", () -> {}));
        return menu;
    }

    private TargetList list() {
        return targets.listProperty().get();
    }

    private void chooseSong() {
        asking.file(
                        "A finished song of the record",
                        "song",
                        Asking.AUDIO,
                        getScene().getWindow())
                .ifPresent(song::take);
    }

    private void bringIn() {
        asking.file("Bring targets in", "targets", JSON, getScene().getWindow()).ifPresent(targets::bringIn);
    }

    private void writeOut() {
        Optional<Path> file = asking.save(
                "Write the targets out",
                "targets",
                "targets.json",
                JSON,
                getScene().getWindow());
        file.ifPresent(targets::writeTo);
    }

    private void edit(Optional<DeliveryTarget> from, int place) {
        editor.getChildren()
                .setAll(new TargetEditor(from, t -> targets.change(list().with(place, t)), () -> editor.getChildren()
                        .clear()));
    }

    private void refresh() {
        FinishSettings settings = workspace.session().finish();
        List<Aim> all = aims.listProperty().get();
        int focused = -1;
        for (int i = 0; i < cards.getChildren().size(); i++) {
            focused = cards.getChildren().get(i).isFocused() ? i : focused;
        }
        List<Node> nodes = new ArrayList<>();
        for (Aim aim : all) {
            nodes.add(card(aim, aim.isOf(settings)));
        }
        cards.getChildren().setAll(nodes);
        if (focused >= 0 && focused < nodes.size()) {
            nodes.get(focused).requestFocus();
        }
    }

    private Node card(Aim aim, boolean chosen) {
        Label name = Ui.label(aim.name(), chosen ? "strong" : "plain");
        name.setMinWidth(0);
        HBox top = new HBox(4, name, Ui.spring(), Ui.label(Readings.level(aim.lufs()), chosen ? "strong" : "plain"));
        ((Label) top.getChildren().get(2)).setMinWidth(Region.USE_PREF_SIZE);
        Label detail = Ui.label(detail(aim), aim.crushed() ? "warning" : "quiet", "small");
        HBox below = new HBox(4, detail, Ui.spring());
        if (aim.source() == Source.LIST) {
            below.getChildren().add(ways(aim));
        }
        PressBox card = PressBox.card(0, () -> choose(aim), top, below);
        card.getStyleClass().addAll("stem", "aim");
        if (chosen) {
            card.getStyleClass().add("tried");
        }
        card.setId("aim-" + aim.source().name().toLowerCase(java.util.Locale.ROOT) + "-" + aim.number());
        card.setAccessibleText(aim.name() + ", " + Readings.level(aim.lufs()) + " LUFS, " + detail(aim));
        return card;
    }

    private Button ways(Aim aim) {
        DeliveryTarget target = list().targets().get(aim.number());
        ContextMenu menu = new ContextMenu(
                Ui.item("Change …", () -> edit(Optional.of(target), aim.number())),
                Ui.item(
                        "A copy",
                        () -> targets.change(
                                list().with(list().targets().size(), target.named(target.name() + ", copy")))),
                Ui.item("Remove", () -> targets.change(list().without(aim.number()))));
        Button ways = Ui.link("…", "Change, copy or remove " + aim.name(), () -> {});
        ways.getStyleClass().add("dismiss");
        ways.setOnAction(e -> menu.show(ways, Side.BOTTOM, 0, 0));
        return ways;
    }

    private void choose(Aim aim) {
        workspace.change("choose a target", "", s -> s.withFinish(s.finish().withTarget(aim.lufs(), aim.dbtp())));
    }

    private String detail(Aim aim) {
        if (aim.crushed()) {
            return "crushed: no sane aim";
        }
        String price = aim.plan().map(AimsPane::price).orElse("");
        if (aim.source() != Source.LIST) {
            return price;
        }
        DeliveryTarget t = list().targets().get(aim.number());
        String bounds = t.toleranceLu().map(l -> "±" + brief(l) + ", ").orElse("") + brief(t.ceilingDbtp()) + " dBTP";
        return price.isEmpty() ? bounds : bounds + "; " + price;
    }

    private static String brief(double value) {
        return Readings.level(value).replaceFirst("\\.0$", "");
    }

    private static String price(FinishPlan plan) {
        return switch (plan.standing()) {
            case NO_LOUDNESS -> "";
            case OUT_OF_REACH -> "out of reach";
            case HELD_BACK -> "held back by " + Readings.level(plan.missedLu());
            case OVERDONE -> "costs " + Readings.level(plan.price().mostDb()) + " dB, too much";
            case REACHED ->
                plan.isTurnedDown()
                        ? "turned down by " + Readings.level(-plan.driveDb())
                        : plan.price().mostDb() < NOTEWORTHY_DB
                                ? "costs nothing"
                                : "costs " + Readings.level(plan.price().mostDb()) + " dB";
        };
    }
}
