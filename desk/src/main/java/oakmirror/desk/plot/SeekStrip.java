package oakmirror.desk.plot;

import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import oakmirror.audio.TimeRange;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The whole time as a thin strip, on every page: where it plays, the chosen range; a press or drag goes there. */
public final class SeekStrip extends PlotPane {

    private static final double HEIGHT = 9;

    private double length;
    private double position;
    private Optional<TimeRange> range = Optional.empty();

    /** A strip; the consumer is told where a press wants to be, in seconds. */
    public SeekStrip(DoubleConsumer onSeek) {
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setCursor(Cursor.HAND);
        speak(() -> Texts.of(
                "plot.positionOf",
                Numbers.time(position),
                Numbers.time(length),
                range.map(r -> Texts.of("plot.passageTo", Numbers.time(r.startSeconds()), Numbers.time(r.endSeconds())))
                        .orElse("")));
        setOnMousePressed(e -> seek(e.getX(), onSeek));
        setOnMouseDragged(e -> seek(e.getX(), onSeek));
    }

    private void seek(double x, DoubleConsumer onSeek) {
        if (length > 0) {
            onSeek.accept(Math.max(0, Math.min(length, x / getWidth() * length)));
        }
    }

    /** The length of the longest track in seconds. */
    public void setLength(double seconds) {
        length = seconds;
        redraw();
    }

    /** Where it plays, in seconds. */
    public void setPosition(double seconds) {
        position = seconds;
        redraw();
    }

    /** The chosen range. */
    public void setRange(Optional<TimeRange> chosen) {
        range = chosen;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        g.setFill(p.panel());
        g.fillRect(0, 0, w, h);
        line(g, 0, 0, w, 0, p.hairline());
        if (length <= 0) {
            return;
        }
        range.ifPresent(r -> {
            g.setFill(Palette.faint(p.accent(), 0.45));
            g.fillRect(r.startSeconds() / length * w, 1, Math.max(1, r.seconds() / length * w), h - 1);
        });
        g.setFill(Palette.faint(p.ink(), 0.22));
        g.fillRect(0, 3, position / length * w, h - 5);
        g.setFill(p.warning());
        g.fillRect(Math.max(0, position / length * w - 1), 1, 2, h - 1);
    }
}
