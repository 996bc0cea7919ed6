package oakmirror.desk.bounces;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.bounces.TakenUp;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.BounceSteps;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Listening;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.state.revisions.BouncesHeard;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * The bounces of the mix: whether it comes closer, zone by zone; each to be heard in time with the mix, or what was changed since; a note; what became of the
 * moves that were proposed; and where new ones are looked for.
 */
public final class BouncesStrip extends VBox {

    private static final double STEPS_HEIGHT = 50;
    /** The page has to be so high for the small pictures. */
    private static final double ROOM = 610;

    /** And so high for the bounces one by one. */
    private static final double LEAST_ROOM = 560;

    private final Workspace workspace;
    private final Bounces bounces;
    private final BouncesHeard heard;
    private final Asking asking;
    private final Label sentence = Ui.wrapped("", "quiet");
    private final Button take;
    private final MenuButton watching = new MenuButton();
    private final Map<Zone, BounceSteps> zones = new EnumMap<>(Zone.class);
    private final BounceSteps loudness = new BounceSteps("LUFS", "LUFS");
    private final BounceSteps plr = new BounceSteps("PLR", "PLR");
    private final BounceSteps width = new BounceSteps(Texts.of("bounces.width"), Texts.of("bounces.widthShort"));
    private final HBox steps = new HBox(6);
    private final HBox chips = new HBox(5);
    private final HBox line = new HBox(8);
    private final ToggleButton change;
    private final TextField note = new TextField();
    private Optional<Taken> chosen = Optional.empty();
    private double pageHeight;

    /** The strip of a workspace. */
    public BouncesStrip(Workspace workspace, Bounces bounces, Listening listening, Asking asking) {
        super(6);
        this.workspace = workspace;
        this.bounces = bounces;
        this.asking = asking;
        heard = new BouncesHeard(workspace, bounces, listening);
        setId("bounces");
        take = Ui.button(Texts.of("bounces.takeIt"), Texts.of("bounces.takeIt.tip"), () -> bounces.pendingProperty()
                .get()
                .ifPresent(bounces::take));
        take.setId("take-bounce");
        take.getStyleClass().add("primary");
        take.setMinWidth(USE_PREF_SIZE);
        watching.getStyleClass().setAll("menu-button", "link");
        watching.setId("watch-bounces");
        watching.setMinWidth(USE_PREF_SIZE);
        watching.setOnShowing(e -> fillMenu());
        watching.getItems().setAll(Ui.item("…", () -> {}));
        sentence.setMinWidth(0);
        HBox head = new HBox(10, Ui.name(Texts.of("bounces.bounces")), sentence, Ui.spring(), take, watching);
        head.setAlignment(Pos.BASELINE_LEFT);
        for (Zone zone : Zone.values()) {
            zones.put(zone, steps(new BounceSteps(zone.label(), zone.shortLabel())));
        }
        steps(loudness);
        steps(plr);
        steps(width);
        change = Ui.choice(Texts.of("bounces.whatChanged"), Texts.of("bounces.whatChanged.tip"));
        change.setId("what-changed");
        change.setOnAction(e -> before().ifPresent(t -> heard.toggleChange(t.bounce())));
        change.setMinWidth(USE_PREF_SIZE);
        note.setPromptText(Texts.of("bounces.aNoteForThis"));
        note.setId("bounce-note");
        note.setAccessibleText(Texts.of("bounces.aNoteForThis2"));
        note.setMinWidth(60);
        HBox.setHgrow(note, Priority.ALWAYS);
        note.setOnAction(e -> keepNote());
        note.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                keepNote();
            }
        });
        ScrollPane scroll = new ScrollPane(chips);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setFitToHeight(true);
        scroll.setMinHeight(28);
        scroll.setPrefHeight(28);
        chips.setAlignment(Pos.CENTER_LEFT);
        line.getChildren().addAll(scroll, change, note);
        line.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, steps, line);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        bounces.allProperty().subscribe(a -> refresh.run());
        bounces.pendingProperty().subscribe(p -> refresh.run());
        bounces.folderProperty().subscribe(f -> refresh.run());
        bounces.atOnceProperty().subscribe(v -> refresh.run());
        listening.monitor().versionProperty().subscribe(v -> refresh.run());
        refresh();
    }

    private BounceSteps steps(BounceSteps plot) {
        plot.setPrefHeight(STEPS_HEIGHT);
        plot.setMinHeight(STEPS_HEIGHT);
        plot.setMinWidth(0);
        plot.getStyleClass().add("steps");
        HBox.setHgrow(plot, Priority.ALWAYS);
        plot.setPrefWidth(80);
        steps.getChildren().add(plot);
        return plot;
    }

    /** Leaves the small pictures out where the page is too low for them. */
    public void fit(double height) {
        pageHeight = height;
        int count = bounces.allProperty().get().size();
        shown(steps, pageHeight >= ROOM && count > 1);
        shown(line, pageHeight >= LEAST_ROOM && count > 0);
    }

    private static void shown(HBox part, boolean is) {
        part.setVisible(is);
        part.setManaged(is);
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

    private void keepNote() {
        chosen.ifPresent(t -> bounces.note(t.bounce(), note.getText()));
    }

    private void refresh() {
        List<Taken> all = bounces.allProperty().get();
        setVisible(bounces.folderProperty().get().isPresent());
        setManaged(isVisible());
        Optional<Path> pending = bounces.pendingProperty().get();
        take.setVisible(pending.isPresent());
        take.setManaged(pending.isPresent());
        watching.setText(bounces.folderProperty()
                .get()
                .map(f -> Texts.of("bounces.watching", f.getFileName()))
                .orElse(Texts.of("bounces.notWatching")));
        sentence.setText(
                pending.map(p -> Texts.of("bounces.isNew", p.getFileName())).orElse(words(all)));
        Ui.tip(sentence, sentence.getText());
        fit(pageHeight);
        List<Taken> shown = all.subList(Math.max(0, all.size() - 30), all.size());
        zones.forEach(
                (zone, plot) -> show(plot, shown, t -> t.standing().outsideDb().get(zone), t -> t.standing()
                        .outsideDb()
                        .get(zone)));
        loudness.showValues(shown.stream().map(t -> t.standing().lufs()).toList(), now(shown, t -> t.standing()
                .lufs()));
        show(plr, shown, t -> t.standing().plrOutsideDb(), t -> t.standing().plrDb());
        show(width, shown, t -> t.standing().widthOutsideDb(), t -> t.standing().widthDb());
        showChips(shown);
    }

    private static void show(
            BounceSteps plot, List<Taken> all, ToDoubleFunction<Taken> outside, ToDoubleFunction<Taken> reading) {
        plot.show(all.stream().map(outside::applyAsDouble).toList(), now(all, reading));
    }

    private static double now(List<Taken> all, ToDoubleFunction<Taken> reading) {
        return all.isEmpty() ? Double.NaN : reading.applyAsDouble(all.get(all.size() - 1));
    }

    private static String words(List<Taken> all) {
        if (all.isEmpty()) {
            return Texts.of("bounces.theNextBounceOf2");
        }
        if (all.size() == 1) {
            return Texts.of("bounces.oneSoFar");
        }
        Taken first = all.get(0);
        Taken last = all.get(all.size() - 1);
        String told =
                last.standing().since(first.standing()).words(first.bounce().name());
        String loudness = Texts.of(
                "bounces.lu",
                Numbers.gain(last.standing().lufs() - first.standing().lufs()));
        return told + ", " + loudness + moves(last);
    }

    /** What became of the moves that were proposed. */
    private static String moves(Taken last) {
        List<TakenUp> moves = last.bounce().takenUp();
        long done = moves.stream().filter(TakenUp::isDone).count();
        return moves.isEmpty() ? "" : Texts.of("bounces.ofTakenUp", done, Texts.of("counts.moves", moves.size()));
    }

    private void showChips(List<Taken> all) {
        List<ToggleButton> made = new ArrayList<>();
        Optional<String> now = heard.heard();
        chosen = all.stream()
                .filter(t -> now.isPresent() && now.get().endsWith(t.bounce().content()))
                .findFirst()
                .or(() -> chosen.flatMap(c -> all.stream()
                        .filter(t -> t.bounce().content().equals(c.bounce().content()))
                        .findFirst()))
                .or(() -> all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1)));
        for (Taken t : all) {
            made.add(chip(t, now));
        }
        chips.getChildren().setAll(made);
        change.setSelected(now.filter(id -> id.startsWith("change ")).isPresent());
        change.setDisable(before().isEmpty());
        if (!note.isFocused()) {
            note.setText(chosen.map(t -> bounces.noteOf(t.bounce())).orElse(""));
        }
    }

    /** The bounce the mix is held against: the one that is chosen, or for the mix itself the one before. */
    private Optional<Taken> before() {
        List<Taken> all = bounces.allProperty().get();
        return chosen.filter(t -> !t.isNow())
                .or(() -> all.stream().filter(t -> !t.isNow()).reduce((a, b) -> b));
    }

    private ToggleButton chip(Taken t, Optional<String> now) {
        boolean isHeard = now.equals(Optional.of("bounce " + t.bounce().content())) || t.isNow() && now.isEmpty();
        String tip = t.isNow() ? Texts.of("bounces.theMixAsIt") : Texts.of("bounces.hearItInThe");
        ToggleButton chip = Ui.choice(
                t.bounce().name() + " · " + BounceWords.when(t.bounce()),
                tip + BounceWords.moves(t.bounce()) + note(t));
        chip.getStyleClass().add("tight");
        chip.setMinWidth(USE_PREF_SIZE);
        chip.setId("bounce-" + t.bounce().number());
        chip.setSelected(isHeard);
        chip.setOnAction(e -> {
            chosen = Optional.of(t);
            if (t.isNow()) {
                heard.end();
                workspace.messageProperty().set("");
            } else {
                heard.toggle(t.bounce());
            }
            refresh();
        });
        return chip;
    }

    private String note(Taken t) {
        String text = bounces.noteOf(t.bounce());
        return text.isEmpty() ? "" : "\n“" + text + "”";
    }
}
