package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A place in the order of values, against sorting them. */
class SelectionTest {

    @Test
    void aPlaceIsThatOfSortedValues() {
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            float[] values = new float[1 + random.nextInt(300)];
            int kinds = 1 + random.nextInt(20); // with many that are alike, as gains of 1 are
            for (int i = 0; i < values.length; i++) {
                values[i] = round % 2 == 0 ? random.nextFloat() : random.nextInt(kinds);
            }
            float[] before = values.clone();
            float[] sorted = values.clone();
            Arrays.sort(sorted);
            for (int place = 0; place < values.length; place += 1 + values.length / 17) {
                assertThat(Selection.nth(values, place)).isEqualTo(sorted[place]);
            }
            assertThat(values).isEqualTo(before);
        }
    }
}
