package oakmirror.desk.compare;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.DoubleConsumer;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.candidate.Candidate;
import oakmirror.desk.control.Navigation;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.control.SidePane;
import oakmirror.desk.look.Ui;
import oakmirror.desk.words.Words;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.findings.Finding;
import oakmirror.findings.PlaceWords;
import oakmirror.findings.WorthAListen;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The findings in words, beside the sheet: a click shows and plays what one is about and says what to try; it can be folded away. */
final class FindingsPane extends SidePane {

    /** Ways to so many moments are shown. */
    private static final int MOST_MOMENTS = 8;

    private static String nothing() {
        return Texts.of("compare.nothingStandsOutBalance");
    }

    private final Comparing comparing;
    private final PlacesToHear places;
    private final BiConsumer<Finding, Boolean> onOpen;
    private final DoubleConsumer onMoment;
    private final Navigation ways;
    private final VBox cards = new VBox(8);
    private final Label basis = Ui.label("", "quiet", "small");
    private final Label state = Ui.label("", "quiet");
    private final Button recall;
    private final ScrollPane scroll = new ScrollPane(cards);
    private final Map<String, VBox> shown = new HashMap<>();
    private Optional<String> open = Optional.empty();

    /**
     * A pane of findings.
     *
     * @param onOpen is told of findings that are opened (true) and closed again
     * @param onMoment plays the mix from a moment on, in its own seconds
     * @param ways to other stations
     */
    FindingsPane(
            Comparing comparing,
            PlacesToHear places,
            BiConsumer<Finding, Boolean> onOpen,
            DoubleConsumer onMoment,
            Navigation ways) {
        super(Texts.of("compare.findings"), "findings");
        this.comparing = comparing;
        this.places = places;
        this.onOpen = onOpen;
        this.onMoment = onMoment;
        this.ways = ways;
        recall = Ui.link("", Texts.of("compare.tellDismissedFindingsAgain"), comparing::recall);
        recall.setId("recall");
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        state.setWrapText(true);
        basis.setWrapText(true);
        basis.setMinHeight(USE_PREF_SIZE);
        fill(basis, state, scroll, recall);
        comparing.findingsProperty().subscribe(f -> refresh());
        places.itemsProperty().subscribe(i -> refresh());
        places.focusProperty().subscribe(f -> {
            closeFinding();
            refresh();
        });
        comparing.sheetProperty().subscribe(c -> say());
        sceneProperty().subscribe(scene -> {
            if (scene != null) {
                places.lookAt();
            }
        });
    }

    private void say() {
        long dismissed = comparing.dismissedCount();
        recall.setText(
                dismissed == 1
                        ? Texts.of("compare.1DismissedTellAgain")
                        : Texts.of("compare.dismissedTellAgain", dismissed));
        recall.setVisible(dismissed > 0);
        recall.setManaged(recall.isVisible());
        List<Finding> all = comparing.findingsProperty().get();
        boolean known = comparing.comparison().isKnown();
        basis.setText(comparing.basis());
        basis.setVisible(known);
        basis.setManaged(basis.isVisible());
        String words = !known
                ? Texts.of("compare.aMixAndA")
                : all.isEmpty() && places.offered().isEmpty()
                        ? dismissed > 0 ? Texts.of("compare.nothingElseStandsOut") : nothing()
                        : "";
        state.setText(words);
        state.setVisible(!words.isEmpty());
        state.setManaged(state.isVisible());
    }

    /** Opens the finding after the one that is open, or the first; after the last none is. */
    void next() {
        List<Finding> all = comparing.findingsProperty().get();
        int at = open.map(key -> all.stream().map(Finding::key).toList().indexOf(key))
                .orElse(-1);
        if (at + 1 < all.size()) {
            toggle(all.get(at + 1));
        } else if (at >= 0) {
            toggle(all.get(at));
        }
    }

    /** Opens a finding, unless it is open. */
    void open(Finding finding) {
        foldedProperty().set(false);
        if (!open.equals(Optional.of(finding.key()))) {
            toggle(finding);
        }
    }

    private void refresh() {
        List<Finding> all = comparing.findingsProperty().get();
        shown.clear();
        if (open.isPresent() && all.stream().noneMatch(f -> f.key().equals(open.get()))) {
            open = Optional.empty();
        }
        List<Finding> faults = all.stream().filter(f -> !f.kind().isCaveat()).toList();
        List<Finding> caveats = all.stream().filter(f -> f.kind().isCaveat()).toList();
        cards.getChildren().clear();
        boolean offers = !places.offered().isEmpty();
        group(
                Texts.of("compare.certainAndLikely"),
                faults.stream().map(this::card).toList(),
                offers || !caveats.isEmpty());
        group(
                Texts.of("compare.worthAListen"),
                places.offered().stream().map(this::place).toList(),
                false);
        group(Texts.of("compare.goodToKnow"), caveats.stream().map(this::card).toList(), false);
        say();
    }

    /** A heading with what stands under it; where there is nothing, it is said or left out. */
    private void group(String title, List<VBox> members, boolean say) {
        if (members.isEmpty() && !say || !comparing.comparison().isKnown()) {
            return;
        }
        cards.getChildren().add(Ui.label(title, "quiet", "small", "strong"));
        if (members.isEmpty()) {
            cards.getChildren().add(Ui.label(Texts.of("compare.none"), "quiet", "small"));
        }
        cards.getChildren().addAll(members);
    }

    private VBox place(DecidedPlace item) {
        Candidate place = item.place();
        Label name = Ui.label(PlaceWords.title(place), "strong");
        name.setWrapText(true);
        String decided =
                switch (item.decision()) {
                    case OPEN -> "";
                    case TAKEN -> Texts.of("compare.taken");
                    case LEFT -> Texts.of("compare.left");
                };
        Label brief = Ui.label(PlaceWords.brief(place) + decided, "quiet", "small");
        PressablePane card = PressablePane.card(3, () -> press(place), name, brief);
        card.setAccessibleText(PlaceWords.title(place) + " " + PlaceWords.seen(place) + "; " + PlaceWords.odds(place));
        Tooltip.install(card, new Tooltip(Texts.of("compare.listen", PlaceWords.seen(place), PlaceWords.odds(place))));
        card.setId("place-" + places.offered().indexOf(item));
        card.getStyleClass().addAll("finding", "offered");
        boolean is = places.focusProperty()
                .get()
                .filter(f -> f.place().equals(place))
                .isPresent();
        if (is) {
            card.getStyleClass().add("listened");
        }
        if (item.decision() == Decision.LEFT) {
            card.setOpacity(0.6);
        }
        return card;
    }

    private void press(Candidate place) {
        if (places.focusProperty().get().filter(f -> f.place().equals(place)).isPresent()) {
            places.end();
        } else {
            places.focus(place);
        }
    }

    /** A place and a finding are not listened to at once. */
    private void closeFinding() {
        if (places.focusProperty().get().isPresent()) {
            open = Optional.empty();
        }
    }

    private VBox card(Finding finding) {
        Label name = Ui.label(finding.title(), "strong");
        name.setWrapText(true);
        Label evidence = Ui.label(finding.weighedEvidence(), "quiet", "small");
        evidence.setWrapText(true);
        Button dismiss = Ui.link("×", Texts.of("compare.dismissNotToldAgain"), () -> comparing.dismiss(finding));
        dismiss.getStyleClass().add("dismiss");
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox head = new HBox(4, name, dismiss);
        head.setAlignment(Pos.TOP_LEFT);
        VBox more = new VBox(4);
        add(more, "compare.cause", finding.cause());
        add(more, "compare.inTheMix", finding.inTheMix());
        add(more, "compare.onTheMaster", finding.onTheMaster());
        add(more, "compare.cause", finding.surerWith());
        moments(finding).ifPresent(more.getChildren()::add);
        placeOf(finding).ifPresent(more.getChildren()::add);
        wayOn(finding).ifPresent(more.getChildren()::add);
        words(finding).ifPresent(more.getChildren()::add);
        PressablePane card = PressablePane.card(3, () -> toggle(finding), head, evidence, more);
        card.setAccessibleText(finding.title() + "; " + finding.weighedEvidence());
        dismiss.setAccessibleText(Texts.of("compare.dismiss", finding.title()));
        card.setId("finding-" + finding.kind().name().toLowerCase(java.util.Locale.ROOT));
        card.getStyleClass().addAll("finding", finding.kind().isCaveat() ? "caveat" : "fault");
        shown.put(finding.key(), more);
        unfold(finding.key());
        return card;
    }

    /** The first moments at which it is heard, each a way to hear it. */
    private Optional<Node> moments(Finding finding) {
        List<Double> seconds = finding.place().seconds();
        FlowPane flow = new FlowPane(2, 0, Ui.label(Texts.of("compare.hearAt"), "quiet", "small"));
        flow.setRowValignment(VPos.BASELINE);
        seconds.stream()
                .limit(MOST_MOMENTS)
                .map(s -> way(Numbers.fineTime(s), Texts.of("compare.hearAt.tip"), () -> onMoment.accept(s)))
                .forEach(flow.getChildren()::add);
        return seconds.isEmpty() ? Optional.empty() : Optional.of(flow);
    }

    /** Hearing what it tells of with and without a move that undoes it. */
    private Optional<Node> placeOf(Finding finding) {
        return places.itemsProperty().get().stream()
                .filter(i -> i.told() && WorthAListen.isAbout(finding, i.place()))
                .findFirst()
                .map(i -> way(
                        Texts.of("compare.listenWithAndWithout"),
                        Texts.of("compare.hearItWithAnd"),
                        () -> places.focus(i.place())));
    }

    /** Where something can be done about it here. */
    private Optional<Node> wayOn(Finding finding) {
        return switch (finding.kind()) {
            case TOO_MUCH, TOO_LITTLE ->
                Optional.of(way(
                        Texts.of("compare.whatShapeProposes"), Texts.of("compare.toShapeWhereThe"), ways.toShape()));
            case QUIETER, LOOSE ->
                Optional.of(Ui.link(
                        Texts.of("compare.levelItOnFinish"), Texts.of("compare.levelItOnFinish.tip"), ways.toFinish()));
            default -> Optional.empty();
        };
    }

    private static Button way(String text, String tooltip, Runnable there) {
        Button link = Ui.link(text, tooltip, there);
        link.getStyleClass().addAll("word", "way");
        return link;
    }

    /** What the words of its figures mean. */
    private static Optional<Node> words(Finding finding) {
        List<Button> links =
                Words.links(finding.title() + "; " + finding.weighedEvidence() + "; " + finding.onTheMaster());
        if (links.isEmpty()) {
            return Optional.empty();
        }
        FlowPane flow = new FlowPane(2, 0, Ui.label(Texts.of("compare.words"), "quiet", "small"));
        flow.setRowValignment(VPos.BASELINE);
        flow.getChildren().addAll(links);
        return Optional.of(flow);
    }

    private static void add(VBox more, String key, String words) {
        if (!words.isEmpty()) {
            Label label = Ui.label(Texts.of(key, words), "small");
            label.setWrapText(true);
            more.getChildren().add(label);
        }
    }

    private void toggle(Finding finding) {
        boolean opens = !open.equals(Optional.of(finding.key()));
        open = opens ? Optional.of(finding.key()) : Optional.empty();
        shown.keySet().forEach(this::unfold);
        onOpen.accept(finding, opens);
    }

    private void unfold(String key) {
        VBox more = shown.get(key);
        boolean wanted = open.equals(Optional.of(key)) && !more.getChildren().isEmpty();
        more.setVisible(wanted);
        more.setManaged(wanted);
    }
}
