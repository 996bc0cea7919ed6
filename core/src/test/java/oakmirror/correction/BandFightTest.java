package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.correction.EqBand.Type;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;
import org.junit.jupiter.api.Test;

/** Bands add up and do not work against each other. */
class BandFightTest {

    @Test
    void aFightIsSixAgainstThree() {
        EqBand six = new EqBand(Type.BELL, 1000, 6, 1);
        assertThat(BandFitter.fight(List.of(six))).isEqualTo(1);
        assertThat(BandFitter.fight(List.of())).isEqualTo(1);
        assertThat(BandFitter.fight(List.of(six, new EqBand(Type.BELL, 1000, 3, 1))))
                .isCloseTo(1, within(1e-12));
        // 6 − 3 makes 3 with 9: alike in shape within a few percent
        assertThat(BandFitter.fight(List.of(six, new EqBand(Type.BELL, 1000, -3, 1))))
                .isCloseTo(3, within(0.2));
        assertThat(BandFitter.fight(List.of(six, new EqBand(Type.BELL, 60, -6, 4))))
                .isLessThan(1.1);
    }

    @Test // curves as the evidence supports them: smooth, up and down by a few decibels
    void proposedCurvesAreMadeWithoutAFight() {
        BandFitter fitter = new BandFitter(BandFitter.USUAL_BANDS, BandFitter.USUAL_TOLERANCE_DB, 30, 16000, 48000);
        boolean[] all = new boolean[BandGrid.SIZE];
        Arrays.fill(all, true);
        List<Double> fights = new ArrayList<>();
        for (int seed = 0; seed < 40; seed++) {
            Random random = new QuickRandom(seed);
            double[] rough = random.doubles(BandGrid.SIZE, -12, 12).toArray();
            double[] curve = OctaveSmoothing.smooth(rough, all, 1.5);
            List<EqBand> bands = fitter.fit(curve);
            fights.add(BandFitter.fight(bands));
            assertThat(rms(EqBand.responseDb(bands, BandGrid.centresHz()), curve))
                    .as("curve %d", seed)
                    .isLessThan(0.2);
            assertThat(bands).hasSizeLessThanOrEqualTo(BandFitter.USUAL_BANDS);
        }
        assertThat(fights.stream().filter(f -> f <= 1.3).count()).isGreaterThanOrEqualTo(38);
        assertThat(fights).allMatch(f -> f < 1.6);
    }

    private static double rms(double[] a, double[] b) {
        double sum = 0;
        int from = BandGrid.bandOf(40);
        int to = BandGrid.bandOf(14000);
        for (int i = from; i <= to; i++) {
            sum += (a[i] - b[i]) * (a[i] - b[i]);
        }
        return Math.sqrt(sum / (to - from + 1));
    }
}
