package oakmirror.desk.compare;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.Missing;
import oakmirror.desk.control.Navigation;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.control.ScopeChoice;
import oakmirror.desk.look.Ui;
import oakmirror.desk.words.Words;
import oakmirror.findings.Finding;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.mastering.Targets;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Compare: one picture large, the others small beneath; a click brings a small one up. The findings stand beside. */
public final class ComparePage extends BorderPane {

    /** Narrower, as beside the library, findings are folded away until they are asked for. */
    private static final double ROOM_FOR_FINDINGS = 900;

    /** A moment is heard from so much before it. */
    private static final double BEFORE_SECONDS = 1;

    private static final double SMALL_HEIGHT = 92;

    private final Context context;
    private final PlacesToHear places;
    private final TonePanel tone;
    private final List<Panel> panels;
    private final StackPane place = new StackPane();
    private final HBox tools = new HBox(5);
    private final HBox row = new HBox(10);
    private final Label title = Ui.label("", "heading");
    private final Label explanation = Ui.label("", "quiet");
    private final Button how = Words.reading("Tone");
    private final PictureFiles files;
    private final FindingsPane findings;
    private final Missing empty;
    private Panel large;
    private boolean playedForFinding;
    private boolean loopedForFinding;

    /** The page of a comparison. */
    public ComparePage(
            Workspace workspace,
            Comparing comparing,
            PlacesToHear places,
            Listening listening,
            Settings settings,
            Targets targets,
            Asking asking,
            Navigation ways,
            Function<Command, String> key,
            Runnable blind,
            Node library) {
        this.places = places;
        context = new Context(workspace, comparing, places, listening, settings, targets);
        tone = new TonePanel(context);
        panels = List.of(
                tone,
                new LoudnessPanel(context),
                new DynamicsPanel(context),
                new WidthPanel(context),
                new SpectrogramPanel(context),
                new ElsewherePanel(context));
        files = new PictureFiles(workspace, asking);
        HBox scope = ScopeChoice.of(workspace);
        MenuButton copy = files.menu(this);
        List.of(title, scope, copy, how).forEach(n -> n.setMinWidth(Region.USE_PREF_SIZE));
        HBox head = new HBox(14, title, explanation, how, Ui.spring(), scope, copy, library);
        head.getStyleClass().add("head");
        Ui.giveWay(head, explanation, how);
        tools.setAlignment(Pos.CENTER_LEFT);
        tools.setMinHeight(28);
        VBox.setVgrow(place, Priority.ALWAYS);
        row.setMinHeight(SMALL_HEIGHT); // as far as a low window needs it
        row.setPrefHeight(SMALL_HEIGHT + 26);
        PlacePanel listened = new PlacePanel(places, listening, workspace, key, () -> {
            blind.run();
            places.tellApart();
        });
        VBox sheet = new VBox(6, head, tools, place, row);
        sheet.getStyleClass().add("page");
        setCenter(sheet);
        places.focusProperty().subscribe(f -> {
            if (f.isPresent()) {
                bring(tone);
                tone.look(
                        Math.max(20, f.get().place().lowHz()),
                        Math.min(20000, f.get().place().highHz()));
            }
            sheet.getChildren().set(3, f.isPresent() ? listened : row);
        });
        findings = new FindingsPane(comparing, places, this::open, this::hearFrom, ways);
        setRight(findings);
        widthProperty()
                .map(w -> w.doubleValue() > 0 && w.doubleValue() < ROOM_FOR_FINDINGS)
                .subscribe(narrow -> findings.foldedProperty().set(narrow));
        empty = new Missing(workspace, true, ways.toGather());
        large = tone;
        bring(tone);
        Ui.greyWhile(workspace.settledProperty().map(is -> !is), place, row, findings);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        comparing.sheetProperty().subscribe(c -> refresh.run());
        context.facing().subscribe(n -> refresh.run());
        comparing.pointedProperty().subscribe(n -> refresh.run());
    }

    /** The title of what is in the large place. */
    public String largeTitle() {
        return large.title();
    }

    /** Puts the numbers behind the large picture on the clipboard. */
    public void copyNumbers() {
        files.copy(large.table(context.comparing().sheet()));
    }

    /** Brings a panel into the large place by its name, in whatever case. */
    public void bring(String name) {
        panels.stream().filter(p -> p.name().equalsIgnoreCase(name)).findFirst().ifPresent(this::bring);
    }

    /** Shows and plays the finding after the one that is open. */
    public void nextFinding() {
        findings.next();
    }

    /** Shows and plays a finding. */
    public void open(Finding finding) {
        findings.open(finding);
    }

    /** Holds the mix's curve of tone, or lets it go. */
    public void toggleHold() {
        bring(tone);
        tone.toggleHold();
    }

    /** Writes the large picture to a file, as PNG. */
    public void savePicture(Path file) {
        files.savePicture(large.large(), file);
    }

    /** Writes the numbers behind the large picture to a file, as comma-separated values. */
    public void saveNumbers(Path file) {
        files.saveNumbers(large.table(context.comparing().sheet()), file);
    }

    /** Puts the large picture on the clipboard. */
    public void copyPicture() {
        files.copy(large.large());
    }

    private void bring(Panel panel) {
        large = panel;
        title.setText(panel.title());
        Words.setReading(how, panel.name());
        Words.setReading(place, panel.name());
        tools.getChildren().setAll(panel.tools());
        place.getChildren().setAll(panel.large(), empty);
        List<Node> cards = new ArrayList<>();
        for (Panel other : panels) {
            if (other != panel) {
                cards.add(card(other));
            }
        }
        row.getChildren().setAll(cards);
        refresh();
    }

    private VBox card(Panel panel) {
        Label name = Ui.label(panel.title(), "subheading");
        name.setMinWidth(Region.USE_PREF_SIZE);
        Label unit = Ui.label(panel.unit(), "quiet", "small");
        HBox head = new HBox(6, name, Ui.spring(), unit);
        head.setAlignment(Pos.BASELINE_LEFT);
        Ui.giveWay(head, unit);
        panel.small().setMinSize(0, 0);
        panel.small().setMouseTransparent(true);
        VBox.setVgrow(panel.small(), Priority.ALWAYS);
        PressablePane card = PressablePane.card(3, () -> bring(panel), head, panel.small());
        card.setAccessibleText(Texts.of("compare.showLarge", Texts.inside(panel.title())));
        card.setId("small-" + panel.name().toLowerCase(java.util.Locale.ROOT));
        card.getStyleClass().add("small-panel");
        card.setMinWidth(0);
        card.setPrefWidth(100);
        HBox.setHgrow(card, Priority.ALWAYS);
        Tooltip.install(card, new Tooltip(Texts.of("compare.showLarge", Texts.inside(panel.title()))));
        return card;
    }

    private void refresh() {
        Sheet sheet = context.comparing().sheet();
        explanation.setText(large.explanation(sheet));
        panels.forEach(p -> p.show(sheet, p == large));
    }

    /** Brings what moves up to date; called with every frame of the window. */
    public void tick() {
        if (getScene() != null) {
            large.tick(context.comparing().sheet());
        }
    }

    /** Shows and plays what a finding is about, or goes back. */
    private void open(Finding finding, boolean opens) {
        places.end();
        MonitorControls monitor = context.listening().monitor();
        if (!opens) {
            monitor.bandProperty().set(Optional.empty());
            if (playedForFinding && context.listening().playingProperty().get()) {
                context.listening().togglePlay();
            }
            if (loopedForFinding) {
                context.listening().loopingProperty().set(false);
            }
            playedForFinding = false;
            loopedForFinding = false;
            return;
        }
        switch (finding.place().aspect()) {
            case TONE -> bring(tone);
            case LOUDNESS -> bring("Loudness");
            case DYNAMICS -> bring("Dynamics");
            case WIDTH -> bring("Width");
        }
        Optional<Finding.Band> band = finding.place().band();
        band.ifPresent(b -> tone.look(b.lowHz(), b.highHz()));
        monitor.bandProperty()
                .set(band.filter(b -> !finding.kind().isCaveat())
                        .map(b -> new MonitorControls.Band(b.lowHz(), b.highHz())));
        hear(finding.track());
        finding.place().seconds().stream().findFirst().ifPresent(this::hearFrom);
    }

    /** Plays the mix from a little before a moment of its own on, without going round in a passage. */
    private void hearFrom(double seconds) {
        hear(0);
        Sheet sheet = context.comparing().sheet();
        context.listening().loopingProperty().set(false);
        sheet.comparison().members().stream()
                .filter(m -> m.number() == 0)
                .findFirst()
                .ifPresent(m -> context.listening().seekIn(sheet.slot(m), Math.max(0, seconds - BEFORE_SECONDS)));
    }

    private void hear(int number) {
        Sheet sheet = context.comparing().sheet();
        sheet.comparison().members().stream()
                .filter(m -> m.number() == number)
                .findFirst()
                .ifPresent(m -> {
                    Listening listening = context.listening();
                    listening.hear(sheet.slot(m));
                    if (!listening.loopingProperty().get()
                            && listening.heardRange().isPresent()) {
                        listening.loopingProperty().set(true); // what is told of is to be heard until it is understood
                        loopedForFinding = true;
                    }
                    if (!listening.playingProperty().get()) {
                        context.seek(m, 0);
                        listening.togglePlay();
                        playedForFinding = true;
                    }
                });
    }
}
