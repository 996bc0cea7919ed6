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
                all.filter(f -> f.toString().endsWith(".properties")).forEach(files::add);
            }
        }
        return files;
    }

    private static String area(Path file) {
        return file.getFileName().toString().replaceAll("(_[a-z]+)?\\.properties$", "");
    }

    /** English, by key. */
    private static Map<String, String> english() {
        Map<String, String> all = new TreeMap<>();
        for (Path file : files()) {
            if (!file.getFileName().toString().contains("_")) {
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
        english().forEach((key, text) -> {
            if (text.contains("{")) {
                assertThat(new MessageFormat(text).getFormatsByArgumentIndex())
                        .as(key)
                        .isNotEmpty();
            }
        });
    }
}
