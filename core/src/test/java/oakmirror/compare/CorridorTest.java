package oakmirror.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.CorridorSettings.Kind;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;

class CorridorTest {

    private static double[] level(double db) {
        double[] curve = new double[BandGrid.SIZE];
        Arrays.fill(curve, db);
        return curve;
    }

    @Test
    void goesFromTheLowestToTheHighestReference() {
        Corridor c = Corridor.of(List.of(level(-30), level(-38), level(-33)), CorridorSettings.DEFAULT);
        assertThat(c.at(100)).isEqualTo(new Span(-38, -30));
        assertThat(c.at(100).outside(-29)).isEqualTo(1);
        assertThat(c.at(100).outside(-40)).isEqualTo(-2);
        assertThat(c.at(100).outside(-38)).isZero();
        assertThat(c.middleDb()[7]).isEqualTo(-34);
    }

    @Test
    void orSpansTheMeanAndItsSpread() {
        CorridorSettings spread = new CorridorSettings(Kind.SPREAD, 0.5);
        Corridor c = Corridor.of(List.of(level(-30), level(-36), level(-33)), spread);
        assertThat(c.at(5).low()).isCloseTo(-36, within(1e-9)); // sample standard deviation of 30, 36, 33 is 3
        assertThat(c.at(5).high()).isCloseTo(-30, within(1e-9));
    }

    @Test
    void isNeverNarrowerThanAskedWhateverTheReferences() {
        for (Kind kind : Kind.values()) {
            for (double tolerance : new double[] {0, 0.5, 2, 6}) {
                CorridorSettings settings = new CorridorSettings(kind, tolerance);
                for (List<double[]> curves : List.of(
                        List.of(level(-30)), List.of(level(-30), level(-30.4)), List.of(level(-50), level(-20)))) {
                    Span span = Corridor.of(curves, settings).at(50);
                    assertThat(span.high() - span.low()).isGreaterThanOrEqualTo(2 * tolerance - 1e-9);
                }
            }
        }
        assertThat(Corridor.of(List.of(level(-30)), CorridorSettings.DEFAULT).at(50))
                .isEqualTo(new Span(-32, -28));
    }

    @Test
    void whereAReferenceHasNothingToSayTheOthersSpanIt() {
        double[] lossy = level(-30);
        Arrays.fill(lossy, 230, BandGrid.SIZE, Double.NaN);
        Corridor c = Corridor.of(List.of(lossy, level(-40)), CorridorSettings.DEFAULT);
        assertThat(c.at(229)).isEqualTo(new Span(-40, -30));
        assertThat(c.at(230)).isEqualTo(new Span(-42, -38));
        Corridor none = Corridor.of(List.of(level(Double.NaN)), CorridorSettings.DEFAULT);
        assertThat(none.isKnown()).isFalse();
        assertThat(none.at(3).isKnown()).isFalse();
        assertThat(none.at(3).outside(5)).isZero();
        assertThat(Corridor.of(List.of(), CorridorSettings.DEFAULT).isKnown()).isFalse();
    }

    @Test
    void aToleranceIsNoLessThanNothing() {
        assertThatThrownBy(() -> new CorridorSettings(Kind.SPREAD, -1)).hasMessageContaining("0 to 60 dB");
        assertThatThrownBy(() -> CorridorSettings.DEFAULT.withTolerance(Double.NaN))
                .hasMessageContaining("0 to 60 dB");
    }
}
