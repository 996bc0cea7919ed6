package oakmirror.desk.plot;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import javafx.geometry.Rectangle2D;
import org.junit.jupiter.api.Test;

/** Where what the cursor reads stands in a plot. */
class ToneReadingTest {

    private static final double HEIGHT = 120;
    private static final Rectangle2D ROOM = new Rectangle2D(40, 0, 900, 400);

    private static Rectangle2D at(double cursor, Optional<Rectangle2D> legend) {
        return ToneReading.place(cursor, HEIGHT, ROOM, legend);
    }

    @Test
    void itStandsLowAndToTheRightOfTheCursorOrWhereItFits() {
        Rectangle2D usual = at(300, Optional.empty());
        assertThat(usual.getMinX()).isGreaterThan(300);
        assertThat(usual.getMaxY()).isEqualTo(ROOM.getMaxY());
        assertThat(at(900, Optional.empty()).getMaxX()).isLessThan(900);
        assertThat(at(42, Optional.empty()).getMinX()).isGreaterThan(42);
    }

    @Test
    void itSparesTheLegendWhereverThatStands() {
        for (double x = ROOM.getMinX(); x + 200 <= ROOM.getMaxX(); x += 20) {
            for (double y : new double[] {4, 290}) {
                Rectangle2D legend = new Rectangle2D(x, y, 200, 100);
                for (double cursor = 40; cursor <= 940; cursor += 15) {
                    Rectangle2D place = at(cursor, Optional.of(legend));
                    assertThat(place.intersects(legend))
                            .as("%s at %s", legend, cursor)
                            .isFalse();
                    assertThat(ROOM.contains(place))
                            .as("%s at %s", legend, cursor)
                            .isTrue();
                }
            }
        }
    }

    @Test
    void itStaysLowBesideTheLegendWhereThatLiesBesideTheCursor() {
        Rectangle2D legend = new Rectangle2D(600, 290, 200, 100);
        Rectangle2D place = at(850, Optional.of(legend));
        assertThat(place.getMaxX()).isLessThan(legend.getMinX());
        assertThat(place.getMaxY()).isEqualTo(ROOM.getMaxY());
    }

    @Test
    void whereNothingIsFreeItStandsAsUsual() {
        assertThat(at(300, Optional.of(ROOM))).isEqualTo(at(300, Optional.empty()));
    }
}
