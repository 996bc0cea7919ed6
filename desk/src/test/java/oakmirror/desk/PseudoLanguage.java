package oakmirror.desk;

import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/** A language that nobody speaks: English with accents, a third longer, so that what has no room for another language is seen. */
final class PseudoLanguage {

    /** A tag that no program has texts for. */
    static final String TAG = "eo";

    private static final List<String> MODULES = List.of("core", "media", "state", "desk");
    private static final String PLAIN = "aeiouAEIOUncs";
    private static final String ACCENTED = "áéïöüÁÉÏÖÜñčš";
    private static final String MORE =
            accented(" lorem ipsum dolor sit amet consectetur adipiscing elit sed do eiusmod tempor");
    private static final Pattern WORD = Pattern.compile("\\p{L}{3,}");

    /** Words within placeholders, which stay as they are. */
    private static final Set<String> KEPT = new HashSet<>();

    private PseudoLanguage() {}

    /** Writes its texts beside the compiled tests, where texts are looked for. */
    static void write() throws IOException, URISyntaxException {
        Path classes = Path.of(PseudoLanguage.class.getResource("/").toURI());
        Path folder = Files.createDirectories(classes.resolve("oakmirror/text"));
        for (String module : MODULES) {
            for (Path file : englishOf(module)) {
                Properties texts = new Properties();
                try (Reader reader = Files.newBufferedReader(file)) {
                    texts.load(reader);
                }
                texts.values().forEach(text -> KEPT.addAll(words(placeholders((String) text))));
                texts.replaceAll((key, text) -> longer((String) text));
                String name = file.getFileName().toString().replace(".properties", "_" + TAG + ".properties");
                try (Writer writer = Files.newBufferedWriter(folder.resolve(name))) {
                    texts.store(writer, null);
                }
            }
        }
    }

    private static List<Path> englishOf(String module) throws IOException {
        List<Path> files = new ArrayList<>();
        try (var all =
                Files.newDirectoryStream(Path.of("..", module, "src/main/resources/oakmirror/text"), "*.properties")) {
            all.forEach(files::add);
        }
        files.removeIf(f -> f.getFileName().toString().matches(".*_.*|languages.*"));
        return files;
    }

    /** The words of a text that cannot have come from its texts: they have letters that it has none of. */
    static List<String> foreign(String text) {
        return words(text).stream()
                .map(w -> w.replaceAll("[øþæ]+$", "")) // by which what it stands in has grown
                .filter(w -> !KEPT.contains(w) && w.chars().anyMatch(c -> PLAIN.indexOf(c) >= 0))
                .toList();
    }

    static List<String> words(String text) {
        return WORD.matcher(text).results().map(MatchResult::group).toList();
    }

    private static String placeholders(String text) {
        StringBuilder within = new StringBuilder();
        int depth = 0;
        for (char c : text.toCharArray()) {
            depth += c == '{' ? 1 : c == '}' ? -1 : 0;
            within.append(depth > 0 ? c : ' ');
        }
        return within.toString();
    }

    private static String accented(String text) {
        StringBuilder accented = new StringBuilder();
        text.chars().forEach(c -> accented.append(PLAIN.indexOf(c) < 0 ? (char) c : ACCENTED.charAt(PLAIN.indexOf(c))));
        return accented.toString();
    }

    /** Values and choices stay as they are; a short word grows by a letter, a sentence by words. */
    private static String longer(String text) {
        StringBuilder accented = new StringBuilder();
        int depth = 0;
        for (char c : text.toCharArray()) {
            depth += c == '{' ? 1 : c == '}' ? -1 : 0;
            int at = depth == 0 ? PLAIN.indexOf(c) : -1;
            accented.append(at < 0 ? c : ACCENTED.charAt(at));
        }
        long letters = text.replaceAll("\\{[^}]*}", "")
                .codePoints()
                .filter(Character::isLetter)
                .count();
        int more = (int) Math.min(MORE.length(), letters / 3);
        return letters < 3 ? text : accented + (more > 3 ? MORE.substring(0, more) : "øþæ".substring(0, more));
    }
}
