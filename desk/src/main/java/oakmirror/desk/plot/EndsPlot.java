package oakmirror.desk.plot;

import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.TextAlignment;
import oakmirror.delivery.Ends;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** How the mix begins and how it ends, side by side in dBFS, so that a cut or a fade that breaks off is seen before it goes out; a press goes there. */
public final class EndsPlot extends PlotPane {

    private static final double LOWEST_DB = -90;
    private static final double STEP_DB = 30;
    private static final double LEFT = 34;
    private static final double GAP = 46;
    private static final double TOP = 22;
    private static final double FOOT = 20;

    private Optional<Ends> ends = Optional.empty();

    /** Nothing yet; {@code seek} is told the seconds that are pressed. */
    public EndsPlot(DoubleConsumer seek) {
        speak(() -> ends.map(e -> Texts.of(
                        "plot.endsInWords", Numbers.fixed(e.headSeconds(), 2), Numbers.fixed(e.tailSeconds(), 2)))
                .orElse(""));
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> ends.ifPresent(of -> seek.accept(seconds(of, e.getX()))));
    }

    /** Shows others. */
    public void show(Optional<Ends> next) {
        ends = next;
        spoken();
        redraw();
    }

    /** Where the beginning is drawn up to: as many pixels a second as the end has. */
    private double border(Ends e) {
        double start = e.startDb().length;
        double all = start + e.endDb().length;
        return LEFT + (getWidth() - LEFT - GAP - 8) * start / Math.max(1, all);
    }

    private double seconds(Ends e, double x) {
        double border = border(e);
        boolean isStart = x < border + GAP / 2;
        double from = isStart ? LEFT : border + GAP;
        double to = isStart ? border : getWidth() - 8;
        double part = Math.max(0, Math.min(1, (x - from) / Math.max(1, to - from)));
        double first = isStart ? 0 : e.seconds() - e.endDb().length * Ends.STEP_SECONDS;
        double length = (isStart ? e.startDb() : e.endDb()).length * Ends.STEP_SECONDS;
        return Math.max(0, first + part * length);
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        if (ends.isEmpty()) {
            return;
        }
        Ends e = ends.get();
        double border = border(e);
        String head = Numbers.fixed(e.headSeconds(), 2);
        String tail = Numbers.fixed(e.tailSeconds(), 2);
        part(g, p, h, e.startDb(), 0, LEFT, border, Texts.of("plot.start", head));
        double first = Math.max(0, e.seconds() - e.endDb().length * Ends.STEP_SECONDS);
        part(g, p, h, e.endDb(), first, border + GAP, w - 8, Texts.of("plot.end", tail));
        border(
                g,
                p,
                h,
                LEFT + (border - LEFT) * e.headSeconds() / (e.startDb().length * Ends.STEP_SECONDS),
                LEFT,
                border);
        double from = border + GAP;
        double to = w - 8;
        border(g, p, h, to - (to - from) * e.tailSeconds() / (e.endDb().length * Ends.STEP_SECONDS), from, to);
    }

    /** A line where silence ends or begins, unless that is out of sight. */
    private static void border(GraphicsContext g, Palette p, double h, double x, double from, double to) {
        if (x >= from && x <= to) {
            line(g, x, TOP, x, h - FOOT, p.accent());
        }
    }

    private static void part(
            GraphicsContext g, Palette p, double h, double[] peaks, double first, double from, double to, String name) {
        double foot = h - FOOT;
        text(g, name, from, 8, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        for (double db = 0; db >= LOWEST_DB; db -= STEP_DB) {
            double y = TOP + (foot - TOP) * db / LOWEST_DB;
            line(g, from, y, to, y, p.hairline());
            text(g, Numbers.brief(db), from - 6, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        double perStep = (to - from) / Math.max(1, peaks.length);
        for (double s = Math.ceil(first); s <= first + peaks.length * Ends.STEP_SECONDS + 1e-6; s++) {
            double x = from + (s - first) / Ends.STEP_SECONDS * perStep;
            line(g, x, foot, x, foot + 3, p.quiet());
            text(g, Numbers.time(s), x, foot + 11, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        g.setFill(Palette.faint(p.ink(), 0.28));
        g.beginPath();
        g.moveTo(from, foot);
        for (int i = 0; i < peaks.length; i++) {
            double y = foot - (foot - TOP) * Math.max(0, 1 - peaks[i] / LOWEST_DB);
            g.lineTo(from + i * perStep, y);
            g.lineTo(from + (i + 1) * perStep, y);
        }
        g.lineTo(to, foot);
        g.fill();
    }
}
