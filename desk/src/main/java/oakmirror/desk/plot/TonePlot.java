package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Rectangle2D;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.paint.Color;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Tone of the mix over that of its references, at equal loudness: references dashed in their colours, the mix in ink on top. The wheel zooms, a
 * drag draws a band to hear alone, a drag with another button moves along, a double click shows everything.
 */
public final class TonePlot extends FrequencyPlot {

    private static final double RANGE_DB = 48;
    private static final double STEP_DB = 12;
    /** Part of the way to the newest picture that is gone with each frame. */
    private static final double GLIDE = 0.3;

    private static final double STILL_DB = 0.02;

    private final FrequencyView view;
    private ToneScene scene = ToneScene.EMPTY;
    private List<double[]> shown = List.of();
    private Optional<List<double[]>> moving = Optional.empty();
    private double topDb = 0;
    private Optional<double[]> band = Optional.empty();
    private Optional<double[]> drawn = Optional.empty();

    /** A plot that shares a cursor and a view. */
    public TonePlot(DoubleProperty cursorHz, FrequencyView view) {
        super(cursorHz, view);
        this.view = view;
        zoomByWheel();
        speak(this::words);
    }

    private String words() {
        StringBuilder all = new StringBuilder(Texts.of("plot.toneAt", atCursor()));
        for (int i = 0; i < scene.curves().size(); i++) {
            int index = scene.curves().get(i).index();
            all.append(", ").append(track(index)).append(' ').append(Numbers.level(atCursor(shown.get(i))));
        }
        return all.append(", ")
                .append(Texts.of("plot.gap", Numbers.gainDb(atCursor(scene.gapDb()))))
                .toString();
    }

    /** A cursor for plots to share. */
    public static DoubleProperty sharedCursor() {
        return newCursor();
    }

    /** Tells of a band that is drawn over the plot, its edges in Hz; a press alone is a band of no width. */
    public void onBand(BiConsumer<Double, Double> consumer) {
        double[] pressed = {0, 0};
        boolean[] dragged = {false};
        setOnMousePressed(e -> {
            pressed[0] = inside(e.getX());
            pressed[1] = e.getX();
            dragged[0] = false;
        });
        setOnMouseDragged(e -> {
            dragged[0] = true;
            if (e.getButton() == MouseButton.PRIMARY) {
                double now = inside(e.getX());
                drawn = Optional.of(new double[] {Math.min(pressed[0], now), Math.max(pressed[0], now)});
                redraw();
            } else {
                view.pan((pressed[1] - e.getX()) / (scale().right() - scale().left()));
                pressed[1] = e.getX();
            }
        });
        setOnMouseReleased(e -> {
            double[] edges = drawn.filter(b -> dragged[0]).orElse(new double[] {pressed[0], pressed[0]});
            drawn = Optional.empty();
            if (e.getButton() == MouseButton.PRIMARY) {
                consumer.accept(edges[0], edges[1]);
            }
            redraw();
        });
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                view.reset();
            }
        });
    }

    private double inside(double x) {
        return scale().hz(Math.max(scale().left(), Math.min(scale().right(), x)));
    }

    /** Marks the band that is heard alone: its edges in Hz. */
    public void showBand(Optional<double[]> edges) {
        band = edges;
        redraw();
    }

    /** Shows something else. */
    public void show(ToneScene next) {
        scene = next;
        double highest = next.curves().stream()
                .flatMapToDouble(c -> Arrays.stream(c.levelsDb(), BandGrid.bandOf(30), BandGrid.bandOf(16000)))
                .filter(Double::isFinite)
                .max()
                .orElse(0);
        topDb = Math.ceil((highest + 2) / 6) * 6;
        if (moving.isEmpty() || shown.size() != next.curves().size()) {
            shown = next.curves().stream().map(ToneCurve::levelsDb).toList();
        }
        redraw();
    }

    /** Goes to other levels of the same curves, gliding there frame by frame; empty goes back to what is shown when nothing moves. */
    public void move(Optional<List<double[]>> levels) {
        Optional<List<double[]>> wanted =
                levels.filter(l -> l.size() == scene.curves().size());
        if (wanted.isEmpty()) {
            if (moving.isPresent()) {
                moving = Optional.empty();
                show(scene);
            }
            return;
        }
        moving = wanted;
        List<double[]> next = new ArrayList<>();
        double furthest = 0;
        for (int c = 0; c < shown.size(); c++) {
            double[] from = shown.get(c);
            double[] to = wanted.get().get(c);
            double[] now = new double[to.length];
            for (int b = 0; b < to.length; b++) {
                now[b] = from[b] + GLIDE * (to[b] - from[b]);
                furthest = Math.max(furthest, Math.abs(to[b] - from[b]));
            }
            next.add(now);
        }
        shown = next;
        if (furthest > STILL_DB) {
            redraw();
        }
    }

    /** The levels that are drawn of a curve, in the order of the curves. */
    public double[] shownLevels(int curve) {
        return shown.get(curve).clone();
    }

    /** The tracks whose curves are drawn, 0 for the mix. */
    public List<Integer> drawnTracks() {
        return scene.curves().stream()
                .filter(ToneCurve::isDrawn)
                .map(ToneCurve::index)
                .toList();
    }

    /** The levels that are drawn of what is held. */
    public Optional<double[]> heldLevels() {
        return scene.heldDb();
    }

    /** The levels that are drawn of the corridor's edges, the lower first. */
    public Optional<double[][]> corridorLevels() {
        return scene.corridorDb();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        place(w, 8, h - 6, topDb, topDb - RANGE_DB);
        drawWash(g, p);
        grid(g, p, STEP_DB, false, false);
        unit(g, p, "dB");
        clip(g);
        scene.corridorDb().ifPresent(c -> between(g, c[0], c[1], Palette.faint(p.accent(), 0.18)));
        for (int i = 0; i < scene.curves().size(); i++) {
            int index = scene.curves().get(i).index();
            if (index > 0 && scene.curves().get(i).isDrawn()) {
                trace(g, shown.get(i), p.reference(index - 1), 1.6, Palette.dash(index - 1));
            }
        }
        scene.meanDb().ifPresent(m -> trace(g, m, p.accent(), 2.2));
        scene.heldDb().ifPresent(held -> trace(g, held, p.quiet(), 1.4, 1, 3));
        markBand(g, p);
        for (int i = 0; i < scene.curves().size(); i++) {
            if (scene.curves().get(i).index() == 0) {
                trace(g, shown.get(i), p.ink(), 2.4);
            }
        }
        PeakLabels.draw(g, p, this, scene, shown);
        g.restore();
        Optional<Rectangle2D> legend = scene.legend() ? ToneLegend.draw(g, p, this, scene, shown) : Optional.empty();
        cursor(g, p);
        if (cursorHz() > 0 && !scene.curves().isEmpty()) {
            ToneReading.draw(g, p, this, scene, shown, legend);
        }
    }

    private void trace(GraphicsContext g, double[] db, Color colour, double width, double... dash) {
        if (!scene.bars()) {
            curve(g, db, colour, width, dash);
            return;
        }
        double[] bars = NominalBands.of(db);
        g.setStroke(colour);
        g.setLineWidth(width);
        g.setLineDashes(dash);
        g.beginPath();
        for (int b = 0; b < bars.length; b++) {
            if (!Double.isNaN(bars[b])) {
                g.moveTo(scale().x(NominalBands.lowerEdgeHz(b)) + 1, y(bars[b]));
                g.lineTo(scale().x(NominalBands.lowerEdgeHz(b + 1)) - 1, y(bars[b]));
            }
        }
        g.stroke();
        g.setLineDashes();
    }

    private void markBand(GraphicsContext g, Palette p) {
        drawn.or(() -> band).ifPresent(b -> {
            double left = Math.max(scale().left(), scale().x(b[0]));
            double right = Math.min(scale().right(), scale().x(b[1]));
            g.setFill(Palette.faint(p.ink(), 0.10));
            g.fillRect(scale().left(), top(), left - scale().left(), bottom() - top());
            g.fillRect(right, top(), scale().right() - right, bottom() - top());
            line(g, left, top(), left, bottom(), p.ink());
            line(g, right, top(), right, bottom(), p.ink());
        });
    }
}
