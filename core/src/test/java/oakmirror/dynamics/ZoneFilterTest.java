package oakmirror.dynamics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import org.junit.jupiter.api.Test;

/** The filters zones are cut out with: sines in, level out. */
class ZoneFilterTest {

    private static final int RATE = 48000;

    private record Read(double levelDb, double peak, int segments) {}

    private static Read through(double lowHz, double highHz, double hz, double seconds) {
        float[] sine = Signals.sine(RATE, hz, 0, seconds, 30);
        ZoneFilter filter = new ZoneFilter(lowHz, highHz, RATE);
        double[] sums = new double[3];
        ZoneFilter.Readings take = (peaks, squares, segments) -> {
            for (int s = 0; s < segments; s++) {
                sums[0] += squares[s] / 2;
                sums[1] = Math.max(sums[1], peaks[s]);
                sums[2]++;
            }
        };
        for (int at = 0; at < sine.length; at += 4999) {
            int n = Math.min(4999, sine.length - at);
            float[] part = java.util.Arrays.copyOfRange(sine, at, at + n);
            filter.process(new float[][] {part, part}, n, take);
        }
        filter.finish(take);
        double mean = sums[0] / (sums[2] * ZoneFilter.SEGMENT);
        return new Read(10 * Math.log10(2 * mean), sums[1], (int) sums[2]);
    }

    @Test
    void theMiddleOfAZoneKeepsItsLevelAndItsPeak() {
        Read middle = through(2000, 6000, 3800, 1);
        assertThat(middle.levelDb()).isCloseTo(0, within(0.05));
        assertThat(middle.peak()).isCloseTo(1, within(0.01));
    }

    @Test
    void halfTheAmplitudeIsLeftAtItsEnds() {
        assertThat(through(2000, 6000, 2000, 1).levelDb()).isCloseTo(-6.02, within(0.2));
        assertThat(through(2000, 6000, 6000, 1).levelDb()).isCloseTo(-6.02, within(0.2));
    }

    @Test
    void beyondItsSlopesNextToNothingIsLeft() {
        for (double hz : new double[] {100, 500, 700, 7800, 12000, 20000}) {
            assertThat(through(2000, 6000, hz, 1).levelDb()).as("%.0f Hz", hz).isLessThan(-58);
        }
    }

    @Test
    void withoutAnUpperEndItReachesToTheTop() {
        assertThat(through(10000, RATE / 2.0, 20000, 1).levelDb()).isCloseTo(0, within(0.05));
        assertThat(through(10000, RATE / 2.0, 2000, 1).levelDb()).isLessThan(-58);
    }

    /** What the filter needs to fill up is lost, and less than a segment at the end. */
    @Test
    void everyWholeSegmentIsReadOnce() {
        for (double seconds : new double[] {0.02, 0.3, 0.34134, 0.7, 2}) {
            int frames = (int) (seconds * RATE);
            int segments = through(2000, 6000, 3800, seconds).segments();
            assertThat(segments * ZoneFilter.SEGMENT).isBetween(frames - 200, frames);
        }
    }
}
