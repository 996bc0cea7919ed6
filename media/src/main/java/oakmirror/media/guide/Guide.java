package oakmirror.media.guide;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import oakmirror.files.PlainFile;
import org.commonmark.node.Image;
import org.commonmark.node.Node;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.NodeRenderer;
import org.commonmark.renderer.html.HtmlRenderer;
import org.commonmark.renderer.html.HtmlWriter;

/** The guide in one language. Its chapters are written in Markdown, in docs/guide, and ship with the program. */
public final class Guide {

    private static final String FOLDER = "/oakmirror/media/guide/";
    private static final String ENGLISH = "en";
    private static final long MOST_PICTURE_BYTES = 10 << 20;

    private static final String PAGE =
            """
            <!DOCTYPE html>
            <html lang="%s"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>%s</title>
            <style>
            body { background: #F5F1E8; color: #25221C; font: 16px/1.55 Lato, sans-serif; max-width: 46em; margin: 2em auto; padding: 0 1em }
            h1, h2 { font-family: Vollkorn, Georgia, serif; font-weight: 600; line-height: 1.2 } h1 { margin-top: 2.5em } h2 { font-size: 1.15em }
            a { color: #4C6B3C } em { font-style: normal; font-weight: bold } img { max-width: 100%%; border: 1px solid #CFC6B2 }
            code { background: #ECE6D8; padding: .1em .35em; border-radius: 3px; font-size: .92em }
            @media (prefers-color-scheme: dark) { body { background: #1E1B17; color: #EEE6D6 } a { color: #9DB57E } code { background: #282420 } img { border-color: #453E34 } }
            </style></head><body>
            <h1 style="margin-top: 0">%s</h1>
            <ol>
            %s</ol>
            %s</body></html>
            """;

    private final String language;
    private final List<Chapter> chapters;

    private Guide(String language, List<Chapter> chapters) {
        this.language = language;
        this.chapters = chapters;
    }

    /** In a language, by its tag; in English where there is none. */
    public static Guide in(String language) {
        Parser parser = Parser.builder().build();
        List<String> ids = read(FOLDER + "chapters.txt").lines().toList();
        String there = text(language, ids.get(0)) == null ? ENGLISH : language;
        return new Guide(
                there,
                ids.stream()
                        .map(id -> Chapter.of(id.substring(id.indexOf('-') + 1), parser.parse(text(there, id))))
                        .toList());
    }

    private static String text(String language, String id) {
        return read(FOLDER + language + "/" + id + ".md");
    }

    /** What a resource holds; null where there is none. */
    private static String read(String resource) {
        try (InputStream in = Guide.class.getResourceAsStream(resource)) {
            return in == null ? null : new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("it is part of the program", e);
        }
    }

    /** All chapters, in the order of the work. */
    public List<Chapter> chapters() {
        return chapters;
    }

    /** A chapter by what it is known by. */
    public Optional<Chapter> named(String id) {
        return chapters.stream().filter(c -> c.id().equals(id)).findFirst();
    }

    /** The chapters that hold all words that are looked for. */
    public List<Chapter> find(String words) {
        return chapters.stream().filter(c -> Chapter.holds(c.document(), words)).toList();
    }

    /**
     * All of it as one page that needs no other file.
     *
     * @param title its title
     * @param pictures the folder that pictures are taken from; those that are not there are left out
     */
    public String html(String title, Path pictures) {
        HtmlRenderer renderer = HtmlRenderer.builder()
                .nodeRendererFactory(context -> new Pictures(context.getWriter(), pictures))
                .build();
        String list = chapters.stream()
                .map(c -> "<li><a href=\"#" + c.id() + "\">" + escaped(c.title()) + "</a></li>\n")
                .collect(Collectors.joining());
        String text = chapters.stream()
                .map(c -> "<section id=\"" + c.id() + "\">\n" + renderer.render(c.document()) + "</section>\n")
                .collect(Collectors.joining());
        return PAGE.formatted(language, escaped(title), escaped(title), list, text);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;");
    }

    /** Pictures within the page itself. */
    private record Pictures(HtmlWriter writer, Path folder) implements NodeRenderer {

        @Override
        public Set<Class<? extends Node>> getNodeTypes() {
            return Set.of(Image.class);
        }

        @Override
        public void render(Node node) {
            Path file = folder.resolve(
                    Path.of(((Image) node).getDestination()).getFileName().toString());
            if (Files.isRegularFile(file)) {
                try {
                    String data = Base64.getEncoder().encodeToString(PlainFile.read(file, MOST_PICTURE_BYTES));
                    writer.tag("img", Map.of("src", "data:image/png;base64," + data, "alt", Chapter.plain(node)), true);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
        }
    }
}
