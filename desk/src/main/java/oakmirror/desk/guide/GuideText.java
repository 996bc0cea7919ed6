package oakmirror.desk.guide;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import oakmirror.desk.look.Ui;
import oakmirror.media.guide.Chapter;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Emphasis;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.ListItem;
import org.commonmark.node.OrderedList;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;

/** A chapter as nodes: headings, paragraphs, lists; without its pictures, which show the window it lies beside. */
final class GuideText extends AbstractVisitor {

    private final String asked;
    private final List<Node> blocks = new ArrayList<>();
    private TextFlow line = new TextFlow();
    private String style = "guide-text";

    private GuideText(String asked) {
        this.asked = asked;
    }

    /** All of it; what holds the words that are looked for is marked. */
    static List<Node> of(Chapter chapter, String asked) {
        GuideText text = new GuideText(asked);
        chapter.document().accept(text);
        return text.blocks;
    }

    @Override
    public void visit(Heading heading) {
        Label label = Ui.wrapped(Chapter.plain(heading), heading.getLevel() == 1 ? "heading" : "subheading");
        label.getStyleClass().add("guide-heading");
        blocks.add(label);
    }

    @Override
    public void visit(Paragraph paragraph) {
        line = new TextFlow();
        line.getStyleClass().add("guide-line");
        line.setAccessibleText(Chapter.plain(paragraph));
        if (!asked.isBlank() && Chapter.holds(paragraph, asked)) {
            line.getStyleClass().add("found");
        }
        visitChildren(paragraph);
        boolean isPicture = line.getChildren().isEmpty();
        if (!isPicture) {
            blocks.add(line);
        }
    }

    @Override
    public void visit(OrderedList list) {
        int number = 1;
        for (org.commonmark.node.Node item = list.getFirstChild(); item != null; item = item.getNext()) {
            item((ListItem) item, number++ + ".");
        }
    }

    @Override
    public void visit(BulletList list) {
        for (org.commonmark.node.Node item = list.getFirstChild(); item != null; item = item.getNext()) {
            item((ListItem) item, "–");
        }
    }

    private void item(ListItem item, String sign) {
        int before = blocks.size();
        visitChildren(item);
        Label mark = Ui.label(sign, "guide-sign");
        mark.setMinWidth(24);
        for (int i = before; i < blocks.size(); i++) {
            HBox.setHgrow(blocks.get(i), Priority.ALWAYS);
            blocks.set(i, new HBox(i == before ? mark : Ui.label(""), blocks.get(i)));
        }
    }

    @Override
    public void visit(Emphasis emphasis) {
        in("guide-name", emphasis);
    }

    private void in(String inner, org.commonmark.node.Node node) {
        String outer = style;
        style = inner;
        visitChildren(node);
        style = outer;
    }

    @Override
    public void visit(Code code) {
        add(code.getLiteral(), "guide-key");
    }

    @Override
    public void visit(org.commonmark.node.Text text) {
        add(text.getLiteral(), style);
    }

    @Override
    public void visit(SoftLineBreak end) {
        add(" ", style);
    }

    @Override
    public void visit(Image picture) {
        // of the window that is open beside this one
    }

    private void add(String words, String as) {
        Text text = new Text(words);
        text.getStyleClass().add(as);
        line.getChildren().add(text);
    }
}
