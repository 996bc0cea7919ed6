package oakmirror.desk.bounces;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.RowConstraints;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.Missing;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.BounceSteps;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Listening;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.state.revisions.BouncesHeard;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** The bounces of the mix: whether it comes closer, zone by zone, and each bounce with what it changed; where new ones are looked for. */
public final class BouncesPage extends StackPane {

    private static final int COLUMNS = 5;
    private static final int MOST = 30;

    private final Bounces bounces;
    private final BouncesHeard heard;
    private final Asking asking;
    private final Label sentence = Ui.label("");
    private final Button take;
    private final MenuButton watching = new MenuButton();
    private final Map<Zone, BounceSteps> zones = new EnumMap<>(Zone.class);
    private final BounceSteps loudness = new BounceSteps("LUFS", "LUFS");
    private final BounceSteps plr = new BounceSteps("PLR", "PLR");
    private final BounceSteps width = new BounceSteps(Texts.of("bounces.width"), Texts.of("bounces.widthShort"));
    private final GridPane steps = new GridPane(8, 8);
    private final VBox rows = new VBox();
    private final Map<String, BounceRow> kept = new HashMap<>();

    /** The page of a workspace; {@code toGather} goes to where tracks are added. */
    public BouncesPage(Workspace workspace, Bounces bounces, Listening listening, Asking asking, Runnable toGather) {
        this.bounces = bounces;
        this.asking = asking;
        heard = new BouncesHeard(workspace, bounces, listening);
        setId("bounces");
        take = Ui.button(Texts.of("bounces.takeIt"), Texts.of("bounces.takeIt.tip"), () -> bounces.pendingProperty()
                .get()
                .ifPresent(bounces::take));
        take.setId("take-bounce-here");
        take.getStyleClass().add("primary");
        watching.getStyleClass().setAll("menu-button", "link");
        watching.setId("watch-bounces");
        watching.setOnShowing(e -> fillMenu());
        watching.getItems().setAll(Ui.item("…", () -> {}));
        fillSteps();
        ScrollPane scroll = new ScrollPane(rows);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setFitToWidth(true);
        scroll.setMinHeight(130);
        rows.heightProperty().subscribe(h -> scroll.setPrefHeight(Math.min(380, h.doubleValue() + 2)));
        VBox.setVgrow(steps, Priority.ALWAYS);
        VBox page = new VBox(
                10, Ui.head(Texts.of("bounces.bounces"), sentence, take, watching), steps, BounceRow.titles(), scroll);
        page.getStyleClass().add("page");
        getChildren().addAll(page, new Missing(workspace, false, toGather));
        setMinSize(0, 0);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        bounces.allProperty().subscribe(a -> refresh.run());
        bounces.pendingProperty().subscribe(p -> refresh.run());
        bounces.folderProperty().subscribe(f -> refresh.run());
        bounces.atOnceProperty().subscribe(v -> refresh.run());
        workspace.logProperty().subscribe(l -> refresh.run());
        listening.monitor().versionProperty().subscribe(v -> refresh.run());
        refresh();
    }

    private void fillSteps() {
        List<BounceSteps> all = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            BounceSteps plot = new BounceSteps(zone.label(), zone.shortLabel());
            zones.put(zone, plot);
            all.add(plot);
        }
        all.addAll(List.of(loudness, plr, width));
        for (int i = 0; i < all.size(); i++) {
            BounceSteps plot = all.get(i);
            plot.getStyleClass().add("steps");
            plot.setMinSize(0, 60);
            plot.setPrefSize(80, 120);
            plot.setMaxHeight(Double.MAX_VALUE);
            steps.add(plot, i % COLUMNS, i / COLUMNS);
        }
        for (int i = 0; i < COLUMNS; i++) {
            ColumnConstraints column = new ColumnConstraints();
            column.setPercentWidth(100.0 / COLUMNS);
            steps.getColumnConstraints().add(column);
        }
        for (int i = 0; i < all.size() / COLUMNS; i++) {
            RowConstraints row = new RowConstraints();
            row.setVgrow(Priority.ALWAYS);
            steps.getRowConstraints().add(row);
        }
    }

    private void fillMenu() {
        CheckMenuItem atOnce = new CheckMenuItem(Texts.of("bounces.putANewBounce"));
        atOnce.selectedProperty().bindBidirectional(bounces.atOnceProperty());
        watching.getItems()
                .setAll(
                        atOnce,
                        new SeparatorMenuItem(),
                        Ui.item(Texts.of("bounces.takeAFileAs"), this::takeFile),
                        Ui.item(Texts.of("bounces.watchAnotherFolder"), this::watchOther),
                        Ui.item(Texts.of("bounces.watchTheFolderOf"), () -> bounces.watch(Optional.empty())));
    }

    private void takeFile() {
        asking
                .files(
                        Texts.of("bounces.theNextBounceOf"),
                        "bounce",
                        Asking.audioFiles(),
                        getScene().getWindow())
                .stream()
                .findFirst()
                .ifPresent(bounces::take);
    }

    private void watchOther() {
        asking.folder(
                        Texts.of("bounces.whereBouncesOfThis"),
                        "bounces",
                        getScene().getWindow())
                .ifPresent(f -> bounces.watch(Optional.of(f)));
    }

    private void refresh() {
        List<Taken> all = bounces.allProperty().get();
        boolean isThere = bounces.folderProperty().get().isPresent();
        Ui.shown(bounces.pendingProperty().get().isPresent(), take);
        Ui.shown(isThere, watching);
        watching.setText(bounces.folderProperty()
                .get()
                .map(f -> Texts.of("bounces.watching", f.getFileName()))
                .orElse(""));
        sentence.setText(bounces.pendingProperty()
                .get()
                .map(p -> Texts.of("bounces.isNew", p.getFileName()))
                .orElse(isThere ? BounceWords.story(all) : ""));
        Ui.tip(sentence, sentence.getText());
        List<Taken> shown = all.subList(Math.max(0, all.size() - MOST), all.size());
        steps.setVisible(isThere);
        List<String> numbers =
                shown.stream().map(t -> String.valueOf(t.bounce().number())).toList();
        zones.values().forEach(plot -> plot.number(numbers));
        List.of(loudness, plr, width).forEach(plot -> plot.number(numbers));
        zones.forEach(
                (zone, plot) -> show(plot, shown, t -> t.standing().outsideDb().get(zone), t -> t.standing()
                        .outsideDb()
                        .get(zone)));
        loudness.showValues(shown.stream().map(t -> t.standing().lufs()).toList(), now(shown, t -> t.standing()
                .lufs()));
        show(plr, shown, t -> t.standing().plrOutsideDb(), t -> t.standing().plrDb());
        show(width, shown, t -> t.standing().widthOutsideDb(), t -> t.standing().widthDb());
        showRows(shown);
    }

    private static void show(
            BounceSteps plot, List<Taken> all, ToDoubleFunction<Taken> outside, ToDoubleFunction<Taken> reading) {
        plot.show(all.stream().map(outside::applyAsDouble).toList(), now(all, reading));
    }

    private static double now(List<Taken> all, ToDoubleFunction<Taken> reading) {
        return all.isEmpty() ? Double.NaN : reading.applyAsDouble(all.get(all.size() - 1));
    }

    /** The newest first; rows stay, so that a note that is being typed is not lost. */
    private void showRows(List<Taken> all) {
        List<Node> next = new ArrayList<>();
        for (int i = all.size() - 1; i >= 0; i--) {
            Taken taken = all.get(i);
            BounceRow row = kept.computeIfAbsent(
                    taken.bounce().content() + " " + taken.bounce().number(),
                    k -> new BounceRow(bounces, heard, taken));
            row.show(taken, i > 0 ? Optional.of(all.get(i - 1)) : Optional.empty());
            next.add(row);
        }
        kept.values().retainAll(next);
        if (!rows.getChildren().equals(next)) {
            rows.getChildren().setAll(next);
        }
    }
}
