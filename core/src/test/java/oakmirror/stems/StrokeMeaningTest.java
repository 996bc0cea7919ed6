package oakmirror.stems;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Strokes;
import org.junit.jupiter.api.Test;

class StrokeMeaningTest {

    private static final List<Clip> STEMS = Ensemble.stems(8);
    private static final List<String> NAMES = List.of("bass", "cello", "viola", "fiddle", "cymbals");
    private static final Optional<StemPowers> POWERS = Optional.of(
            StemPowers.measure(Ensemble.sum(STEMS), List.copyOf(STEMS), new TimeRange(0, 8), Progress.NONE));

    @Test
    void withoutStemsTheRangeIsNamed() {
        assertThat(StrokeMeaning.sentence(new Strokes(0, 0, 2), Optional.empty(), List.of()))
                .startsWith("High +2.0 dB: the mix needs more above 2.8")
                .endsWith(".");
        assertThat(StrokeMeaning.sentence(new Strokes(-1.5, 0, 1), Optional.empty(), List.of()))
                .startsWith("Low −1.5 dB: the mix needs less below");
        assertThat(StrokeMeaning.sentence(Strokes.NONE, POWERS, NAMES)).startsWith("Turn lows");
    }

    @Test
    void withStemsTheOneToChangeIsNamedAndByHowMuch() {
        String said = StrokeMeaning.sentence(new Strokes(2, 0, 0), POWERS, NAMES);
        assertThat(said).startsWith("Low +2.0 dB: bass is the loudest stem there; +");
        double needed = Double.parseDouble(said.replaceAll(".*; \\+([0-9.]+) dB.*", "$1"));
        assertThat(needed).as("the others sound there, too").isBetween(2.0, 5.0);
    }

    @Test
    void whatNoStemCanDoAloneIsTheMix() {
        assertThat(StrokeMeaning.sentence(new Strokes(0, 0, -6), POWERS, NAMES)).contains("it is the mix as a whole");
    }
}
