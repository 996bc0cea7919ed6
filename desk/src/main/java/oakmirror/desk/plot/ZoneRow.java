package oakmirror.desk.plot;

import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.compare.Gap;
import oakmirror.correction.Outcome;
import oakmirror.correction.Outcome.ZoneOutcome;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;

/**
 * The mean gap of each of the seven zones, written under the plots at the zone's place, where wanted before and after a correction; zones outside the
 * corridor are framed.
 */
public final class ZoneRow extends PlotPane {

    private static final double PIXELS_PER_LETTER = 6.6;
    private static final double PIXELS_PER_SMALL_LETTER = 5.4;

    private final FrequencyView view;
    private Map<Zone, Double> gaps = Map.of();
    private Map<Zone, Double> after = Map.of();
    private Set<Zone> inside = Set.of();

    /** A row under plots that share a view. */
    public ZoneRow(FrequencyView view) {
        this.view = view;
        view.onChange(this::redraw);
    }

    /** Shows another gap, and which zones are inside the corridor. */
    public void show(Gap next, Set<Zone> insideCorridor) {
        gaps = next.isKnown()
                ? Arrays.stream(Zone.values()).collect(Collectors.toMap(z -> z, z -> z.mean(next.gapDb())))
                : Map.of();
        after = Map.of();
        inside = Set.copyOf(insideCorridor);
        redraw();
    }

    /** Shows the gap before and after a correction. */
    public void show(Outcome outcome) {
        gaps = figures(outcome, ZoneOutcome::gapBeforeDb);
        after = figures(outcome, ZoneOutcome::gapAfterDb);
        inside = outcome.zones().keySet().stream()
                .filter(z -> outcome.zones().get(z).insideAfter())
                .collect(Collectors.toSet());
        redraw();
    }

    private static Map<Zone, Double> figures(Outcome outcome, ToDoubleFunction<ZoneOutcome> figure) {
        return outcome.zones().entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, e -> figure.applyAsDouble(e.getValue())));
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
            double gap = (after.isEmpty() ? gaps : after).getOrDefault(zone, Double.NaN);
            boolean notable = gaps.containsKey(zone) && !inside.contains(zone);
            g.setFill(p.panel());
            g.fillRoundRect(left, 1, width, h - 2, 5, 5);
            if (notable) {
                g.setStroke(gap < 0 ? p.warning() : p.accent());
                g.setLineWidth(1);
                g.strokeRoundRect(left + .5, 1.5, width - 1, h - 3, 5, 5);
            }
            var colour = !notable ? p.ink() : gap < 0 ? p.warning() : p.accent();
            if (!after.isEmpty()) {
                twoLines(g, p, zone, left, width, h, colour);
                continue;
            }
            String figure = Numbers.gain(gap);
            String whole = zone.label() + " " + figure;
            boolean fits = width > PIXELS_PER_LETTER * whole.length() + 6;
            String brief = zone.shortLabel() + " " + figure;
            boolean briefFits = width > PIXELS_PER_SMALL_LETTER * brief.length();
            String text = fits ? whole : briefFits ? brief : zone.shortLabel().charAt(0) + " " + figure;
            var font = !fits ? Fonts.SMALL : notable ? Fonts.BOLD : Fonts.TEXT;
            text(g, text, left + width / 2, h / 2, TextAlignment.CENTER, font, colour);
        }
    }

    /** The zone's name over its gap before and after. */
    private void twoLines(GraphicsContext g, Palette p, Zone zone, double left, double width, double h, Color colour) {
        boolean fits = width > PIXELS_PER_LETTER * zone.label().length() + 6;
        String whole = Numbers.gain(gaps.get(zone)) + " → " + Numbers.gain(after.get(zone));
        String brief = "→ " + Numbers.gain(after.get(zone));
        boolean wholeFits = width > PIXELS_PER_SMALL_LETTER * whole.length() + 4;
        double middle = left + width / 2;
        text(g, fits ? zone.label() : zone.shortLabel(), middle, h * 0.3, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        text(g, wholeFits ? whole : brief, middle, h * 0.7, TextAlignment.CENTER, Fonts.SMALL, colour);
    }
}
