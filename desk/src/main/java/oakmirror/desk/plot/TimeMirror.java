package oakmirror.desk.plot;

import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.audio.TimeRange;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Readings;

/**
 * The mix's loudness over time above the axis, one reference's below, facing each other. A click jumps there, dragging chooses a
 * range, the wheel zooms, a double click shows everything again.
 */
public final class TimeMirror extends PlotPane {

    private static final double LEFT = 60;
    private static final double RIGHT = 14;
    private static final double AXIS = 22;
    private static final double DRAG_PIXELS = 4;

    private final ObjectProperty<Optional<TimeRange>> range = new SimpleObjectProperty<>(Optional.empty());
    private final TimeAxis axis = new TimeAxis();
    private final DoubleConsumer onSeek;
    private Optional<ContourTrack> above = Optional.empty();
    private Optional<ContourTrack> below = Optional.empty();
    private String aboveFigure = "";
    private String belowFigure = "";
    private double position;
    private double pressedX;
    private boolean dragging;

    /** A mirror; the consumer is told where a click wants to be, in seconds. */
    public TimeMirror(DoubleConsumer onSeek) {
        this.onSeek = onSeek;
        setCursor(Cursor.TEXT);
        range.subscribe(r -> redraw());
        setOnMousePressed(this::press);
        setOnMouseDragged(this::drag);
        setOnMouseReleased(this::release);
        setOnScroll(e -> {
            if (e.isShiftDown() || Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
                axis.pan(-(e.getDeltaX() + e.getDeltaY()));
            } else if (e.getDeltaY() != 0) {
                axis.zoom(e.getDeltaY() > 0 ? 0.8 : 1.25, e.getX());
            }
            e.consume();
            redraw();
        });
    }

    /** The chosen range. */
    public ObjectProperty<Optional<TimeRange>> rangeProperty() {
        return range;
    }

    /** The part of the time that is in view. */
    public TimeRange view() {
        return axis.view();
    }

    /** Shows other tracks, with a figure for each. */
    public void show(
            Optional<ContourTrack> mix, String mixFigure, Optional<ContourTrack> reference, String referenceFigure) {
        above = mix;
        below = reference;
        aboveFigure = mixFigure;
        belowFigure = referenceFigure;
        double seconds = Math.max(
                mix.map(ContourTrack::seconds).orElse(0.0),
                reference.map(ContourTrack::seconds).orElse(0.0));
        if (Math.abs(seconds - axis.end()) > 1e-6) {
            axis.showAll(seconds);
        }
        redraw();
    }

    /** Moves the playing position. */
    public void setPosition(double seconds) {
        if (Math.abs(axis.x(seconds) - axis.x(position)) >= 0.5) {
            redraw();
        }
        position = seconds;
    }

    private void press(MouseEvent e) {
        pressedX = e.getX();
        dragging = false;
        if (e.getClickCount() == 2) {
            axis.showAll(axis.end());
            redraw();
        }
    }

    private void drag(MouseEvent e) {
        if (e.getButton() == MouseButton.PRIMARY && (dragging || Math.abs(e.getX() - pressedX) > DRAG_PIXELS)) {
            dragging = true;
            double one = axis.seconds(pressedX);
            double other = axis.seconds(e.getX());
            range.set(Optional.of(new TimeRange(Math.min(one, other), Math.max(one, other))));
        }
    }

    private void release(MouseEvent e) {
        if (!dragging && e.getButton() == MouseButton.PRIMARY && e.getClickCount() == 1) {
            onSeek.accept(axis.seconds(e.getX()));
        } else if (!dragging && e.getButton() == MouseButton.SECONDARY) {
            range.set(Optional.empty());
        }
        dragging = false;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        axis.place(LEFT, w - RIGHT);
        double middle = h / 2;
        double reach = middle - AXIS / 2 - 8;
        double step = axis.tickSeconds();
        TimeRange view = axis.view();
        for (double t = Math.ceil(view.startSeconds() / step) * step; t <= view.endSeconds() + 1e-9; t += step) {
            line(g, axis.x(t), 8, axis.x(t), middle - AXIS / 2, p.hairline());
            line(g, axis.x(t), middle + AXIS / 2, axis.x(t), h - 8, p.hairline());
            text(g, Readings.time(t), axis.x(t), middle, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        range.get().ifPresent(r -> bracket(g, p, r, h, middle));
        above.ifPresent(c -> {
            contour(g, c, middle - AXIS / 2, -reach, p.ink(), w);
            text(g, "Mix", 12, middle - AXIS / 2 - reach + 8, TextAlignment.LEFT, Fonts.BOLD, p.ink());
            text(g, aboveFigure, 12, middle - AXIS / 2 - reach + 25, TextAlignment.LEFT, Fonts.TEXT, p.quiet());
        });
        below.ifPresent(c -> {
            Color colour = p.reference(c.index() - 1);
            contour(g, c, middle + AXIS / 2, reach, colour, w);
            text(g, String.valueOf(c.index()), 12, h - 34, TextAlignment.LEFT, Fonts.BOLD, colour);
            text(g, belowFigure, 12, h - 17, TextAlignment.LEFT, Fonts.TEXT, p.quiet());
        });
        if (above.isPresent() || below.isPresent()) {
            g.setStroke(p.warning());
            g.setLineWidth(1.5);
            double x = axis.x(position);
            if (x >= LEFT && x <= w - RIGHT) {
                g.strokeLine(x, 4, x, h - 4);
            }
        }
    }

    private void bracket(GraphicsContext g, Palette p, TimeRange r, double h, double middle) {
        double left = Math.max(LEFT, axis.x(r.startSeconds()));
        double right = Math.max(left, Math.min(getWidth() - RIGHT, axis.x(r.endSeconds())));
        g.setFill(Palette.faint(p.accent(), 0.18));
        g.fillRect(left, 6, right - left, h - 12);
        g.setStroke(p.accent());
        g.setLineWidth(2);
        g.strokePolyline(new double[] {left, left, right, right}, new double[] {14, 7, 7, 14}, 4);
        g.strokePolyline(new double[] {left, left, right, right}, new double[] {h - 14, h - 7, h - 7, h - 14}, 4);
        String label = Readings.fineTime(r.startSeconds()) + " – " + Readings.fineTime(r.endSeconds());
        double half = 50;
        double x = Math.max(LEFT + half, Math.min(getWidth() - RIGHT - half, (left + right) / 2));
        g.setFill(p.panel());
        g.fillRect(x - half, middle - 8, 2 * half, 16);
        text(g, label, x, middle, TextAlignment.CENTER, Fonts.BOLD, p.accent());
    }

    /** Draws a contour from the axis at {@code base}, {@code reach} pixels high; negative reaches up. */
    private void contour(GraphicsContext g, ContourTrack c, double base, double reach, Color colour, double w) {
        double left = Math.max(LEFT, axis.x(0));
        double right = Math.min(w - RIGHT, axis.x(c.seconds()));
        if (right <= left) {
            return;
        }
        g.beginPath();
        g.moveTo(left, base);
        for (double x = left; x <= right; x += 1) {
            g.lineTo(x, base + reach * c.height(axis.seconds(x)));
        }
        g.lineTo(right, base);
        g.closePath();
        g.setFill(Palette.faint(colour, 0.16));
        g.fill();
        g.setStroke(colour);
        g.setLineWidth(1.4);
        g.stroke();
    }
}
