package oakmirror.desk.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.text.Text;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** Ways to ask what a word means. */
public final class Words {

    private static final String NAMES = "words.names";

    private static final String EVERYDAY = "Decibel";

    private Words() {}

    /** A link that says how to read a page or a picture, by its name. */
    public static Button reading(String name) {
        Button link = Ui.link(Texts.of("words.howToRead"), Texts.of("words.howToRead.tip"), () -> {});
        link.setId(Ui.GUIDE);
        link.setMinWidth(Button.USE_PREF_SIZE);
        setReading(link, name);
        link.setOnAction(e -> Event.fireEvent(link, new WordsEvent(named(link))));
        return link;
    }

    /** Links to the words a text holds, the decibel, of which everybody has heard, left out. */
    public static List<Button> links(String text) {
        List<Button> links = new ArrayList<>();
        for (Term term : Glossary.words().in(text)) {
            if (term.id().equals(EVERYDAY)) {
                continue;
            }
            Button link = Ui.link(term.name(), Texts.of("words.whatItMeans"), () -> {});
            link.getStyleClass().add("word");
            link.setOnAction(e -> Event.fireEvent(link, new WordsEvent(List.of(term))));
            links.add(link);
        }
        return links;
    }

    /** Says what page or picture a node is, for who asks what is under the pointer. */
    public static void setReading(Node node, String name) {
        setNames(node, Term.READING + name);
    }

    /** Says what words a picture holds, by their names in the list. */
    public static void setNames(Node node, String... names) {
        node.getProperties().put(NAMES, List.of(names));
    }

    private static List<Term> named(Node node) {
        List<?> names = (List<?>) node.getProperties().getOrDefault(NAMES, List.of());
        return names.stream()
                .flatMap(n -> Glossary.words().named((String) n).stream())
                .toList();
    }

    /** What words there are where a node is: in its own text, or in that of the nearest thing around it that has some. */
    static List<Term> at(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            List<Term> found = new ArrayList<>(Glossary.words().in(textOf(n)));
            found.addAll(named(n));
            if (!found.isEmpty()) {
                return found;
            }
        }
        return List.of();
    }

    private static String textOf(Node node) {
        if (node instanceof Labeled labeled) {
            return labeled.getText();
        }
        if (node instanceof Text text && !(text.getParent() instanceof Labeled)) {
            return text.getText();
        }
        return node instanceof PressablePane ? node.getAccessibleText() : "";
    }

    /** The label a node belongs to, if a click on it can ask: a click on something that is pressed means that. */
    static Optional<Label> asking(Node node) {
        Label label = null;
        for (Node n = node; n != null; n = n.getParent()) {
            boolean pressed = n instanceof ButtonBase
                    || n instanceof PressablePane
                    || n.getOnMouseClicked() != null
                    || n.getOnMousePressed() != null
                    || n.getStyleClass().contains("track-row")
                    || n.getStyleClass().contains("session-name"); // the user's own words
            if (pressed) {
                return Optional.empty();
            }
            label = label == null && n instanceof Label l ? l : label;
        }
        return Optional.ofNullable(label)
                .filter(l -> !Glossary.words().in(l.getText()).isEmpty());
    }
}
