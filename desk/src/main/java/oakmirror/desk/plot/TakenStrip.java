package oakmirror.desk.plot;

import java.util.function.DoubleConsumer;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The master's loudness over the song, the mix's as it is behind it, and hanging from the same axis what the limiter takes away. A click jumps there. */
public final class TakenStrip extends PlotPane {

    /** The middle of the lower axis' name, below the line between both. */
    private static final double NAME_AT = 9;

    private static final double LEFT = 58;
    private static final double RIGHT = 14;
    private static final double HEAD = 20;
    private static final double FOOT = 18;
    private static final double SPAN_LU = 21;
    private static final double STEP_LU = 3;
    private static final double LEAST_TAKEN_DB = 3;
    /** Lines closer together than this could not be read. */
    private static final double LEAST_APART = 14;

    private static final double UPPER = 0.64;
    private static final double LIGHT = 0.12;

    /**
     * What is drawn; values follow each other at equal distances over the whole song.
     *
     * @param seconds length of the song
     * @param mix momentary loudness of the mix as it is, LUFS
     * @param master that of the master
     * @param takenDb the most that is taken away in each step
     * @param targetLufs where the whole is to land
     */
    public record Scene(double seconds, float[] mix, float[] master, float[] takenDb, double targetLufs) {
        /** Nothing. */
        public static final Scene EMPTY = new Scene(0, new float[0], new float[0], new float[0], Double.NaN);
    }

    private Scene scene = Scene.EMPTY;
    private double position = Double.NaN;
    private final PlayLine line = new PlayLine();

    /** An empty strip. */
    public TakenStrip() {
        getChildren().add(line);
        setMinHeight(140);
        setPrefHeight(150);
        setMaxHeight(Double.MAX_VALUE);
        setCursor(Cursor.CROSSHAIR);
        speak(() ->
                Texts.of("plot.loudnessOfTheMaster", Numbers.level(highest(scene.master())), Numbers.level(most())));
    }

    /** Shows something else. */
    public void show(Scene next) {
        scene = next;
        redraw();
    }

    /** Shows where it plays. */
    public void showPosition(double seconds) {
        position = seconds;
        line.move(x(seconds, Math.floor(getWidth())), LEFT, Math.floor(getWidth()) - RIGHT);
    }

    /** Told of a moment that is clicked, in seconds. */
    public void onSeek(DoubleConsumer seek) {
        setOnMouseClicked(e -> {
            double part = (e.getX() - LEFT) / (getWidth() - LEFT - RIGHT);
            if (scene.seconds() > 0) {
                seek.accept(Math.max(0, Math.min(1, part)) * scene.seconds());
            }
        });
    }

    private double most() {
        return Math.max(0, highest(scene.takenDb()));
    }

    private static double highest(float[] values) {
        double highest = Double.NEGATIVE_INFINITY;
        for (float v : values) {
            highest = Math.max(highest, v);
        }
        return highest;
    }

    private double x(double seconds, double w) {
        return LEFT + (w - LEFT - RIGHT) * seconds / scene.seconds();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        if (!(scene.seconds() > 0)) {
            line.setVisible(false);
            return;
        }
        double axis = HEAD + (h - HEAD - FOOT) * UPPER;
        double top = Math.max(Math.max(highest(scene.master()), highest(scene.mix())), scene.targetLufs());
        double high = STEP_LU * Math.ceil((Double.isFinite(top) ? top + 1 : 0) / STEP_LU);
        double low = high - SPAN_LU;
        double step = (axis - HEAD) * STEP_LU / SPAN_LU < LEAST_APART ? 2 * STEP_LU : STEP_LU;
        for (double v = high; v > low; v -= step) {
            double y = y(v, low, high, axis);
            line(g, LEFT, y, w - RIGHT, y, p.hairline());
            String unit = v == high ? "LUFS " : "";
            text(g, unit + whole(v), LEFT - 8, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        loudness(g, w, axis, low, high, p);
        taken(g, w, h, axis, p);
        double target = y(scene.targetLufs(), low, high, axis);
        g.setStroke(p.accent());
        g.setLineWidth(1.2);
        g.setLineDashes(4, 3);
        g.strokeLine(LEFT, target, w - RIGHT, target);
        g.setLineDashes();
        text(
                g,
                Texts.of("plot.targetOverTheWhole", Numbers.level(scene.targetLufs())),
                w - RIGHT,
                9,
                TextAlignment.RIGHT,
                Fonts.BOLD,
                p.accent());
        times(g, w, h, p);
        line.reach(HEAD, h - FOOT, p.ink());
        showPosition(position);
    }

    private static String whole(double v) {
        return Numbers.brief(v);
    }

    private static double y(double lufs, double low, double high, double axis) {
        double part = (Math.max(low, Math.min(high, lufs)) - low) / (high - low);
        return axis - (axis - HEAD) * part;
    }

    private void loudness(GraphicsContext g, double w, double axis, double low, double high, Palette p) {
        float[] master = scene.master();
        if (master.length > 1) {
            g.setFill(p.ink().deriveColor(0, 1, 1, LIGHT));
            g.beginPath();
            g.moveTo(LEFT, axis);
            for (int i = 0; i < master.length; i++) {
                g.lineTo(x((i + 0.5) * scene.seconds() / master.length, w), y(master[i], low, high, axis));
            }
            g.lineTo(w - RIGHT, axis);
            g.closePath();
            g.fill();
        }
        curve(g, w, scene.mix(), low, high, axis, p.quiet(), 1, false);
        curve(g, w, master, low, high, axis, p.ink(), 1.6, true);
        line(g, LEFT, axis, w - RIGHT, axis, p.ink());
    }

    private void curve(
            GraphicsContext g,
            double w,
            float[] values,
            double low,
            double high,
            double axis,
            Color colour,
            double width,
            boolean dashed) {
        g.setStroke(colour);
        g.setLineWidth(width);
        g.setLineDashes(dashed ? new double[] {5, 3} : new double[0]);
        g.beginPath();
        for (int i = 0; i < values.length; i++) {
            double x = x((i + 0.5) * scene.seconds() / values.length, w);
            double y = y(values[i], low, high, axis);
            if (i == 0) {
                g.moveTo(x, y);
            } else {
                g.lineTo(x, y);
            }
        }
        g.stroke();
        g.setLineDashes();
    }

    /** Of every column the most, so that no short peak is lost between two of them. */
    private void taken(GraphicsContext g, double w, double h, double axis, Palette p) {
        double bottom = h - FOOT - 4;
        double deepest = Math.max(LEAST_TAKEN_DB, STEP_LU * Math.ceil(most() / STEP_LU));
        double perDb = (bottom - axis) / deepest;
        double step = STEP_LU * perDb < 2 * LEAST_APART ? 2 * STEP_LU : STEP_LU;
        for (double db = step; db <= deepest; db += step) {
            double y = axis + db * perDb;
            line(g, LEFT, y, w - RIGHT, y, p.hairline());
            if (y > axis + NAME_AT + NAME_AT) { // beneath the axis' name
                text(g, whole(db), LEFT - 8, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
            }
        }
        text(g, Texts.of("plot.takenDb"), LEFT - 8, axis + NAME_AT, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        g.setFill(p.warning());
        float[] taken = scene.takenDb();
        double perStep = (w - LEFT - RIGHT) / Math.max(1, taken.length);
        double from = LEFT;
        float most = 0;
        for (int i = 0; i < taken.length; i++) {
            most = Math.max(most, taken[i]);
            double to = LEFT + (i + 1) * perStep;
            if (to - from >= 1.5 || i + 1 == taken.length) {
                g.fillRect(from, axis, Math.max(1, to - from - 0.5), most * perDb);
                from = to;
                most = 0;
            }
        }
    }

    private void times(GraphicsContext g, double w, double h, Palette p) {
        double every = 1;
        for (double step : new double[] {1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200}) {
            every = step;
            if (scene.seconds() / step <= 8) {
                break;
            }
        }
        for (double t = 0; t <= scene.seconds(); t += every) {
            text(g, Numbers.time(t), x(t, w), h - 8, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
    }
}
