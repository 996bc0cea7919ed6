package oakmirror.desk.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import oakmirror.findings.Certainty;
import oakmirror.profile.Take;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The words that are explained. */
class GlossaryTest {

    private static final Glossary WORDS = Glossary.words();

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void everyEntrySaysSomethingAndLeadsToOnesThatAreThere(String language) {
        Glossary words = Glossary.in(Locale.forLanguageTag(language));
        assertThat(words.all()).hasSizeGreaterThan(50);
        for (Term term : words.all()) {
            assertThat(term.paragraphs()).as(term.name()).isNotEmpty();
            assertThat(String.join(" ", term.paragraphs()).length())
                    .as(term.name())
                    .isBetween(60, 1050);
            assertThat(term.see()).as(term.name()).allMatch(n -> words.named(n).isPresent());
            assertThat(term.see()).as(term.name()).doesNotContain(term.id());
        }
    }

    @Test
    void everyLanguageExplainsTheSameInTheSameOrder() {
        Glossary german = Glossary.in(Locale.GERMAN);
        assertThat(german.all().stream().map(Term::id))
                .containsExactlyElementsOf(WORDS.all().stream().map(Term::id).toList());
        for (Term term : german.all()) {
            Term english = WORDS.named(term.id()).orElseThrow();
            assertThat(term.see()).as(term.name()).isEqualTo(english.see());
            assertThat(term.source().isEmpty())
                    .as(term.name())
                    .isEqualTo(english.source().isEmpty());
        }
        assertThat(german.in("PSR 10,3, Referenzen 10,8 bis 12,8; Korrelation −0,42 in Mono").stream()
                        .map(Term::name))
                .containsExactly("PSR", "Korrelation", "Downmix");
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void figuresAreThoseOfTheCode(String language) {
        Glossary words = Glossary.in(Locale.forLanguageTag(language));
        String zones = text(words, "Zone");
        for (Zone zone : Zone.values()) {
            long edge = Math.round(zone.highHz());
            assertThat(zones).contains(edge < 1000 ? String.valueOf(edge) : edge / 1000 + " kHz");
        }
        for (Certainty certainty : Certainty.values()) {
            assertThat(text(words, "How sure a finding is")).contains(Math.round(certainty.least() * 100) + " %");
        }
        assertThat(text(words, "Take")).contains(language.equals("en") ? "Ten seconds" : "Zehn Sekunden");
        assertThat(Take.ENOUGH_SECONDS).isEqualTo(10);
    }

    private static String text(Glossary words, String english) {
        String id = WORDS.named(english).orElseThrow().id();
        return String.join(" ", words.named(id).orElseThrow().paragraphs());
    }

    @Test
    void thereIsOneForEveryPageAndEveryPicture() {
        assertThat(Stream.of(
                        "Gather",
                        "Tone",
                        "Loudness",
                        "Dynamics",
                        "Width",
                        "Spectrogram",
                        "Shape",
                        "Finish",
                        "Send out",
                        "a blind comparison"))
                .allMatch(n -> WORDS.named(Term.READING + n).isPresent());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "PSR 10.3, references 10.8 to 12.8; PLR 10.7, references 14.1 to 16.1|PSR, PLR",
                "side/mid −17.8 dB, references −9.6|Side/mid, Decibel",
                "correlation −0.42, −7.1 dB in mono|Correlation, Decibel, Fold-down",
                "10.3 LU quieter than the references|LU",
                "Low mid −2.2|Zone",
                "a bell of −1.9 dB at 160 Hz, Q 1.2, then listen|Bell and shelf, Decibel, Q",
                "M|Momentary loudness",
                "Ebb Tide, bounce 3|''",
                "remind a quality|''"
            })
    void wordsAreFoundInWhatStandsOnScreen(String text, String names) {
        assertThat(WORDS.in(text).stream().map(Term::name).toList())
                .isEqualTo(names.isEmpty() ? List.of() : List.of(names.split(", ")));
    }

    @Test
    void aSearchFindsNamesBeforeTexts() {
        assertThat(WORDS.find("crest").get(0).name()).isEqualTo("Crest factor");
        assertThat(WORDS.find("hum").stream().map(Term::name)).contains("How to read Spectrogram");
        assertThat(WORDS.find("zyx")).isEmpty();
    }
}
