package oakmirror.desk.plot;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.VPos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import javafx.scene.transform.Scale;
import oakmirror.desk.look.InterfaceScale;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Theme;
import oakmirror.text.Texts;

/** A canvas that fills its place and is drawn again, once a frame at most, when something it shows has changed. */
public abstract class PlotPane extends Region {

    private final Canvas canvas = new Canvas();
    private final Scale fine = new Scale(1, 1, 0, 0);
    private long drawn;
    private Optional<Supplier<String>> words = Optional.empty();

    /** An empty pane. */
    protected PlotPane() {
        getChildren().add(canvas);
        canvas.getTransforms().add(fine);
        canvas.setMouseTransparent(true);
        InterfaceScale.follow(this, k -> redraw());
        Theme.follow(this, t -> redraw());
    }

    /** Asks to be drawn again with the next frame. */
    public final void redraw() {
        requestLayout();
    }

    /**
     * Lets keys come here, and says what is read of it at the moment, for those who cannot see it: its name first, then the figures.
     */
    public final void speak(Supplier<String> said) {
        words = Optional.of(said);
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    }

    /** Tells a screen reader that there is something else to be read. */
    protected final void spoken() {
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    /** Whether it does something with the arrow keys to the left and right. */
    public boolean takesArrows() {
        return false;
    }

    @Override
    public Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return attribute == AccessibleAttribute.TEXT && words.isPresent()
                ? words.get().get()
                : super.queryAccessibleAttribute(attribute, parameters);
    }

    /** How often it was drawn. */
    public final long timesDrawn() {
        return drawn;
    }

    @Override
    protected void layoutChildren() {
        double w = Math.floor(getWidth());
        double h = Math.floor(getHeight());
        double k = InterfaceScale.current().get();
        double across = Math.ceil(w * k); // as fine as it is seen
        double down = Math.ceil(h * k);
        if (canvas.getWidth() != across || canvas.getHeight() != down) {
            canvas.setWidth(across);
            canvas.setHeight(down);
        }
        fine.setX(1 / k);
        fine.setY(1 / k);
        if (w > 0 && h > 0) {
            GraphicsContext g = canvas.getGraphicsContext2D();
            g.setTransform(1, 0, 0, 1, 0, 0);
            g.clearRect(0, 0, across, down);
            g.setTransform(k, 0, 0, k, 0, 0);
            g.setLineDashes();
            draw(g, w, h, Theme.current().get().palette());
            drawn++;
        }
    }

    /** Draws everything. */
    protected abstract void draw(GraphicsContext g, double width, double height, Palette palette);

    /** Writes a text; the position is its middle line, at its left end, middle or right end. */
    protected static void text(
            GraphicsContext g, String text, double x, double y, TextAlignment align, Font font, Color colour) {
        g.setFont(font);
        g.setFill(colour);
        g.setTextAlign(align);
        g.setTextBaseline(VPos.CENTER);
        g.fillText(text, x, y);
    }

    /** A line of one pixel. */
    protected static void line(GraphicsContext g, double x1, double y1, double x2, double y2, Color colour) {
        g.setStroke(colour);
        g.setLineWidth(1);
        g.strokeLine(Math.floor(x1) + 0.5, Math.floor(y1) + 0.5, Math.floor(x2) + 0.5, Math.floor(y2) + 0.5);
    }

    /** A track by its place, for a screen reader; the mix has place 0. */
    static String track(int index) {
        return index == 0 ? Texts.of("plot.mixInWords") : Texts.of("plot.reference", index);
    }
}
