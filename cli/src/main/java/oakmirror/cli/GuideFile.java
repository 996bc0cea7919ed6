package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import oakmirror.files.AtomicFile;
import oakmirror.media.guide.Guide;
import oakmirror.text.Product;
import oakmirror.text.Texts;

/** The guide as a page in each language, for packages. */
final class GuideFile {

    private GuideFile() {}

    /** Usage: the folder of the pictures, and the folder to write to. */
    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createDirectories(Path.of(arguments[1]));
        for (String tag : Texts.languages().keySet()) {
            Texts.speak(Locale.forLanguageTag(tag));
            String page = Guide.in(tag).html(Texts.of("cli.guide", Product.NAME), Path.of(arguments[0]));
            AtomicFile.write(
                    folder.resolve("guide_" + tag + ".html"), page.getBytes(java.nio.charset.StandardCharsets.UTF_8));
        }
    }
}
