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
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.look.Ui;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.TargetList;
import oakmirror.state.mastering.Aims;
import oakmirror.state.mastering.Aims.Aim;
import oakmirror.state.mastering.Aims.Source;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.RecordSong;
import oakmirror.state.mastering.Targets;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What the master can be brought to, a card for each with its reason and its price; and the list of deliveries, to be changed here. */
final class AimsPane extends VBox {

    private static List<ExtensionFilter> json() {
        return List.of(new ExtensionFilter(Texts.of("finish.targetsJson"), "*.json"));
    }

    private static final double NOTEWORTHY_DB = 0.05;

    private final Workspace workspace;
    private final Aims aims;
    private final Targets targets;
    private final Asking asking;
    private final RecordSong song;
    private final VBox cards = new VBox(5);
    private final VBox editor = new VBox();
    private String pressed = "";

    AimsPane(Workspace workspace, Finishing finishing, Aims aims, Asking asking) {
        super(8);
        this.workspace = workspace;
        this.aims = aims;
        this.asking = asking;
        targets = finishing.targets();
        song = new RecordSong(workspace);
        setId("aims");
        getChildren().addAll(editor, cards);
        aims.listProperty().subscribe(a -> refresh());
        workspace.sessionProperty().map(s -> s.finish()).subscribe(f -> refresh());
    }

    /** What can be done about the list. */
    MenuButton menu() {
        MenuButton menu = new MenuButton(Texts.of("finish.list"));
        menu.getStyleClass().setAll("menu-button", "link");
        menu.setId("change-list");
        Ui.tip(menu, Texts.of("finish.addChangeAndRemove"));
        menu.setOnShowing(e -> {
            menu.getItems()
                    .setAll(
                            Ui.item(Texts.of("finish.aSongOfThe"), this::chooseSong),
                            new SeparatorMenuItem(),
                            Ui.item(
                                    Texts.of("finish.newTarget"),
                                    () -> edit(
                                            Optional.empty(), list().targets().size())),
                            Ui.item(Texts.of("finish.bringAListIn"), this::bringIn),
                            Ui.item(Texts.of("finish.writeTheListOut"), this::writeOut),
                            Ui.item(Texts.of("finish.theListAsIt"), () -> targets.change(TargetList.shipped())));
            if (workspace.session().delivery().song().isPresent()) {
                menu.getItems().add(1, Ui.item(Texts.of("finish.forgetTheSongOf"), () -> song.forget()));
            }
        });
        menu.getItems().add(Ui.item(Texts.of("finish.newTarget"), () -> {}));
        return menu;
    }

    private TargetList list() {
        return targets.listProperty().get();
    }

    private void chooseSong() {
        asking.file(
                        Texts.of("finish.aFinishedSongOf"),
                        "song",
                        Asking.audioFiles(),
                        getScene().getWindow())
                .ifPresent(song::take);
    }

    private void bringIn() {
        asking.file(
                        Texts.of("finish.bringTargetsIn"),
                        "targets",
                        json(),
                        getScene().getWindow())
                .ifPresent(targets::bringIn);
    }

    private void writeOut() {
        Optional<Path> file = asking.save(
                Texts.of("finish.writeTheTargetsOut"),
                "targets",
                "targets.json",
                json(),
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
        List<Aim> all =
                aims.listProperty().get().stream().filter(a -> a.isOfTheList()).toList();
        int focused = -1;
        for (int i = 0; i < cards.getChildren().size(); i++) {
            focused = cards.getChildren().get(i).isFocused() ? i : focused;
        }
        // Two may ask for the same; only the one that was pressed looks chosen, or the first where none was.
        Optional<Aim> chosen = all.stream()
                .filter(a -> a.isOf(settings) && a.name().equals(pressed))
                .findFirst()
                .or(() -> all.stream().filter(a -> a.isOf(settings)).findFirst());
        List<Node> nodes = new ArrayList<>();
        for (Aim aim : all) {
            nodes.add(card(aim, chosen.equals(Optional.of(aim))));
        }
        cards.getChildren().setAll(nodes);
        if (focused >= 0 && focused < nodes.size()) {
            nodes.get(focused).requestFocus();
        }
    }

    private Node card(Aim aim, boolean chosen) {
        Label name = Ui.wrapped(aim.name(), chosen ? "strong" : "plain");
        name.setMinWidth(0);
        HBox top = new HBox(4, name, Ui.spring(), Ui.label(Numbers.level(aim.lufs()), chosen ? "strong" : "plain"));
        ((Label) top.getChildren().get(2)).setMinWidth(Region.USE_PREF_SIZE);
        Label detail = Ui.wrapped(detail(aim), aim.crushed() ? "warning" : "quiet", "small");
        HBox below = new HBox(4, detail, Ui.spring());
        if (aim.source() == Source.LIST) {
            below.getChildren().add(ways(aim));
        }
        PressablePane card = PressablePane.card(0, () -> choose(aim), top, below);
        card.getStyleClass().addAll("stem", "aim");
        if (chosen) {
            card.getStyleClass().add("tried");
        }
        card.setId("aim-" + aim.source().name().toLowerCase(java.util.Locale.ROOT) + "-" + aim.number());
        card.setAccessibleText(Texts.of("finish.lufs", aim.name(), Numbers.level(aim.lufs()), detail(aim)));
        return card;
    }

    private Button ways(Aim aim) {
        DeliveryTarget target = list().targets().get(aim.number());
        ContextMenu menu = new ContextMenu(
                Ui.item(Texts.of("finish.change"), () -> edit(Optional.of(target), aim.number())),
                Ui.item(
                        Texts.of("finish.aCopy"),
                        () -> targets.change(list().with(
                                        list().targets().size(),
                                        target.named(Texts.of("finish.copy", target.name()))))),
                Ui.item(Texts.of("finish.remove"), () -> targets.change(list().without(aim.number()))));
        Button ways = Ui.link("…", Texts.of("finish.changeCopyOrRemove", aim.name()), () -> {});
        ways.getStyleClass().add("dismiss");
        ways.setMinWidth(Region.USE_PREF_SIZE);
        ways.setOnAction(e -> menu.show(ways, Side.BOTTOM, 0, 0));
        return ways;
    }

    private void choose(Aim aim) {
        pressed = aim.name();
        refresh(); // also where it asks for what stands already
        aims.choose(aim);
    }

    private String detail(Aim aim) {
        if (aim.crushed()) {
            return Texts.of("finish.crushedNoSaneAim");
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
        return Numbers.brief(value);
    }

    private static String price(FinishPlan plan) {
        return switch (plan.standing()) {
            case NO_LOUDNESS -> "";
            case OUT_OF_REACH -> Texts.of("finish.outOfReach");
            case HELD_BACK -> Texts.of("finish.heldBackBy", Numbers.level(plan.missedLu()));
            case OVERDONE ->
                Texts.of("finish.costsDbTooMuch", Numbers.level(plan.price().mostDb()));
            case REACHED ->
                plan.isTurnedDown()
                        ? Texts.of("finish.turnedDownBy", Numbers.level(-plan.driveDb()))
                        : plan.price().mostDb() < NOTEWORTHY_DB
                                ? Texts.of("finish.costsNothing")
                                : Texts.of(
                                        "finish.costsDb",
                                        Numbers.level(plan.price().mostDb()));
        };
    }
}
