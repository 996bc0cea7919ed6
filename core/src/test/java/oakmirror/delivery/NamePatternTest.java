package oakmirror.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import oakmirror.delivery.NamePattern.Place;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How files are named. */
class NamePatternTest {

    private static String name(String pattern, Map<Place, String> values) {
        return new NamePattern(pattern).name(values);
    }

    @Test
    void placesAreFilled() {
        assertThat(name(
                        "{track} {artist} - {title} ({version})",
                        Map.of(
                                Place.TRACK, "02",
                                Place.ARTIST, "The Withy Lanterns",
                                Place.TITLE, "Ebb Tide",
                                Place.VERSION, "loud")))
                .isEqualTo("02 The Withy Lanterns - Ebb Tide (loud)");
    }

    /** File systems hold 255 bytes of a name; four of them and more are a letter elsewhere. */
    @ParameterizedTest
    @ValueSource(strings = {"a", "я", "漢", "🌊"})
    void aLongNameFitsWhateverItIsWrittenIn(String letter) {
        String name = name("{title}", Map.of(Place.TITLE, letter.repeat(400)));
        assertThat(name.getBytes(StandardCharsets.UTF_8).length)
                .as("with a number, a version's ending and room to spare")
                .isBetween(170, 220);
        assertThat(name).isEqualTo(letter.repeat(name.length() / letter.length()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{artist} - {title}|Ebb Tide",
                "{title} - {artist}|Ebb Tide",
                "{artist} - {album} - {title}|Ebb Tide",
                "{title} - {album} - master|Ebb Tide - master",
                "{track}. {artist} {title}|Ebb Tide",
                "{TITLE}|Ebb Tide"
            })
    void aPlaceThatStaysEmptyTakesTheMarksBesideItAlong(String pattern, String expected) {
        assertThat(name(pattern, Map.of(Place.TITLE, "Ebb Tide"))).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a/b: \"c\"?|a-b- -c--",
                "ebb\u001B[2J\u202Egnp|ebb-[2J-gnp",
                "Mr. No.|Mr. No.",
                "...and home|_..and home",
                "CON|CON_",
                "Übersee – Öl|Übersee – Öl",
                "one{curly|one{curly"
            })
    void whatNoFileNameHoldsIsReplaced(String title, String expected) {
        assertThat(name("{title}", Map.of(Place.TITLE, title))).isEqualTo(expected);
    }

    @Test
    void thereIsAlwaysAName() {
        assertThat(name("{artist}", Map.of())).isEqualTo("master");
        assertThat(name("{title}", Map.of(Place.TITLE, "x".repeat(400)))).hasSize(180);
    }

    @Test
    void whatIsNoPlaceIsSaid() {
        assertThat(new NamePattern("{title} {mood}").objection())
                .hasValueSatisfying(s ->
                        assertThat(s).startsWith("{mood} is not a placeholder").contains("{title}, {artist}"));
        assertThat(new NamePattern("  ").objection()).isPresent();
        assertThat(NamePattern.USUAL.objection()).isEmpty();
    }
}
