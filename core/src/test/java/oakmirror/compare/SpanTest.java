package oakmirror.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;

/** Spans of single readings, and zones inside a corridor. */
class SpanTest {

    @Test
    void readingsThatAreNoneDoNotCount() {
        double[] values = {-8, Double.NaN, -11, Double.NEGATIVE_INFINITY};
        Span span = Span.of(values, CorridorSettings.Kind.EXTREMES, 1);
        assertThat(span).isEqualTo(new Span(-11, -8));
        assertThat(span.middle()).isEqualTo(-9.5);
        assertThat(Span.of(new double[] {Double.NaN}, CorridorSettings.Kind.SPREAD, 1)
                        .isKnown())
                .isFalse();
        assertThat(Span.UNKNOWN.outside(3)).isZero();
    }

    @Test
    void ofManyTheMiddleFourFifthsCountAndOfFewAll() {
        double[] sixteen = new double[16];
        for (int i = 0; i < sixteen.length; i++) {
            sixteen[i] = i * i; // 0 to 225
        }
        Span middle = Span.of(sixteen, CorridorSettings.Kind.USUAL, 1);
        // By hand: the 10th percentile lies at place 1.5, between 1 and 4; the 90th at 13.5, between 169 and 196.
        assertThat(middle).isEqualTo(new Span(2.5, 182.5));
        assertThat(Span.of(sixteen, CorridorSettings.Kind.EXTREMES, 1)).isEqualTo(new Span(0, 225));
        double[] five = Arrays.copyOf(sixteen, 5);
        assertThat(Span.of(five, CorridorSettings.Kind.USUAL, 1)).isEqualTo(new Span(0, 16));
    }

    @Test
    void aSpanOpenBelowHasNothingOutsideBelow() {
        Span open = new Span(Double.NEGATIVE_INFINITY, -20);
        assertThat(open.isKnown()).isTrue();
        assertThat(open.outside(-60)).isZero();
        assertThat(open.outside(-18)).isEqualTo(2);
    }

    /** A zone that is over by as much as it is under elsewhere is not inside. */
    @Test
    void aZoneIsInsideWhenItIsNearlyEverywhere() {
        double[] curve = new double[BandGrid.SIZE];
        Arrays.fill(curve, -30);
        Corridor corridor = Corridor.of(List.of(curve), CorridorSettings.DEFAULT);
        assertThat(corridor.holds(curve, Zone.MID)).isTrue();
        double[] tilted = curve.clone();
        int from = BandGrid.bandOf(Zone.MID.lowHz());
        int to = BandGrid.bandOf(Zone.MID.highHz());
        for (int b = from; b < to; b++) {
            tilted[b] += b < (from + to) / 2 ? 3 : -3;
        }
        assertThat(corridor.holds(tilted, Zone.MID)).isFalse();
        assertThat(corridor.holds(tilted, Zone.PRESENCE)).isTrue();
    }
}
