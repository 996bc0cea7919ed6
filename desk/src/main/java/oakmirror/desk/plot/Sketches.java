package oakmirror.desk.plot;

import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import oakmirror.audio.TimeRange;
import oakmirror.desk.look.Palette;

/** Small pictures within rows and buttons. */
public final class Sketches {

    private Sketches() {}

    /** A track's line as it looks in plots: ink for 0, otherwise the reference's colour and dash. */
    public static final class Dash extends PlotPane {
        private final int index;
        private boolean onColour;

        /** The line of a track. */
        public Dash(int index) {
            this.index = index;
            setMouseTransparent(true);
        }

        /** Whether it lies on a ground of its own colour, and so is drawn in the colour of paper. */
        public void setOnColour(boolean value) {
            onColour = value;
            redraw();
        }

        @Override
        protected void draw(GraphicsContext g, double w, double h, Palette p) {
            g.setStroke(onColour ? p.paper() : colour(p, index));
            g.setLineWidth(index == 0 ? 2.6 : 2.2);
            g.setLineDashes(index == 0 ? new double[0] : Palette.dash(index - 1));
            g.strokeLine(1, h / 2, w - 1, h / 2);
        }
    }

    /** A loudness contour, small, with the chosen passage in a wash. */
    public static final class Contour extends PlotPane {
        private Optional<ContourTrack> track = Optional.empty();
        private Optional<TimeRange> passage = Optional.empty();

        /** Shows a contour, and a passage in its time. */
        public void show(Optional<ContourTrack> contour, Optional<TimeRange> chosen) {
            track = contour;
            passage = chosen;
            redraw();
        }

        @Override
        protected void draw(GraphicsContext g, double w, double h, Palette p) {
            track.ifPresent(t -> {
                passage.ifPresent(r -> {
                    double left = 1 + r.startSeconds() / t.seconds() * (w - 2);
                    double right = 1 + r.endSeconds() / t.seconds() * (w - 2);
                    g.setFill(Palette.faint(p.accent(), 0.22));
                    g.fillRect(left, 0, Math.max(1, right - left), h);
                });
                g.setStroke(colour(p, t.index()));
                g.setLineWidth(1.1);
                g.beginPath();
                for (double x = 1; x < w - 1; x++) {
                    double y = h - 2 - (h - 4) * t.height((x - 1) / (w - 2) * t.seconds());
                    if (x == 1) {
                        g.moveTo(x, y);
                    } else {
                        g.lineTo(x, y);
                    }
                }
                g.stroke();
            });
        }
    }

    private static Color colour(Palette p, int index) {
        return index == 0 ? p.ink() : p.reference(index - 1);
    }
}
