package oakmirror.desk.plot;

import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.readings.Readings;

/** How far outside the corridor something lay from bounce to bounce: a small line from left to right over the corridor at its foot. */
public final class BounceSteps extends PlotPane {

    private static final double HEAD = 20;
    private static final double EDGE = 10;
    private static final double LEAST_DB = 4;
    private static final double TOLD_DB = 0.3;
    private static final double INSIDE_DB = 0.5;

    private final String name;
    private List<Double> outside = List.of();
    private String figure = "";

    /** The steps of something that has a name. */
    public BounceSteps(String name) {
        this.name = name;
        speak(() -> name + ", distance outside the corridor from bounce to bounce: "
                + String.join(", ", outside.stream().map(Readings::level).toList()) + " dB");
    }

    /**
     * Shows distances, the oldest first.
     *
     * @param reading the figure beside the name
     */
    public void show(List<Double> distances, String reading) {
        outside = List.copyOf(distances);
        figure = reading;
        spoken();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        boolean isFurther = outside.size() > 1 && outside.get(outside.size() - 1) > outside.get(0) + TOLD_DB;
        text(g, name, 7, HEAD / 2 + 1, TextAlignment.LEFT, Fonts.BOLD, p.ink());
        text(g, figure, w - 7, HEAD / 2 + 1, TextAlignment.RIGHT, Fonts.SMALL, isFurther ? p.warning() : p.quiet());
        double most = LEAST_DB;
        for (double db : outside) {
            most = Double.isNaN(db) ? most : Math.max(most, db);
        }
        double foot = h - 7;
        double room = foot - HEAD - 4;
        g.setFill(Palette.faint(p.accent(), 0.22));
        g.fillRect(7, foot - room * INSIDE_DB / most - 2, w - 14, room * INSIDE_DB / most + 4);
        g.setStroke(p.ink());
        g.setFill(p.ink());
        g.setLineWidth(1.2);
        double lastX = Double.NaN;
        double lastY = Double.NaN;
        for (int i = 0; i < outside.size(); i++) {
            double db = outside.get(i);
            double x = outside.size() == 1 ? w / 2 : EDGE + (w - 2 * EDGE) * i / (outside.size() - 1);
            double y = foot - room * db / most;
            boolean isLast = i == outside.size() - 1;
            if (!Double.isNaN(db)) {
                if (!Double.isNaN(lastX)) {
                    g.strokeLine(lastX, lastY, x, y);
                }
                double r = isLast ? 3.6 : outside.size() > 12 ? 1.2 : 2.2;
                g.fillOval(x - r, y - r, 2 * r, 2 * r);
            }
            lastX = Double.isNaN(db) ? Double.NaN : x;
            lastY = y;
        }
    }
}
