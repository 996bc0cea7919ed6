package oakmirror.desk.plot;

import java.util.Set;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.compare.Gap;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;

/** The mean gap of each of the seven zones, written under the plots at the zone's place; zones outside the corridor are framed. */
public final class ZoneRow extends PlotPane {

    private static final double PIXELS_PER_LETTER = 6.6;
    private static final double PIXELS_PER_SMALL_LETTER = 5.4;

    private final FrequencyView view;
    private double[] gapDb = new double[BandGrid.SIZE];
    private Set<Zone> inside = Set.of();
    private boolean known;

    /** A row under plots that share a view. */
    public ZoneRow(FrequencyView view) {
        this.view = view;
        view.onChange(this::redraw);
    }

    /** Shows another gap, and which zones are inside the corridor. */
    public void show(Gap next, Set<Zone> insideCorridor) {
        gapDb = next.gapDb();
        inside = Set.copyOf(insideCorridor);
        known = next.isKnown();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        FrequencyScale scale = new FrequencyScale(w, view.lowHz(), view.highHz());
        for (Zone zone : Zone.values()) {
            double left = Math.max(scale.left(), scale.x(zone.lowHz())) + 2;
            double width = Math.min(scale.right(), scale.x(zone.highHz())) - 2 - left;
            if (width < 8) {
                continue;
            }
            double gap = zone.mean(gapDb);
            boolean notable = known && !inside.contains(zone);
            g.setFill(p.panel());
            g.fillRoundRect(left, 1, width, h - 2, 5, 5);
            if (notable) {
                g.setStroke(gap < 0 ? p.warning() : p.accent());
                g.setLineWidth(1);
                g.strokeRoundRect(left + .5, 1.5, width - 1, h - 3, 5, 5);
            }
            var colour = !notable ? p.ink() : gap < 0 ? p.warning() : p.accent();
            String figure = known ? Readings.gain(gap) : "–";
            String whole = zone.label() + " " + figure;
            boolean fits = width > PIXELS_PER_LETTER * whole.length() + 6;
            String brief = zone.shortLabel() + " " + figure;
            boolean briefFits = width > PIXELS_PER_SMALL_LETTER * brief.length();
            String text = fits ? whole : briefFits ? brief : zone.shortLabel().charAt(0) + " " + figure;
            var font = !fits ? Fonts.SMALL : notable ? Fonts.BOLD : Fonts.TEXT;
            text(g, text, left + width / 2, h / 2, TextAlignment.CENTER, font, colour);
        }
    }
}
