package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.finish.FinishPlan.Price;
import org.junit.jupiter.api.Test;

/** What is said of plans: that which holds, and nothing else. */
class FinishTextTest {

    private static String verdict(double target, double drive, double lands, Attainment standing, Price price) {
        FinishSettings settings = FinishSettings.DEFAULT.withTarget(target, -1);
        return FinishText.verdict(new FinishPlan(settings, drive, lands, standing, price, -9.5));
    }

    @Test
    void eachStandingIsSaidWithItsFigures() {
        assertThat(verdict(-11, 6, -11, Attainment.REACHED, new Price(2.6, 0.4, 0)))
                .isEqualTo("It reaches −11.0 LUFS under −1.0 dBTP, with 2.6 dB of limiting at most, 0.4 on average.");
        assertThat(verdict(-16, 2, -16, Attainment.REACHED, Price.NONE)).contains("no peak exceeds −1.0 dBTP");
        assertThat(verdict(-23, -4, -23, Attainment.REACHED, Price.NONE)).contains("turned down by 4.0 dB");
        assertThat(verdict(-8, 9, -8, Attainment.OVERDONE, new Price(9, 3, 0.02)))
                .contains("only 7.0 dB above the loudness", "loudest that still holds up is −9.5 LUFS");
        assertThat(verdict(-9.2, 9, -9.2, Attainment.OVERDONE, new Price(9, 3, 0.12)))
                .contains("more than 6.0 dB of gain reduction 12 % of the time");
        assertThat(verdict(-3, 9, -9.5, Attainment.OUT_OF_REACH, new Price(9, 3, 0.05)))
                .contains("No drive gets this mix to −3.0 LUFS", "ends up at −9.5 LUFS");
        assertThat(verdict(-10, 3, -13, Attainment.HELD_BACK, Price.NONE)).contains("3.0 dB short of the target");
        assertThat(verdict(-10, 0, Double.NaN, Attainment.NO_LOUDNESS, Price.NONE))
                .contains("no measurable loudness");
    }

    @Test
    void easingCompressionIsAdvisedWhereDynamicsAreWhatIsMissing() {
        assertThat(FinishText.advice(8, List.of(12.0, 10.5)))
                .hasValueSatisfying(s -> assertThat(s).contains("2.5 dB more", "Less compression"));
        assertThat(FinishText.advice(10, List.of(12.0, 10.5))).isEmpty();
        assertThat(FinishText.advice(8, List.of())).isEqualTo(Optional.empty());
    }
}
