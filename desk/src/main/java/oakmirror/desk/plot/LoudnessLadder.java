package oakmirror.desk.plot;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Loudness and true peak of mix, master and references as dumbbells on one scale, with the target and the ceiling as lines. */
public final class LoudnessLadder extends PlotPane {

    private static final double LOW = -32;
    private static final double HIGH = 4;
    private static final double LEFT = 226;
    private static final double RIGHT = 24;
    private static final double ROW = 23;
    private static final double TALLEST_ROW = 40;
    private static final double FOOT = 22;
    private static final double HEAD = 28;

    /**
     * A row: loudness and true peak, joined by a line whose length is the peak-to-loudness ratio.
     *
     * @param index 0 for the mix, otherwise the reference's number
     * @param label what it is
     * @param lufs integrated loudness
     * @param dbtp true peak
     * @param dashed whether it is a mix with its correction
     */
    public record Row(int index, String label, double lufs, double dbtp, boolean dashed) {}

    private List<Row> rows = List.of();
    private double target;
    private double ceiling;

    /** An empty ladder. */
    public LoudnessLadder() {
        speak(() -> Texts.of(
                "plot.loudnessAndTruePeak",
                rows.stream()
                        .map(r ->
                                Texts.of("plot.lufsDbtp", r.label(), Numbers.level(r.lufs()), Numbers.level(r.dbtp())))
                        .collect(Collectors.joining())));
    }

    /** Shows other rows, target and ceiling. */
    public void show(List<Row> next, double targetLufs, double ceilingDbtp) {
        rows = List.copyOf(next);
        target = targetLufs;
        ceiling = ceilingDbtp;
        setMinHeight(HEAD + ROW * Math.max(2, rows.size()) + FOOT);
        setPrefHeight(getMinHeight());
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double row = Math.min(TALLEST_ROW, (h - HEAD - FOOT) / Math.max(1, rows.size()));
        double bottom = HEAD + row * rows.size() + 2;
        for (double v = -30; v <= 0; v += 6) {
            line(g, x(v, w), HEAD - 6, x(v, w), bottom, p.hairline());
            text(g, Numbers.brief(v), x(v, w), bottom + 10, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        text(g, Texts.of("plot.lufsDbtp2"), x(LOW, w), bottom + 10, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        mark(g, w, bottom, target, Texts.of("plot.target", Numbers.level(target)), p.accent());
        mark(g, w, bottom, ceiling, Texts.of("plot.ceiling", Numbers.level(ceiling)), p.warning());
        double y = HEAD + row / 2;
        for (Row r : rows) {
            Color colour = r.index() == 0 ? p.ink() : p.reference(r.index() - 1);
            text(g, r.label(), 2, y, TextAlignment.LEFT, r.index() == 0 ? Fonts.BOLD : Fonts.TEXT, colour);
            if (Double.isFinite(r.lufs()) && Double.isFinite(r.dbtp())) {
                dumbbell(g, w, y, r, colour, p);
            }
            y += row;
        }
    }

    private void dumbbell(GraphicsContext g, double w, double y, Row row, Color colour, Palette p) {
        double loud = x(row.lufs(), w);
        double peak = x(row.dbtp(), w);
        g.setStroke(colour);
        g.setLineWidth(1.4);
        g.setLineDashes(row.dashed() ? new double[] {5, 3} : new double[0]);
        g.strokeLine(loud, y, peak, y);
        g.setLineDashes();
        g.setFill(colour);
        g.fillOval(loud - 5, y - 5, 10, 10);
        g.setFill(p.paper());
        g.fillOval(peak - 4, y - 4, 8, 8);
        g.strokeOval(peak - 4, y - 4, 8, 8);
        text(g, Numbers.level(row.lufs()), loud - 10, y, TextAlignment.RIGHT, Fonts.TEXT, colour);
        text(g, Numbers.level(row.dbtp()), peak + 9, y, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        String ratio = Texts.of("plot.plr", Numbers.level(row.dbtp() - row.lufs()));
        text(g, ratio, (loud + peak) / 2, y - 8, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
    }

    private void mark(GraphicsContext g, double w, double bottom, double value, String label, Color colour) {
        g.setStroke(colour);
        g.setLineWidth(1.2);
        g.setLineDashes(4, 3);
        g.strokeLine(x(value, w), HEAD - 12, x(value, w), bottom);
        g.setLineDashes();
        text(g, label, x(value, w) + 4, HEAD - 19, TextAlignment.RIGHT, Fonts.BOLD, colour);
    }

    private static double x(double value, double w) {
        double inside = Math.max(LOW, Math.min(HIGH, value));
        return LEFT + (w - LEFT - RIGHT) * (inside - LOW) / (HIGH - LOW);
    }
}
