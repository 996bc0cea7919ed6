package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import oakmirror.desk.look.Palette;

/** A loudness contour to draw, as heights between 0 (36 LU or more below its loudest moment) and 1. */
public final class ContourTrack {

    private static final double RANGE_LU = 36;

    private final int index;
    private final double seconds;
    private final double stepSeconds;
    private final double[] heights;
    private final float[] source;

    /**
     * A contour.
     *
     * @param index 0 for the mix, otherwise the reference's number
     * @param lufs momentary loudness, one value every {@code stepSeconds}
     * @param stepSeconds time between two values
     * @param seconds length of the track
     */
    public ContourTrack(int index, float[] lufs, double stepSeconds, double seconds) {
        this.index = index;
        this.seconds = seconds;
        this.stepSeconds = stepSeconds;
        this.source = lufs;
        double loudest = -70;
        for (float l : lufs) {
            loudest = Math.max(loudest, l);
        }
        heights = new double[lufs.length];
        for (int i = 0; i < lufs.length; i++) {
            heights[i] = Math.max(0, Math.min(1, 1 - (loudest - lufs[i]) / RANGE_LU));
        }
    }

    /** Whether it is drawn from the same values, under the same number. */
    boolean isOf(ContourTrack other) {
        return index == other.index && source == other.source;
    }

    int index() {
        return index;
    }

    /** Length of the track. */
    public double seconds() {
        return seconds;
    }

    double height(double atSeconds) {
        int i = (int) Math.floor(atSeconds / stepSeconds);
        return i < 0 || i >= heights.length ? 0 : heights[i];
    }

    /** Draws it from a base line on, {@code reach} pixels high (negative reaches up), beginning at a moment of the axis. */
    void draw(GraphicsContext g, TimeAxis axis, double startSeconds, double base, double reach, Color colour) {
        double left = Math.max(axis.x(axis.from()), axis.x(startSeconds));
        double right = Math.min(axis.x(axis.to()), axis.x(startSeconds + seconds));
        if (right <= left) {
            return;
        }
        g.beginPath();
        g.moveTo(left, base);
        for (double x = left; x <= right; x += 1) {
            g.lineTo(x, base + reach * height(axis.seconds(x) - startSeconds));
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
