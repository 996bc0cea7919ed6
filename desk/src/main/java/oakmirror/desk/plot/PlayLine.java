package oakmirror.desk.plot;

import javafx.scene.paint.Color;
import javafx.scene.shape.Line;

/** Where a track plays, over a plot: moved without the plot being drawn again, by halves of a pixel. */
final class PlayLine extends Line {

    PlayLine() {
        setManaged(false);
        setMouseTransparent(true);
        setStrokeWidth(1.5);
        setVisible(false);
    }

    /** From where to where it reaches, and its colour. */
    void reach(double fromY, double toY, Color colour) {
        setStartY(fromY);
        setEndY(toY);
        setStroke(colour);
    }

    /** Moves it; outside of what the plot shows it is not seen. */
    void move(double x, double left, double right) {
        setVisible(x >= left && x <= right);
        if (isVisible()) {
            double halves = Math.rint(2 * x) / 2;
            setStartX(halves);
            setEndX(halves);
        }
    }
}
