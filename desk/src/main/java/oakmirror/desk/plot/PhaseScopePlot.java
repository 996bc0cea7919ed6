package oakmirror.desk.plot;

import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.stereo.PhaseScope;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Left against right, turned by 45°, the denser the more often, with the correlation beneath. */
public final class PhaseScopePlot extends PlotPane {

    private static final double FOOT = 18;

    private Optional<PhaseScope> scope = Optional.empty();
    private int index;
    private Optional<WritableImage> image = Optional.empty();
    private Color imageColour = Color.TRANSPARENT;

    /** An empty scope. */
    public PhaseScopePlot() {
        speak(() -> Texts.of(
                "plot.phaseScopeOf",
                track(index),
                scope.map(s -> Texts.of("plot.correlation", Numbers.signed(s.correlation())))
                        .orElse("")));
    }

    /** Shows another picture, of a track; empty while there is none. */
    public void show(Optional<PhaseScope> next, int number) {
        if (!next.equals(scope) || number != index) {
            image = Optional.empty();
        }
        scope = next;
        index = number;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double size = Math.min(w, h - FOOT);
        double left = (w - size) / 2;
        Color colour = index == 0 ? p.ink() : p.reference(index - 1);
        g.setStroke(p.hairline());
        g.setLineWidth(1);
        double mx = left + size / 2;
        double my = size / 2;
        g.strokePolygon(new double[] {mx, left + size - 1, mx, left + 1}, new double[] {1, my, size - 1, my}, 4);
        g.strokeLine((left + mx) / 2, my / 2, mx + size / 4, my + size / 4);
        g.strokeLine((left + mx) / 2, my + size / 4, mx + size / 4, my / 2);
        if (scope.isEmpty()) {
            text(g, "…", mx, my, TextAlignment.CENTER, Fonts.TEXT, p.quiet());
            return;
        }
        if (image.isEmpty() || !imageColour.equals(colour)) {
            image = Optional.of(paint(scope.get(), colour));
            imageColour = colour;
        }
        g.drawImage(image.get(), left, 0, size, size);
        text(
                g,
                Texts.of("plot.leftShort"),
                mx - size / 4 - 12,
                my / 2 - 4,
                TextAlignment.CENTER,
                Fonts.SMALL,
                p.quiet());
        text(
                g,
                Texts.of("plot.rightShort"),
                mx + size / 4 + 12,
                my / 2 - 4,
                TextAlignment.CENTER,
                Fonts.SMALL,
                p.quiet());
        String name = index == 0 ? Texts.of("plot.nameOfMix") : Texts.of("plot.nameOfReference", index);
        String words =
                Texts.of("plot.correlation2", name, Numbers.signed(scope.get().correlation()));
        text(g, words, w / 2, h - 7, TextAlignment.CENTER, Fonts.SMALL, colour);
    }

    private static WritableImage paint(PhaseScope scope, Color colour) {
        WritableImage picture = new WritableImage(PhaseScope.SIZE, PhaseScope.SIZE);
        PixelWriter pixels = picture.getPixelWriter();
        int most = 1;
        for (int[] row : scope.counts()) {
            for (int count : row) {
                most = Math.max(most, count);
            }
        }
        for (int y = 0; y < PhaseScope.SIZE; y++) {
            for (int x = 0; x < PhaseScope.SIZE; x++) {
                // By the logarithm: single samples still show beside the dense middle.
                double density = Math.log1p(scope.counts()[y][x]) / Math.log1p(most);
                pixels.setColor(x, y, Palette.faint(colour, 0.9 * density));
            }
        }
        return picture;
    }
}
