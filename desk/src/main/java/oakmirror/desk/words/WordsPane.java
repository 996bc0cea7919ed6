package oakmirror.desk.words;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/**
 * What words mean, at the side of the window that was not asked about: a list to look in, or one entry with its source and what goes with it. A click on a label
 * with a word in it asks, and so does a key for what is under the pointer, whatever that is.
 */
public final class WordsPane extends VBox {

    private static final double WIDTH = 330;
    private static final String ASKABLE = "askable";

    private final TextField search = new TextField();
    private final VBox text = new VBox(8);
    private final ScrollPane scroll = new ScrollPane(text);
    private final Button list;
    private final List<Term> earlier = new ArrayList<>();
    private Optional<Term> shown = Optional.empty();
    private Optional<Node> under = Optional.empty();
    private Optional<Label> marked = Optional.empty();

    /** The pane, not shown yet; {@code guide} opens the guide at the page that is shown. */
    public WordsPane(Runnable guide) {
        setId("words");
        getStyleClass().add("words");
        setVisible(false);
        setMinWidth(WIDTH);
        setMaxWidth(WIDTH);
        search.setId("words-search");
        search.setPromptText(Texts.of("words.findAWord"));
        search.setAccessibleText(Texts.of("words.findAWord2"));
        search.textProperty().subscribe(t -> {
            if (isVisible()) {
                showList();
            }
        });
        search.setOnAction(e ->
                Glossary.words().find(search.getText()).stream().findFirst().ifPresent(this::show));
        list = Ui.link(Texts.of("words.allWords"), Texts.of("words.allWords.tip"), this::back);
        Button close = Ui.link("✕", Texts.of("words.closeEsc"), this::close);
        close.setId("close-words");
        Button more = Ui.link(Texts.of("words.guide"), Texts.of("words.guide.tip"), guide);
        more.setId("words-guide");
        HBox head = new HBox(8, Ui.label(Texts.of("words.words"), "heading"), list, more, Ui.spring(), close);
        head.setAlignment(Pos.BASELINE_LEFT);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        setSpacing(10);
        Ui.whenShown(this, head, search, scroll);
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close();
                e.consume();
            }
        });
    }

    /** Answers whatever asks within a window's content. */
    public void answer(Node root) {
        root.addEventHandler(WordsEvent.ASKED, e -> {
            open(e.terms(), (Node) e.getTarget());
            e.consume();
        });
        root.addEventFilter(MouseEvent.MOUSE_MOVED, e -> point(e.getPickResult().getIntersectedNode()));
        root.addEventFilter(MouseEvent.MOUSE_CLICKED, e -> {
            if (e.getButton() == MouseButton.PRIMARY && e.isStillSincePress()) {
                Words.asking(e.getPickResult().getIntersectedNode())
                        .ifPresent(label -> open(Glossary.words().in(label.getText()), label));
            }
        });
    }

    private void point(Node node) {
        under = Optional.ofNullable(node);
        Optional<Label> now = isInside(node) ? Optional.empty() : under.flatMap(Words::asking);
        if (!now.equals(marked)) {
            marked.ifPresent(l -> l.getStyleClass().remove(ASKABLE));
            now.ifPresent(l -> l.getStyleClass().add(ASKABLE));
            marked = now;
        }
    }

    private boolean isInside(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n == this) {
                return true;
            }
        }
        return false;
    }

    /** Says what is under the pointer or, where that says nothing, what has the focus; closes when it is open. */
    public void toggle() {
        if (isVisible()) {
            close();
            return;
        }
        Node focused = getScene().getFocusOwner();
        List<Term> words = under.map(Words::at).orElse(List.of());
        Node where = under.orElse(this);
        if (words.isEmpty() && focused != null) {
            words = Words.at(focused);
            where = focused;
        }
        open(words, where);
    }

    private void open(List<Term> words, Node asked) {
        boolean right = asked.localToScene(asked.getBoundsInLocal()).getCenterX()
                > getScene().getWidth() * 0.6;
        StackPane.setAlignment(this, right ? Pos.CENTER_LEFT : Pos.CENTER_RIGHT);
        earlier.clear();
        setVisible(true);
        search.clear();
        if (words.isEmpty()) {
            showList();
            search.requestFocus();
        } else {
            show(words.get(0), words.subList(1, words.size()));
        }
    }

    /** Hides it. */
    public void close() {
        setVisible(false);
        getParent().requestFocus();
    }

    private void back() {
        search.clear();
        showList();
    }

    private void show(Term term) {
        show(term, List.of());
    }

    private void show(Term term, List<Term> beside) {
        shown.filter(t -> isVisible() && !t.equals(term)).ifPresent(earlier::add);
        shown = Optional.of(term);
        list.setVisible(true);
        text.getChildren().setAll(paragraph(term.name(), "subheading"));
        term.paragraphs().forEach(p -> text.getChildren().add(paragraph(p, "words-text")));
        if (!term.source().isEmpty()) {
            text.getChildren().add(paragraph(Texts.of("words.source", term.source()), "quiet", "small"));
        }
        links(Texts.of("words.alsoThere"), beside);
        links(
                Texts.of("words.see"),
                term.see().stream()
                        .flatMap(n -> Glossary.words().named(n).stream())
                        .toList());
        if (!earlier.isEmpty()) {
            Term before = earlier.get(earlier.size() - 1);
            text.getChildren()
                    .add(Ui.link(Texts.of("words.backTo", before.name()), Texts.of("words.backTo.tip"), () -> {
                        earlier.remove(before);
                        shown = Optional.empty();
                        show(before);
                    }));
        }
        scroll.setVvalue(0);
    }

    private void links(String lead, List<Term> terms) {
        if (!terms.isEmpty()) {
            FlowPane flow = new FlowPane(2, 0, Ui.label(lead, "quiet", "small"));
            flow.setRowValignment(javafx.geometry.VPos.BASELINE);
            terms.forEach(t -> flow.getChildren().add(link(t)));
            text.getChildren().add(flow);
        }
    }

    private Button link(Term term) {
        Button link = Ui.link(term.name(), Texts.of("words.whatItMeans"), () -> show(term));
        link.getStyleClass().add("word");
        return link;
    }

    private static Label paragraph(String words, String... styles) {
        Label label = Ui.label(words, styles);
        label.setWrapText(true);
        return label;
    }

    private void showList() {
        shown = Optional.empty();
        list.setVisible(false);
        List<Term> found = Glossary.words().find(search.getText());
        text.getChildren().clear();
        group(
                Texts.of("words.pagesAndPictures"),
                found.stream().filter(Term::isReading).toList());
        group(
                Texts.of("words.words"),
                found.stream()
                        .filter(t -> !t.isReading())
                        .sorted(Comparator.comparing(Term::name, String.CASE_INSENSITIVE_ORDER))
                        .toList());
        text.getChildren()
                .add(paragraph(
                        found.isEmpty() ? Texts.of("words.noSuchWordHere") : Texts.of("words.f1SaysWhatIs"),
                        "quiet",
                        "small"));
    }

    private void group(String name, List<Term> terms) {
        if (!terms.isEmpty()) {
            VBox links = new VBox(0);
            terms.forEach(t -> links.getChildren().add(link(t)));
            text.getChildren().addAll(Ui.label(name, "quiet", "small"), links);
        }
    }
}
