package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import oakmirror.text.Texts;
import org.junit.jupiter.api.Test;

/** The texts of all modules: each that is asked for is there, and each that is there is asked for. */
class AllTextsTest {

    private static final List<String> MODULES = List.of("core", "media", "state", "cli", "desk");
    private static final Path TEXTS = Path.of("src/main/resources/oakmirror/text");
    private static final String KEY = "\"([a-z]+)\\.([A-Za-z0-9]+(\\.tip\\d*)?)\"";
    /** A key anywhere in the code, where a name of a setting may look like one. */
    private static final Pattern QUOTED = Pattern.compile(KEY);
    /** A key that is asked for on the spot. */
    private static final Pattern ASKED = Pattern.compile("Texts\\.of\\(\\s*" + KEY);

    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");
    /** What no user reads: comments, logs, exceptions for developers, names of fonts, keys and entries of the list of words. */
    private static final Pattern DEVELOPERS = Pattern.compile(
            "(?s)/\\*.*?\\*/|(?m:^\\s*//.*$)|LOG\\.\\w+\\(.*?;|"
                    + "new (IllegalState|NoSuchElement|IllegalArgument|UnsupportedOperation|IO|UncheckedIO|Cancellation)\\w*\\(.*?;|"
                    + "Words\\.(reading|setNames)\\([^;]*?;|READING = .*?;|Fonts?\\.?\\w*\\(.*?;|font\\(.*?;|\"Page (Up|Down)\"");
    /** What is written alike in every language. */
    private static final Pattern UNITS = Pattern.compile("LUFS|dBTP|PLR|PSR|kHz|[\\w ]+\\.csv");

    private static Stream<Path> walk(Path folder) {
        try {
            return Files.isDirectory(folder) ? Files.walk(folder) : Stream.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Properties read(Path file) {
        Properties texts = new Properties();
        try (Reader reader = Files.newBufferedReader(file)) {
            texts.load(reader);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return texts;
    }

    private static List<Path> files() {
        List<Path> files = new ArrayList<>();
        for (String module : MODULES) {
            try (Stream<Path> all = walk(Path.of("..", module).resolve(TEXTS))) {
                all.filter(f -> f.toString().endsWith(".properties"))
                        .filter(f -> !f.getFileName().toString().matches("languages.*|commandline.*"))
                        .forEach(files::add);
            }
        }
        return files;
    }

    private static String area(Path file) {
        return file.getFileName().toString().replaceAll("(_[a-z]+)?\\.properties$", "");
    }

    private static Map<String, String> english() {
        return in("");
    }

    /** All texts of a language, by key; English has no tag. */
    private static Map<String, String> in(String tag) {
        Map<String, String> all = new TreeMap<>();
        for (Path file : files()) {
            String ending = tag.isEmpty() ? "" : "_" + tag;
            if (file.getFileName().toString().equals(area(file) + ending + ".properties")) {
                read(file).forEach((key, text) -> assertThat(all.put(area(file) + "." + key, (String) text))
                        .as("two modules have an area %s", area(file))
                        .isNull());
            }
        }
        return all;
    }

    private static Set<String> found(Pattern pattern) {
        Set<String> asked = new TreeSet<>();
        for (String module : MODULES) {
            try (Stream<Path> sources = walk(Path.of("..", module, "src/main/java"))) {
                for (Path source :
                        sources.filter(f -> f.toString().endsWith(".java")).toList()) {
                    Matcher key = pattern.matcher(Files.readString(source));
                    while (key.find()) {
                        asked.add(key.group(1) + "." + key.group(2));
                    }
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return asked;
    }

    private static Set<String> without(Set<String> all, Set<String> these) {
        Set<String> left = new TreeSet<>(all);
        left.removeAll(these);
        return left;
    }

    @Test
    void everyTextThatIsAskedForIsThereAndTheOtherWayRound() {
        Map<String, String> english = english();
        assertThat(english).hasSizeGreaterThan(1000);
        assertThat(without(found(ASKED), english.keySet())).as("missing").isEmpty();
        assertThat(without(english.keySet(), found(QUOTED))).as("not used").isEmpty();
    }

    @Test
    void everyPatternCanBeFilledIn() {
        for (String tag : languages()) {
            in(tag).forEach((key, text) -> {
                if (text.contains("{")) {
                    assertThat(new MessageFormat(text).getFormatsByArgumentIndex())
                            .as(key)
                            .isNotEmpty();
                    assertThat(text.replace("''", ""))
                            .as("a quote hides what follows, in %s", key)
                            .doesNotContain("'");
                }
            });
        }
    }

    private static List<String> languages() {
        List<String> tags = new ArrayList<>(List.of(""));
        Texts.languages().keySet().stream().filter(tag -> !tag.equals("en")).forEach(tags::add);
        assertThat(tags).hasSizeGreaterThan(1);
        return tags;
    }

    /** A text with places for values gets some, and one without gets none. */
    @Test
    void valuesAreGivenWhereTheyAreWanted() {
        Map<String, String> english = english();
        for (String asked : found(Pattern.compile("Texts\\.of\\(\\s*" + KEY + "\\s*\\)"))) {
            assertThat(english.get(asked)).as(asked).doesNotContain("{0");
        }
        for (String asked : found(Pattern.compile("Texts\\.of\\(\\s*" + KEY + "\\s*,"))) {
            assertThat(english.get(asked)).as(asked).contains("{0");
        }
    }

    /** What commands and their options mean is looked up by the library that reads them, under names of its own. */
    @Test
    void everyLanguageExplainsEveryOption() {
        Path folder = Path.of("..", "cli").resolve(TEXTS);
        Properties english = read(folder.resolve("commandline.properties"));
        assertThat(english).hasSizeGreaterThan(80);
        for (String tag : languages()) {
            String ending = tag.isEmpty() ? "" : "_" + tag;
            Properties other = read(folder.resolve("commandline" + ending + ".properties"));
            assertThat(other.keySet()).as(tag).isEqualTo(english.keySet());
        }
    }

    private static List<String> places(String text) {
        Set<String> found = new TreeSet<>();
        Matcher place = Pattern.compile("\\{(\\d)").matcher(text);
        while (place.find()) {
            found.add(place.group(1));
        }
        return List.copyOf(found);
    }

    @Test
    void everyLanguageHasEveryTextWithAllItsValues() {
        Map<String, String> english = english();
        for (String tag : languages()) {
            Map<String, String> other = in(tag);
            assertThat(without(english.keySet(), other.keySet()))
                    .as("missing in %s", tag)
                    .isEmpty();
            assertThat(without(other.keySet(), english.keySet()))
                    .as("too much in %s", tag)
                    .isEmpty();
            english.forEach((key, text) ->
                    assertThat(places(other.get(key))).as("%s in %s", key, tag).isEqualTo(places(text)));
        }
    }

    /** A text for the user has words: two of them, or one where a control is made. Names for programs have no blanks. */
    @Test
    void noWordsForTheUserStandInTheCode() throws IOException {
        Pattern words = Pattern.compile("\\p{L}{2,}[,.:;]? .*\\p{L}{2,}");
        Pattern word = Pattern.compile("\\p{L}{3,}");
        Pattern made = Pattern.compile(
                "(Ui\\.\\w+|set(Prompt|Accessible)?Text|new (Label|Button|Tooltip|MenuItem|Menu|CheckBox|ToggleButton))\\($");
        List<String> found = new ArrayList<>();
        for (String module : List.of("state", "cli", "desk")) {
            try (Stream<Path> sources = walk(Path.of("..", module, "src/main/java"))) {
                for (Path source :
                        sources.filter(f -> f.toString().endsWith(".java")).toList()) {
                    String code = DEVELOPERS.matcher(Files.readString(source)).replaceAll("");
                    Matcher literal = LITERAL.matcher(code);
                    while (literal.find()) {
                        String text = UNITS.matcher(literal.group(1)).replaceAll("");
                        String before = code.substring(Math.max(0, literal.start() - 60), literal.start());
                        boolean isFirst = made.matcher(before.stripTrailing()).find();
                        if ((isFirst ? word : words).matcher(text).find()) {
                            found.add(source.getFileName() + ": " + literal.group());
                        }
                    }
                }
            }
        }
        assertThat(found).isEmpty();
    }
}
