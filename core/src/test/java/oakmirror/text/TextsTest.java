package oakmirror.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import oakmirror.spectrum.Key;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** Texts by key, with values and plurals, in another language. */
@Isolated("all other tests speak English")
class TextsTest {

    @AfterEach
    void speakEnglish() {
        Texts.speak(Locale.ENGLISH);
    }

    @Test
    void aTextWithoutValuesIsTakenAsItIs() {
        assertThat(Texts.of("testing.plain")).isEqualTo("It's {all} as it stands – ‘really’.");
    }

    @Test
    void valuesAreReadAsTheyAre() {
        assertThat(Texts.of("testing.values", "a.png", 5000)).isEqualTo("a.png is more than 5000 pixels wide.");
        assertThat(Texts.of("testing.values", "{1}", "x")).isEqualTo("{1} is more than x pixels wide.");
    }

    @Test
    void aPluralFollowsItsNumber() {
        assertThat(Texts.of("testing.files", 0, "x")).isEqualTo("No files in x");
        assertThat(Texts.of("testing.files", 1, "x")).isEqualTo("One file in x");
        assertThat(Texts.of("testing.files", 2, "x")).isEqualTo("2 files in x");
        assertThat(Texts.of("counts.moves", 0)).isEqualTo("no moves");
        assertThat(Texts.of("counts.moves", 12)).isEqualTo("12 moves");
    }

    @Test
    void anotherLanguageIsSpokenAtOnceAndEnglishStandsInForWhatItLacks() {
        assertThat(Texts.of("testing.values", "a.png", 5000)).startsWith("a.png is");
        Texts.speak(Locale.GERMANY);
        assertThat(Texts.of("testing.values", "a.png", 5000)).isEqualTo("a.png ist breiter als 5000 Pixel.");
        assertThat(Texts.of("testing.files", 3, "x")).isEqualTo("3 Dateien in x");
        assertThat(Texts.of("testing.plain")).startsWith("It's");
    }

    @Test
    void aGapIsSeenAndBreaksNothing() {
        assertThat(Texts.of("testing.nothing")).isEqualTo("testing.nothing");
        assertThat(Texts.of("nowhere.nothing", 1)).isEqualTo("nowhere.nothing");
        assertThat(Texts.of("Desk speakers")).isEqualTo("Desk speakers");
    }

    @Test
    void theDecimalSignFollowsTheLanguageButNotInFilesAndCommands() {
        assertThat(Texts.number(-12.34, 1)).isEqualTo("−12.3");
        assertThat(Texts.number(-0.04, 1)).isEqualTo("0.0");
        Texts.speak(Locale.GERMANY);
        assertThat(Texts.number(-12.34, 1)).isEqualTo("−12,3");
        assertThat(Texts.<String, RuntimeException>forFile(() -> Texts.number(12.34, 1)))
                .isEqualTo("12.3");
        assertThat(Texts.number(1234.5, 1)).isEqualTo("1234,5");
        Texts.speakWithPoint(Locale.GERMANY);
        assertThat(Texts.number(12.34, 1)).isEqualTo("12.3");
        assertThat(Texts.of("counts.moves", 2)).isEqualTo("2 Eingriffe");
    }

    @Test
    void aLanguageWithoutTextsIsEnglishWithItsPoint() {
        Texts.speak(Locale.FRANCE);
        assertThat(Texts.spoken()).isEqualTo(Locale.ENGLISH);
        assertThat(Texts.number(0.5, 1)).isEqualTo("0.5");
        assertThat(Texts.languages()).containsEntry("de", "Deutsch").containsEntry("en", "English");
    }

    @Test
    void keysHaveTheirNamesInTheLanguageButNotInFiles() {
        Key bFlat = new Key(10, false);
        Key b = new Key(11, true);
        assertThat(bFlat.label()).isEqualTo("B♭ minor");
        Texts.speak(Locale.GERMANY);
        assertThat(bFlat.label()).isEqualTo("b-Moll");
        assertThat(b.label()).isEqualTo("H-Dur");
        assertThat(b.written()).isEqualTo("B major");
        assertThat(Key.read("B♭ minor")).contains(bFlat);
        assertThat(Key.read("H-Dur")).isEmpty();
    }
}
