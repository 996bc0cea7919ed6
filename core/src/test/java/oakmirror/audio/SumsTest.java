package oakmirror.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class SumsTest {

    @Test
    void everyPairCountsOnceWhateverThePlacesAndTheLength() {
        float[] x = new float[19];
        float[] y = new float[19];
        for (int i = 0; i < x.length; i++) {
            x[i] = i + 1;
            y[i] = 2 * i - 7;
        }
        for (int from = 0; from < x.length; from++) {
            for (int to = from; to <= x.length; to++) {
                double expected = 0;
                for (int i = from; i < to; i++) {
                    expected += x[i] * y[i];
                }
                assertThat(Sums.products(x, y, from, to)).isCloseTo(expected, within(1e-9));
            }
        }
    }
}
