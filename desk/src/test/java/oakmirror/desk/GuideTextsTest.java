package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.media.guide.Chapter;
import oakmirror.media.guide.Guide;
import oakmirror.text.Texts;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Code;
import org.commonmark.node.Emphasis;
import org.commonmark.node.Image;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The guide names what is on screen by the very words that are there, in each language, and keys that do what it says they do. */
class GuideTextsTest {

    private static final int MOST_WORDS = 330;
    private static final Pattern EXAMPLE = Pattern.compile("oakmirror .*|lufs>.*");
    private final Locale spoken = Texts.spoken();

    @AfterEach
    void asBefore() {
        Texts.speak(spoken);
    }

    private static List<String> texts(Path resources, String ending) throws Exception {
        List<String> all = new ArrayList<>();
        try (var files = Files.list(resources)) {
            for (Path file : files.filter(f -> f.toString().endsWith(".properties"))
                    .filter(f -> f.toString().contains("_")
                            ? !ending.isEmpty() && f.toString().endsWith(ending)
                            : ending.isEmpty())
                    .toList()) {
                Files.lines(file).filter(l -> l.contains(" = ")).forEach(l -> all.add(l.substring(l.indexOf('=') + 2)));
            }
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void whatItNamesIsOnScreen(String language) throws Exception {
        List<String> onScreen = new ArrayList<>();
        for (String module : List.of("core", "media", "state", "desk")) {
            Path resources = Path.of("..", module, "src/main/resources/oakmirror/text");
            if (Files.isDirectory(resources)) {
                onScreen.addAll(texts(resources, language.equals("en") ? "" : "_" + language + ".properties"));
            }
        }
        Set<String> nowhere = new TreeSet<>();
        for (Chapter chapter : Guide.in(language).chapters()) {
            chapter.document().accept(new AbstractVisitor() {
                @Override
                public void visit(Emphasis name) {
                    String words = Chapter.plain(name);
                    if (onScreen.stream().noneMatch(t -> t.equals(words) || t.contains(words))) {
                        nowhere.add(chapter.id() + ": " + words);
                    }
                }
            });
        }
        assertThat(nowhere).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void keysAreThoseOfCommandsAsTheyArePrinted(String language) {
        Texts.speak(Locale.forLanguageTag(language));
        Set<String> keys = Arrays.stream(Command.values())
                .map(c -> KeyMap.onKeyboards(c.usualKey()))
                .collect(Collectors.toSet());
        Set<String> unknown = new TreeSet<>();
        for (Chapter chapter : Guide.in(language).chapters()) {
            chapter.document().accept(new AbstractVisitor() {
                @Override
                public void visit(Code code) {
                    String key = code.getLiteral();
                    if (!keys.contains(key) && !EXAMPLE.matcher(key).matches()) {

                        unknown.add(chapter.id() + ": " + key);
                    }
                }
            });
        }
        assertThat(unknown).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void chaptersAreAPageAndShowTheWindow(String language) {
        Guide guide = Guide.in(language);
        for (Station station : Station.values()) {
            assertThat(guide.named(station.chapter())).as(station.name()).isPresent();
        }
        assertThat(guide.chapters())
                .extracting(Chapter::id)
                .isEqualTo(Guide.in("en").chapters().stream().map(Chapter::id).toList());
        for (Chapter chapter : guide.chapters()) {
            assertThat(Chapter.plain(chapter.document()).split("\\s+"))
                    .as(chapter.title())
                    .hasSizeBetween(100, MOST_WORDS);
            chapter.document().accept(new AbstractVisitor() {
                @Override
                public void visit(Image picture) {
                    assertThat(Path.of("../docs/guide", language).resolve(picture.getDestination()))
                            .exists();
                }
            });
        }
    }
}
