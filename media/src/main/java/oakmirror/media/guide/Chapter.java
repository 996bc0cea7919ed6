package oakmirror.media.guide;

import java.util.Arrays;
import java.util.Locale;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Code;
import org.commonmark.node.Heading;
import org.commonmark.node.Node;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.Text;

/**
 * A chapter of the guide.
 *
 * @param id what it is known by in every language
 * @param title its heading
 * @param document its text, as Markdown is read
 */
public record Chapter(String id, String title, Node document) {

    static Chapter of(String id, Node document) {
        Node first = document.getFirstChild();
        if (!(first instanceof Heading heading) || heading.getLevel() != 1) {
            throw new IllegalArgumentException("a chapter begins with its heading: " + id);
        }
        return new Chapter(id, plain(first), document);
    }

    /** The words in a part of a chapter, without how they are set. */
    public static String plain(Node part) {
        StringBuilder words = new StringBuilder();
        part.accept(new AbstractVisitor() {
            @Override
            public void visit(Text text) {
                words.append(text.getLiteral());
            }

            @Override
            public void visit(Code code) {
                words.append(code.getLiteral());
            }

            @Override
            public void visit(SoftLineBreak line) {
                words.append(' ');
            }
        });
        return words.toString();
    }

    /** Whether a part of a chapter holds all words that are looked for, or their beginnings. */
    public static boolean holds(Node part, String asked) {
        String text = plain(part).toLowerCase(Locale.ROOT);
        return Arrays.stream(asked.toLowerCase(Locale.ROOT).strip().split("\\s+"))
                .allMatch(text::contains);
    }
}
