package oakmirror.desk.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import oakmirror.media.library.Entry;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the library's list says of a profile. */
class EntryWordsTest {

    private static final About SAID = new About(
            "Slow Bell",
            "The Delta Pipers",
            "tide reel",
            List.of("fiddle", "reel"),
            "from the client",
            4,
            2,
            "line in");

    private static Entry entry(About about, boolean passage, double bpm, String key, double edge) {
        return new Entry("id", about, 0, "c", passage, 83, -14.13, 3.2, 12.04, -11.9, bpm, key, edge);
    }

    private static Shown shown(double distance) {
        return new Shown(entry(SAID, true, 108.2, "A major", 15_800), Descriptor.NONE, distance, 2.04, 0.9);
    }

    @Test
    void whoseItIsAndWhatToBeCarefulWithStandBesideItsName() {
        assertThat(EntryWords.kind(entry(SAID, true, 108, "", 15_800)))
                .isEqualTo("The Delta Pipers · tide reel · passage · ends at 15.8 kHz · ★★★★");
        About plain = About.of("A take", "");
        assertThat(EntryWords.kind(entry(plain, false, Double.NaN, "", Double.NaN)))
                .isEqualTo("no folder");
        assertThat(EntryWords.figures(entry(SAID, true, 108.2, "A major", Double.NaN)))
                .isEqualTo("−14.1 · 108 BPM · A major");
        assertThat(EntryWords.figures(entry(plain, false, Double.NaN, "", Double.NaN)))
                .isEqualTo("−14.1");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "SOUNDS_LIKE|1.3|1.3 off",
                "TONE|1.3|1.3 dB off",
                "LOUDNESS|4.56|4.6 LU off",
                "WIDTH|3|3.0 dB off",
                "DYNAMICS|0.04|0.0 dB off",
                "TEMPO|0.1|7 % off",
                "TITLE|NaN|2.0 dB off",
                "LUFS|NaN|−14.1 LUFS",
                "PLR|NaN|PLR 12.0",
                "RANGE|NaN|3.2 LU",
                "SIDE|NaN|−11.9 dB side",
                "BPM|NaN|108 BPM",
                "LENGTH|NaN|1:23",
                "RATING|NaN|★★★★",
                "TONE|Infinity|''"
            })
    void whatIsSortedByIsWhatIsShown(Order order, double distance, String words) {
        assertThat(EntryWords.sortedBy(shown(distance), order)).isEqualTo(words);
    }

    @Test
    void allOfItIsInTheTooltipAndReadAloud() {
        assertThat(EntryWords.all(shown(1)).split("\n"))
                .containsExactly(
                        "The Delta Pipers – Slow Bell",
                        "−14.1 LUFS, range 3.2 LU, PLR 12.0 dB, side/mid −11.9 dB, 1:23",
                        "fiddle, reel",
                        "source: line in",
                        "from the client",
                        "0.9 dB of the gap is backed by evidence");
        assertThat(EntryWords.spoken(shown(Double.NaN), Order.TITLE))
                .startsWith("The Delta Pipers – Slow Bell, ")
                .contains("A major");
    }

    @Test
    void everyOrderHasAName() {
        assertThat(Order.values()).allMatch(o -> !o.label().isBlank());
        assertThat(Order.values()).extracting(Order::label).doesNotHaveDuplicates();
    }
}
