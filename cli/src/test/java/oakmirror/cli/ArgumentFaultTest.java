package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import oakmirror.text.Texts;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Wrong arguments are told in the language spoken, and no command runs. */
@Isolated
class ArgumentFaultTest extends CommandTest {

    @AfterEach
    void speakEnglish() {
        Texts.speak(Locale.ENGLISH);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "en|measure|This is missing: FILE.",
                "de|measure|Es fehlt: FILE.",
                "en|measure a.wav --jso|There is no option '--jso'; did you mean '--json'?",
                "de|measure a.wav --quirk|Eine Option '--quirk' gibt es nicht.",
                "de|render a b --out c|'b' ist ein Argument zu viel.",
                "de|finish --in a.wav --target x --out o|--target verlangt eine Zahl, nicht 'x'.",
                "en|compare --mix a.wav --reference b.wav --passage 1-2 --suggest|Give only one of --passage, --suggest.",
                "de|match --mix a --mix b --reference c --out d|--mix steht mehr als einmal da.",
                "de|match --mix a --reference c --out d --release q|'q' ist keine Grenze"
            })
    void isSaidInTheLanguageSpoken(String language, String line, String said) {
        Texts.speakWithPoint(Locale.forLanguageTag(language));
        Result result = run(line.split(" "));
        assertThat(result.code()).isEqualTo(2);
        assertThat(result.out()).isEmpty();
        assertThat(result.err()).startsWith(said).contains("--help");
    }
}
