package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.lang.reflect.Field;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Figures that the documents quote are those of the code: behind each stands, in a comment that is not shown, the constant it comes
 * from, as {@code 0.4<!--SpectrumAnalyser.USUAL_SECONDS-->}, with a factor where the unit is another one.
 */
class DocumentedConstantsTest {

    private static final Pattern MARK =
            Pattern.compile("([−-]?\\d+(?:\\.\\d+)?(?:e-?\\d+)?)<!--(\\w+)\\.(\\w+)([*/])?(-?\\d+)?-->");

    /** Classes by name, as sources are found. */
    private static Map<String, String> classes() throws IOException {
        Map<String, String> all = new TreeMap<>();
        for (String module : List.of("core", "media", "state")) {
            Path root = Path.of("..", module, "src/main/java");
            try (Stream<Path> sources = Files.walk(root)) {
                sources.filter(f -> f.toString().endsWith(".java")).forEach(f -> {
                    String name = root.relativize(f).toString().replaceAll("\\.java$", "");
                    all.put(f.getFileName().toString().replace(".java", ""), name.replace('/', '.'));
                });
            }
        }
        return all;
    }

    private static double value(String type, String constant) throws ReflectiveOperationException {
        Field field = Class.forName(type).getDeclaredField(constant);
        field.setAccessible(true);
        return ((Number) field.get(null)).doubleValue();
    }

    @ParameterizedTest
    @ValueSource(strings = "method.md")
    void figuresInDocumentsAreThoseOfTheCode(String document) throws Exception {
        Map<String, String> classes = classes();
        String text = Files.readString(Path.of("../docs").resolve(document));
        Matcher mark = MARK.matcher(text);
        int found = 0;
        while (mark.find()) {
            double factor = mark.group(4) == null ? 1 : Double.parseDouble(mark.group(5));
            double constant = value(classes.get(mark.group(2)), mark.group(3));
            double wanted = "/".equals(mark.group(4)) ? constant / factor : constant * factor;
            double quoted = Double.parseDouble(mark.group(1).replace('−', '-'));
            assertThat(quoted)
                    .as("%s.%s", mark.group(2), mark.group(3))
                    .isCloseTo(wanted, within(1e-9 * Math.max(1, Math.abs(wanted))));
            found++;
        }
        assertThat(found).isGreaterThan(100);
        assertThat(found).as("every mark is understood").isEqualTo(text.split("<!--", -1).length - 1);
    }
}
