package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;

class OutcomeTest {

    private static final CorridorSettings CORRIDOR = CorridorSettings.DEFAULT;

    private static double[] level(double db, double airDb) {
        double[] level = new double[BandGrid.SIZE];
        for (int b = 0; b < level.length; b++) {
            level[b] = db + (BandGrid.centreHz(b) >= Zone.AIR.lowHz() ? airDb : 0);
        }
        return level;
    }

    /** A mix 5 dB short of air against two references that lie 1 dB apart. */
    private static Gap gap() {
        boolean[] known = new boolean[BandGrid.SIZE];
        Arrays.fill(known, true);
        double[] mix = level(-40, -5);
        double[] mean = level(-40, 0);
        double[] gap = level(0, 5);
        return new Gap(
                mix,
                mean,
                gap,
                known,
                List.of(new Gap.Each(level(-39.5, 0), gap, known), new Gap.Each(level(-40.5, 0), gap, known)));
    }

    @Test
    void withoutACorrectionNothingChanges() {
        Outcome outcome = Outcome.of(gap(), CORRIDOR, new double[BandGrid.SIZE], 0);
        assertThat(outcome.afterDb()).isEqualTo(outcome.beforeDb());
        assertThat(outcome.zones().get(Zone.AIR).gapBeforeDb()).isCloseTo(5, within(1e-9));
        assertThat(outcome.zones().get(Zone.AIR).insideAfter()).isFalse();
        assertThat(outcome.zones().values()).filteredOn(z -> z.insideAfter()).hasSize(Zone.values().length - 1);
        assertThat(outcome.beforeDb()[BandGrid.bandOf(1000)]).isCloseTo(0, within(1e-9));
    }

    @Test
    void aCorrectionThatClosesTheGapBringsTheZoneInside() {
        Outcome outcome = Outcome.of(gap(), CORRIDOR, level(0, 4.6), 0);
        Outcome.ZoneOutcome air = outcome.zones().get(Zone.AIR);
        assertThat(air.gapAfterDb()).isCloseTo(0.4, within(1e-9));
        assertThat(air.insideBefore()).isFalse();
        assertThat(air.insideAfter()).isTrue();
        assertThat(outcome.afterDb()[BandGrid.bandOf(14000)]).isCloseTo(-0.4, within(1e-9));
    }

    @Test
    void levelThatIsMadeUpCountsEverywhere() {
        Outcome outcome = Outcome.of(gap(), CORRIDOR, level(0, 4.6), -1);
        assertThat(outcome.zones().get(Zone.MID).gapAfterDb()).isCloseTo(1, within(1e-9));
    }
}
