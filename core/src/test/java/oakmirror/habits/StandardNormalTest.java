package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.hipparchus.distribution.continuous.NormalDistribution;
import org.junit.jupiter.api.Test;

/** The table against the library's distribution. */
class StandardNormalTest {

    @Test
    void whatLiesBelowIsWhatTheLibrarySays() {
        NormalDistribution truth = new NormalDistribution(0, 1);
        for (double at = -9; at <= 9; at += 0.00917) {
            assertThat(StandardNormal.below(at))
                    .as("below %.3f", at)
                    .isCloseTo(truth.cumulativeProbability(at), within(1e-9));
        }
        assertThat(StandardNormal.below(Double.NEGATIVE_INFINITY)).isZero();
        assertThat(StandardNormal.below(Double.POSITIVE_INFINITY)).isOne();
    }
}
