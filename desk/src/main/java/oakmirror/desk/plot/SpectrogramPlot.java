package oakmirror.desk.plot;

import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.Note;
import oakmirror.spectrum.Spectrogram;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Levels over time and frequency, from paper (nothing) to the track's own colour (loudest). Each row is raised by 3 dB an octave, so that highs
 * show beside lows. Two can share a cursor, and a press goes there.
 */
public final class SpectrogramPlot extends PlotPane {

    private static final double LEFT = 42;
    private static final double RIGHT = 14;
    private static final double HEAD = 18;
    private static final double FOOT = 16;
    private static final double RANGE_DB = 66;
    private static final double TILT_DB_PER_OCTAVE = 3;
    private static final double[] LINES = {50, 200, 1000, 5000};

    /** Where a pointer is: part of the range, 0 to 1, and frequency; the part is below 0 for nowhere. */
    public record Cursor(DoubleProperty part, DoubleProperty hz) {

        /** A cursor that is nowhere. */
        public Cursor() {
            this(new SimpleDoubleProperty(-1), new SimpleDoubleProperty(-1));
        }
    }

    private final Cursor cursor;
    private final boolean labelled;
    private Optional<Spectrogram> picture = Optional.empty();
    private int index;
    private String name = "";
    private double offsetDb;
    private double topDb;
    private double playedPart = -1;
    private Optional<WritableImage> image = Optional.empty();
    private Palette imagePalette;

    /** A plot with a shared cursor; without labels it is a picture alone. */
    public SpectrogramPlot(Cursor cursor, boolean labelled) {
        this.cursor = cursor;
        this.labelled = labelled;
        cursor.part().subscribe(v -> redraw());
        cursor.hz().subscribe(v -> redraw());
        if (labelled) {
            speak(() -> Texts.of("plot.spectrogramOf", name.isEmpty() ? Texts.of("plot.nothingYet") : name));
            setOnMouseMoved(e -> point(e.getX(), e.getY()));
            setOnMouseExited(e -> cursor.part().set(-1));
        }
    }

    private void point(double x, double y) {
        double part = (x - LEFT) / Math.max(1, getWidth() - LEFT - RIGHT);
        cursor.part().set(part >= 0 && part <= 1 ? part : -1);
        double up = (getHeight() - FOOT - y) / Math.max(1, getHeight() - FOOT - HEAD);
        cursor.hz().set(FrequencyScale.LOW_HZ * Math.pow(FrequencyScale.HIGH_HZ / FrequencyScale.LOW_HZ, up));
    }

    /** Tells of a press or drag, as the part of the range. */
    public void onSeek(DoubleConsumer consumer) {
        javafx.event.EventHandler<javafx.scene.input.MouseEvent> seek = e -> {
            double part = (e.getX() - LEFT) / Math.max(1, getWidth() - LEFT - RIGHT);
            consumer.accept(Math.max(0, Math.min(1, part)));
        };
        setOnMousePressed(seek);
        setOnMouseDragged(seek);
    }

    /** Shows another picture, of a track, at an offset, on a scale that ends at a level; empty while there is none. */
    public void show(Optional<Spectrogram> next, int number, String label, double offset, double top) {
        if (!next.equals(picture) || number != index || offset != offsetDb || top != topDb) {
            image = Optional.empty();
        }
        picture = next;
        index = number;
        name = label;
        offsetDb = offset;
        topDb = top;
        redraw();
    }

    /** The highest level of a picture as it is drawn. */
    public static double highestDb(Spectrogram picture) {
        double highest = Double.NEGATIVE_INFINITY;
        for (float[] column : picture.levelsDb()) {
            for (int row = 0; row < column.length; row++) {
                highest = Math.max(highest, column[row] + tilt(row));
            }
        }
        return highest;
    }

    private static double tilt(int row) {
        return TILT_DB_PER_OCTAVE * Math.log(Spectrogram.rowHz(row) / 1000) / Math.log(2);
    }

    /** Where it is played, as part of the range; below 0 for nowhere. */
    public void setPlayed(double part) {
        if (part != playedPart) {
            playedPart = part;
            redraw();
        }
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double left = labelled ? LEFT : 0;
        double right = labelled ? w - RIGHT : w;
        double top = labelled ? HEAD : 0;
        double bottom = labelled ? h - FOOT : h;
        Color colour = index == 0 ? p.ink() : p.reference(index - 1);
        if (picture.isEmpty()) {
            text(g, "…", (left + right) / 2, (top + bottom) / 2, TextAlignment.CENTER, Fonts.TEXT, p.quiet());
            return;
        }
        if (image.isEmpty() || imagePalette != p) {
            image = Optional.of(paint(picture.get(), colour, p.paper()));
            imagePalette = p;
        }
        g.drawImage(image.get(), left, top, right - left, bottom - top);
        if (!labelled) {
            return;
        }
        for (double hz : LINES) {
            double y = y(hz, top, bottom);
            g.setStroke(Palette.faint(p.quiet(), 0.35));
            g.setLineWidth(1);
            g.strokeLine(left, y, right, y);
            text(g, FrequencyScale.label(hz), left - 7, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        text(g, "Hz", left - 7, top + 6, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        labels(g, p, colour, left, right, top, bottom);
    }

    private void labels(
            GraphicsContext g, Palette p, Color colour, double left, double right, double top, double bottom) {
        Spectrogram shown = picture.orElseThrow();
        double start = shown.range().startSeconds();
        double seconds = shown.range().seconds();
        text(g, Numbers.time(start), left, bottom + 9, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        String end = Numbers.time(start + seconds);
        text(g, end, right, bottom + 9, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        text(g, name, left, 9, TextAlignment.LEFT, Fonts.BOLD, colour);
        if (cursor.part().get() >= 0) {
            double x = left + cursor.part().get() * (right - left);
            double hz = cursor.hz().get();
            line(g, x, top, x, bottom, p.quiet());
            double across = y(hz, top, bottom);
            if (across > top && across < bottom) {
                line(g, left, across, right, across, p.quiet());
            }
            double at = start + cursor.part().get() * seconds;
            double db = shown.levelDb(Math.min(at, start + seconds * 0.9999), hz) + offsetDb;
            String words = Numbers.fineTime(at) + "   " + Numbers.frequency(hz) + " "
                    + Note.nearest(hz).name() + "   " + Numbers.level(db) + " dB";
            text(g, words, right, 9, TextAlignment.RIGHT, Fonts.TEXT, p.ink());
        }
        if (playedPart >= 0 && playedPart <= 1) {
            double x = left + playedPart * (right - left);
            line(g, x, top, x, bottom, p.warning());
        }
    }

    private static double y(double hz, double top, double bottom) {
        double part = Math.log(hz / FrequencyScale.LOW_HZ) / Math.log(FrequencyScale.HIGH_HZ / FrequencyScale.LOW_HZ);
        return bottom - part * (bottom - top);
    }

    private WritableImage paint(Spectrogram shown, Color colour, Color paper) {
        int columns = shown.levelsDb().length;
        WritableImage painted = new WritableImage(columns, Spectrogram.ROWS);
        PixelWriter pixels = painted.getPixelWriter();
        for (int x = 0; x < columns; x++) {
            for (int row = 0; row < Spectrogram.ROWS; row++) {
                double db = shown.levelsDb()[x][row] + tilt(row) + offsetDb;
                double part = Math.max(0, Math.min(1, 1 + (db - topDb) / RANGE_DB));
                pixels.setColor(x, Spectrogram.ROWS - 1 - row, paper.interpolate(colour, part * part));
            }
        }
        return painted;
    }
}
