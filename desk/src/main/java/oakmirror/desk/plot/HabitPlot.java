package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.DoubleStream;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * A habit over frequency: what songs have in common as a curve with where it may lie, and each song as a hairline that can be pressed. The line at nothing is where the references are.
 * Left and right go from song to song, Enter opens the one that is chosen.
 */
public final class HabitPlot extends FrequencyPlot {

    private static final double LEAST_DB = 4;
    private static final double MOST_DB = 15;
    private static final double NEAR = 9;
    private static final int FOOT = 24;
    private static final int STEP = BandGrid.BANDS_PER_OCTAVE / 3;
    private static final int SPARSE = 40;

    /**
     * What is shown.
     *
     * @param names of the songs
     * @param songsDb what each reads in each third of an octave; NaN where that is not known
     * @param meanDb what they have in common; empty where nothing can be said yet
     * @param lowDb nine of ten lie above …
     * @param highDb … and below
     */
    public record Scene(
            List<String> names,
            List<double[]> songsDb,
            Optional<double[]> meanDb,
            Optional<double[]> lowDb,
            Optional<double[]> highDb) {

        /** Nothing. */
        public static final Scene EMPTY =
                new Scene(List.of(), List.of(), Optional.empty(), Optional.empty(), Optional.empty());
    }

    private final IntConsumer open;
    private Scene scene = Scene.EMPTY;
    private List<double[]> curves = List.of();
    private double mostDb = LEAST_DB;
    private int chosen = -1;
    private double pointedX = NOWHERE;

    /** An empty plot; {@code open} opens a song by its number. */
    public HabitPlot(IntConsumer open) {
        super(newCursor());
        this.open = open;
        setId("habit-plot");
        addEventHandler(javafx.scene.input.MouseEvent.MOUSE_MOVED, e -> point(e.getX(), e.getY()));
        addEventHandler(javafx.scene.input.MouseEvent.MOUSE_EXITED, e -> point(NOWHERE, NOWHERE));
        setOnMouseClicked(e -> {
            point(e.getX(), e.getY());
            openChosen();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::step);
        speak(this::words);
    }

    private String words() {
        String song = chosen < 0 ? "" : ", " + scene.names().get(chosen);
        String habit = scene.meanDb()
                .map(m -> atCursor() + " " + Numbers.gainDb(atCursor(expanded(m))))
                .orElse("");
        return Texts.of("plot.habit", scene.names().size(), habit + song);
    }

    @Override
    boolean movesCursor() {
        return false;
    }

    private void step(KeyEvent e) {
        int way = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
        if (way != 0 && !curves.isEmpty()) {
            chosen = Math.floorMod(chosen + (chosen < 0 && way < 0 ? 0 : way), curves.size());
            spoken();
            redraw();
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER && chosen >= 0) {
            openChosen();
            e.consume();
        }
    }

    private void openChosen() {
        if (chosen >= 0) {
            open.accept(chosen);
        }
    }

    /** Shows something else. */
    public void show(Scene next) {
        scene = next;
        chosen = -1;
        curves = next.songsDb().stream().map(HabitPlot::expanded).toList();
        double[] all = curves.stream()
                .flatMapToDouble(Arrays::stream)
                .filter(Double::isFinite)
                .map(Math::abs)
                .sorted()
                .toArray();
        double most = all.length == 0 ? LEAST_DB : all[(int) (0.98 * (all.length - 1))];
        double habit = DoubleStream.concat(
                        next.lowDb().stream().flatMapToDouble(Arrays::stream),
                        next.highDb().stream().flatMapToDouble(Arrays::stream))
                .filter(Double::isFinite)
                .map(Math::abs)
                .max()
                .orElse(0);
        mostDb = Math.min(MOST_DB, Math.max(LEAST_DB, Math.ceil(Math.max(most, habit) + 0.5)));
        spoken();
        redraw();
    }

    /** One value for each band of the grid. */
    private static double[] expanded(double[] thirds) {
        double[] curve = new double[BandGrid.SIZE];
        for (int b = 0; b < curve.length; b++) {
            int low = Math.min(NominalBands.COUNT - 2, b / STEP);
            double part = (b - low * STEP) / (double) STEP;
            curve[b] = part == 0 ? thirds[low] : thirds[low] * (1 - part) + thirds[low + 1] * part;
        }
        return curve;
    }

    /** The song whose line lies nearest. */
    private void point(double x, double y) {
        int nearest = -1;
        double least = NEAR;
        if (scale().holds(x)) {
            int band = BandGrid.bandOf(scale().hz(x));
            for (int s = 0; s < curves.size(); s++) {
                double off = Math.abs(y(curves.get(s)[band]) - y);
                if (off < least) {
                    least = off;
                    nearest = s;
                }
            }
        }
        pointedX = x;
        if (nearest != chosen) {
            chosen = nearest;
            setCursor(nearest >= 0 ? Cursor.HAND : Cursor.DEFAULT);
            spoken();
            redraw();
        }
    }

    /** The number of the song that is chosen; −1 for none. */
    public int chosen() {
        return chosen;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        place(w, 8, h - FOOT, mostDb, -mostDb);
        grid(g, p, mostDb > 8 ? 4 : 2, true, true);
        unit(g, p, "dB");
        clip(g);
        scene.lowDb()
                .ifPresent(low -> between(
                        g, expanded(low), expanded(scene.highDb().orElseThrow()), Palette.faint(p.accent(), 0.26)));
        Color hairline = Palette.faint(p.quiet(), curves.size() > SPARSE ? 0.25 : 0.5);
        for (int s = 0; s < curves.size(); s++) {
            if (s != chosen) {
                curve(g, curves.get(s), hairline, 0.8);
            }
        }
        line(g, scale().left(), y(0), scale().right(), y(0), p.quiet());
        scene.meanDb().ifPresent(m -> curve(g, expanded(m), p.ink(), 2.6));
        if (chosen >= 0) {
            curve(g, curves.get(chosen), p.accent(), 2);
        }
        g.restore();
        text(
                g,
                Texts.of("plot.references"),
                scale().right() - 6,
                y(0) - 9,
                TextAlignment.RIGHT,
                Fonts.SMALL,
                p.quiet());
        cursor(g, p);
        labels(g, p);
    }

    private void labels(GraphicsContext g, Palette p) {
        List<String> said = new ArrayList<>();
        if (cursorHz() > 0 && scene.meanDb().isPresent()) {
            double[] low = expanded(scene.lowDb().orElseThrow());
            double[] high = expanded(scene.highDb().orElseThrow());
            said.add(Texts.of(
                    "plot.habitAt",
                    Numbers.frequency(cursorHz()),
                    Numbers.gain(atCursor(expanded(scene.meanDb().get()))),
                    Numbers.gain(atCursor(low)),
                    Numbers.gain(atCursor(high))));
        }
        if (chosen >= 0) {
            double reading = cursorHz() > 0 ? atCursor(curves.get(chosen)) : Double.NaN;
            said.add(scene.names().get(chosen) + (Double.isFinite(reading) ? "  " + Numbers.gainDb(reading) : ""));
        }
        boolean isLeft = pointedX > (scale().left() + scale().right()) / 2;
        for (int i = 0; i < said.size(); i++) {
            boolean isSong = i == said.size() - 1 && chosen >= 0;
            text(
                    g,
                    said.get(i),
                    isLeft ? scale().left() + 34 : scale().right() - 8,
                    top() + 10 + 17 * i,
                    isLeft ? TextAlignment.LEFT : TextAlignment.RIGHT,
                    isSong ? Fonts.BOLD : Fonts.SMALL,
                    isSong ? p.accent() : p.ink());
        }
    }
}
