package oakmirror.desk.plot;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Where each song of a record is in loudness, and where it will be: a dot, a line, a ring. */
public final class AlbumLadder extends PlotPane {

    private static final double FOOT = 18;
    private static final double MARGIN = 14;
    private static final double STEP = 4;

    /** A song: where it is and where it will be, in LUFS. */
    public record Rung(String name, double fromLufs, double toLufs, boolean isAnchor) {}

    private List<Rung> rungs = List.of();

    /** An empty one. */
    public AlbumLadder() {
        setMinHeight(70);
        setPrefHeight(70);
        speak(() -> Texts.of(
                "plot.ladder",
                rungs.stream()
                        .map(r -> Texts.of(
                                "plot.fromToLufs", r.name(), Numbers.level(r.fromLufs()), Numbers.level(r.toLufs())))
                        .collect(Collectors.joining("; "))));
    }

    /** Shows songs. */
    public void show(List<Rung> next) {
        rungs = next.stream().filter(r -> Double.isFinite(r.fromLufs())).toList();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        if (rungs.isEmpty()) {
            return;
        }
        double low = rungs.stream()
                .mapToDouble(r -> Math.min(r.fromLufs(), r.toLufs()))
                .min()
                .orElse(-24);
        double high = rungs.stream()
                .mapToDouble(r -> Math.max(r.fromLufs(), r.toLufs()))
                .max()
                .orElse(-8);
        double from = STEP * Math.floor((low - 1) / STEP);
        double to = STEP * Math.ceil((high + 1) / STEP);
        for (double v = from; v <= to; v += STEP) {
            double x = x(v, from, to, w);
            line(g, x, 0, x, h - FOOT, p.hairline());
            text(g, Numbers.brief(v), x, h - 8, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        double row = (h - FOOT) / rungs.size();
        for (int i = 0; i < rungs.size(); i++) {
            Rung r = rungs.get(i);
            double y = row * (i + 0.5);
            double a = x(r.fromLufs(), from, to, w);
            double b = x(r.toLufs(), from, to, w);
            double dot = Math.min(4, row / 2.4);
            line(g, a, y, b, y, p.quiet());
            g.setFill(r.isAnchor() ? p.accent() : p.ink());
            g.fillOval(a - dot, y - dot, 2 * dot, 2 * dot);
            g.setStroke(p.accent());
            g.setLineWidth(1.5);
            g.setFill(p.paper());
            g.fillOval(b - dot, y - dot, 2 * dot, 2 * dot);
            g.strokeOval(b - dot, y - dot, 2 * dot, 2 * dot);
        }
    }

    private static double x(double lufs, double from, double to, double w) {
        return MARGIN + (w - 2 * MARGIN) * (lufs - from) / (to - from);
    }
}
