package oakmirror.findings;

import static oakmirror.findings.RulesTest.LEFT;
import static oakmirror.findings.RulesTest.RATE;
import static oakmirror.findings.RulesTest.kinds;
import static oakmirror.findings.RulesTest.shaped;
import static oakmirror.findings.RulesTest.subject;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.dsp.BiquadCascade;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import oakmirror.findings.Finding.Kind;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.Test;

/** What defects explain, and what they do not. */
class CausesTest {

    /** A click holds as much of every frequency, and dull music has no highs of its own. */
    @Test
    void clicksExplainTheHighsTheyFill() throws IOException {
        float[] dull = dull(6);
        float[] clicks = dull.clone();
        for (int at = 3; at < 13; at++) {
            clicks[at * RATE] -= 0.9f;
        }
        assertThat(kinds(subject(0, clicks, clicks, Optional.empty()), subject(1, dull, dull, Optional.empty())))
                .contains(Kind.CLICKS)
                .doesNotContain(Kind.TOO_MUCH, Kind.LOOSE);
    }

    /** One click in sixteen seconds fills nothing, and hum far below the music makes no boom: both stand beside what they do not explain. */
    @Test
    void whatIsTooLittleToExplainADifferenceDoesNotHideIt() throws IOException {
        float[] dull = dull(4);
        float[] bright = filtered(dull, AnalogueSection.highShelf(3000, 6, 0.7));
        bright[9 * RATE + 777] -= 0.8f;
        assertThat(kinds(subject(0, bright, bright, Optional.empty()), subject(1, dull, dull, Optional.empty())))
                .contains(Kind.CLICKS, Kind.TOO_MUCH);
        float[] drums = shaped(Signals.drums(RATE, 100, 20, 0, 3), x -> 0.4 * x);
        Subject reference = subject(1, drums, drums, Optional.empty());
        float[] boomy = withHum(filtered(drums, AnalogueSection.bell(110, 6, 1)), 50, -46);
        float[] loud = withHum(drums, 50, -16);
        assertThat(kinds(subject(0, boomy, boomy, Optional.empty()), reference)).contains(Kind.HUM, Kind.TOO_MUCH);
        Subject humming = subject(0, loud, loud, Optional.empty());
        assertThat(kinds(humming, reference)).contains(Kind.HUM).doesNotContain(Kind.TOO_MUCH);
        Comparison comparison =
                Comparison.of(List.of(humming, reference), CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        assertThat(WorthAListen.of(comparison, Findings.of(comparison)).offered())
                .as("nor is it a place to turn down")
                .noneMatch(c -> c.isTooMuch() && c.shape().isTone() && c.lowHz() < 120);
    }

    @Test
    void humIsToldWhereItIsHeard() throws IOException {
        assertThat(humming(50, -52)).contains(Kind.HUM);
        assertThat(humming(60, -52)).contains(Kind.HUM);
        assertThat(humming(50, -72)).as("too faint").doesNotContain(Kind.HUM);
    }

    /** What is told of drums with hum, which is found either way. */
    private static List<Kind> humming(double hz, double db) throws IOException {
        float[] drums = shaped(Signals.drums(RATE, 100, 20, 0, 3), x -> (db < -60 ? 0.02 : 0.4) * x);
        float[] with = withHum(drums, hz, db);
        Subject mix = subject(0, with, with, Optional.empty());
        assertThat(mix.whole().defects().hum()).isPresent();
        return kinds(mix, subject(1, drums, drums, Optional.empty()));
    }

    /** The same with five lines of hum, each of a level. */
    private static float[] withHum(float[] samples, double hz, double db) {
        float[] with = samples.clone();
        for (int h = 1; h <= 5; h++) {
            float[] line = Signals.sine(RATE, hz * h, db, 20, 0);
            for (int i = 0; i < line.length; i++) {
                with[i] += line[i];
            }
        }
        return with;
    }

    /** Noise that a mean of neighbours has been taken of so many times. */
    private static float[] dull(int times) {
        float[] dull = LEFT.clone();
        for (int pass = 0; pass < times; pass++) {
            for (int i = dull.length - 1; i > 0; i--) {
                dull[i] = (dull[i] + dull[i - 1]) / 2;
            }
        }
        return dull;
    }

    private static float[] filtered(float[] samples, AnalogueSection section) {
        float[] out = samples.clone();
        new BiquadCascade(List.of(Biquad.of(section, RATE)), 1).process(out, samples.clone(), 0, out.length);
        return out;
    }
}
