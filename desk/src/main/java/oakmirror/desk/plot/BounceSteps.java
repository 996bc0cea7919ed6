package oakmirror.desk.plot;

import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * How far outside the corridor something lay from bounce to bounce: a small line from left to right over the corridor at its foot. Of what no corridor is
 * for, as loudness, the line of its values.
 */
public final class BounceSteps extends PlotPane {

    private static final double HEAD = 20;
    private static final double EDGE = 10;
    private static final double LEAST_DB = 4;
    private static final double TOLD_DB = 0.3;
    private static final double INSIDE_DB = 0.5;

    /** From here on there is room for what each step is. */
    private static final double ROOMY = 96;

    private static final double NUMBERS = 16;
    private static final int MOST_NAMED = 6;
    private static final double NARROW = 92;
    private static final double NARROWEST = 68;
    private static final int MOST_LETTERS = 7;

    private final String name;
    private final String shortName;
    private List<Double> values = List.of();
    private List<String> numbers = List.of();
    private boolean isDistance = true;
    private double figure = Double.NaN;

    /** The steps of something that has a name, and a shorter one for where there is little room. */
    public BounceSteps(String name, String shortName) {
        this.name = name;
        this.shortName = shortName;
        speak(() -> Texts.of(
                "plot.fromBounceToBounce",
                name + (isDistance ? Texts.of("plot.distanceOutsideTheCorridor") : ""),
                String.join(", ", values.stream().map(Numbers::level).toList()),
                isDistance ? " dB" : ""));
    }

    /**
     * Shows distances, the oldest first.
     *
     * @param reading the figure beside the name; NaN for none
     */
    public void show(List<Double> distances, double reading) {
        show(distances, true, reading);
    }

    /** Names the steps, where there is room for it. */
    public void number(List<String> names) {
        numbers = List.copyOf(names);
        redraw();
    }

    /** The same of values that no corridor is for. */
    public void showValues(List<Double> all, double reading) {
        show(all, false, reading);
    }

    private void show(List<Double> all, boolean distances, double reading) {
        values = List.copyOf(all);
        isDistance = distances;
        figure = reading;
        spoken();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        boolean isFurther = isDistance && values.size() > 1 && values.get(values.size() - 1) > values.get(0) + TOLD_DB;
        boolean isNarrow = w < NARROW;
        double inset = isNarrow ? 5 : 7;
        text(g, isNarrow ? shortName : name, inset, HEAD / 2 + 1, TextAlignment.LEFT, Fonts.BOLD, p.ink());
        text(
                g,
                figure(w),
                w - inset,
                HEAD / 2 + 1,
                TextAlignment.RIGHT,
                Fonts.SMALL,
                isFurther ? p.warning() : p.quiet());
        DoubleSummaryStatistics known = values.stream()
                .filter(Double::isFinite)
                .mapToDouble(Double::doubleValue)
                .summaryStatistics();
        double foot = h - 7 - (isRoomy(h) ? NUMBERS : 0);
        double room = foot - HEAD - 4 - (isRoomy(h) ? NUMBERS : 0);
        if (isDistance) {
            double most = Math.max(LEAST_DB, known.getMax());
            g.setFill(Palette.faint(p.accent(), 0.22));
            g.fillRect(7, foot - room * INSIDE_DB / most - 2, w - 14, room * INSIDE_DB / most + 4);
            if (isRoomy(h)) {
                text(
                        g,
                        Texts.of("plot.corridor"),
                        w / 2,
                        foot - room * INSIDE_DB / most / 2,
                        TextAlignment.CENTER,
                        Fonts.SMALL,
                        p.quiet());
            }
            steps(g, w, p, db -> foot - room * db / most);
        } else if (known.getCount() > 0) {
            double middle = (known.getMin() + known.getMax()) / 2;
            double span = Math.max(LEAST_DB, known.getMax() - known.getMin());
            steps(g, w, p, v -> foot - room * (0.5 + (v - middle) / span));
        }
    }

    private boolean isRoomy(double height) {
        return height >= ROOMY && numbers.size() == values.size();
    }

    /** The figure; none where there is no room for it beside the name. */
    private String figure(double width) {
        String text = Double.isNaN(figure) ? "" : Numbers.level(figure);
        return width < NARROWEST && shortName.length() + text.length() > MOST_LETTERS ? "" : text;
    }

    private void steps(GraphicsContext g, double w, Palette p, DoubleUnaryOperator height) {
        g.setStroke(p.ink());
        g.setLineWidth(1.2);
        double lastX = Double.NaN;
        double lastY = Double.NaN;
        boolean isRoomy = isRoomy(getHeight());
        for (int i = 0; i < values.size(); i++) {
            boolean isKnown = Double.isFinite(values.get(i));
            double x = values.size() == 1 ? w / 2 : EDGE + (w - 2 * EDGE) * i / (values.size() - 1);
            double y = height.applyAsDouble(values.get(i));
            boolean isLast = i == values.size() - 1;
            if (isKnown) {
                if (!Double.isNaN(lastX)) {
                    g.strokeLine(lastX, lastY, x, y);
                }
                g.setFill(p.ink());
                double r = isLast ? 3.6 : values.size() > 12 ? 1.2 : 2.2;
                g.fillOval(x - r, y - r, 2 * r, 2 * r);
            }
            if (isRoomy && (i == 0 || isLast || values.size() <= MOST_NAMED)) {
                TextAlignment side = i == 0 && !isLast
                        ? TextAlignment.LEFT
                        : isLast && i > 0 ? TextAlignment.RIGHT : TextAlignment.CENTER;
                double at = x + (side == TextAlignment.LEFT ? -3 : side == TextAlignment.RIGHT ? 3 : 0);
                text(g, numbers.get(i), at, getHeight() - 10, side, Fonts.SMALL, p.quiet());
                if (isKnown && !isLast) {
                    text(g, Numbers.level(values.get(i)), at, y - 11, side, Fonts.SMALL, p.quiet());
                }
            }
            lastX = isKnown ? x : Double.NaN;
            lastY = y;
        }
    }
}
