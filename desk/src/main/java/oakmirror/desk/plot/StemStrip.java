package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;
import oakmirror.stems.StemPowers;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Where in the range of hearing a stem is heard in the mix: a strip from 20 Hz to 20 kHz, the darker the more of the mix it is, with a line over it
 * where it is the loudest of the stems.
 */
public final class StemStrip extends PlotPane {

    /** What lies so far below the mix is not seen. */
    private static final double FAINTEST_DB = -24;

    private static final double DARKEST = 0.85;
    private static final double LINE = 2;

    private final Tooltip tooltip = new Tooltip();
    private Optional<StemPowers> powers = Optional.empty();
    private int stem;

    /** An empty strip. */
    public StemStrip() {
        setMinHeight(11);
        setPrefHeight(11);
        speak(() -> tooltip.getText() == null ? "" : tooltip.getText());
        setFocusTraversable(false);
        Tooltip.install(this, tooltip);
    }

    /** Shows a stem of a mix. */
    public void show(Optional<StemPowers> of, int index) {
        powers = of.filter(p -> index < p.stems());
        stem = index;
        tooltip.setText(powers.map(p -> words(p, index)).orElse(Texts.of("plot.whereItIsHeard")));
        redraw();
    }

    /** Per zone: its level against the mix, and by how much it leads or follows the loudest other stem. */
    private static String words(StemPowers p, int stem) {
        List<String> lines = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            double own = p.levelDb(stem, zone);
            double other = Double.NEGATIVE_INFINITY;
            for (int s = 0; s < p.stems(); s++) {
                other = s == stem ? other : Math.max(other, p.levelDb(s, zone));
            }
            String place = !Double.isFinite(other)
                    ? ""
                    : own >= other
                            ? Texts.of("plot.theLoudestStemBy", Numbers.gainDb(own - other))
                            : Texts.of("plot.againstTheLoudest", Numbers.gainDb(own - other));
            lines.add(Texts.of("plot.ofTheMix", zone.label(), Numbers.gainDb(own), place));
        }
        return String.join("\n", lines);
    }

    @Override
    protected void draw(GraphicsContext g, double width, double height, Palette palette) {
        g.setFill(palette.hairline());
        g.fillRect(0, height - 1, width, 1);
        if (powers.isEmpty()) {
            return;
        }
        double[] own = powers.get().levelsDb(stem);
        boolean[] leads = leads(powers.get(), own);
        double step = width / BandGrid.SIZE;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double dark = Math.max(0, Math.min(1, 1 - own[b] / FAINTEST_DB));
            g.setFill(Palette.faint(palette.ink(), DARKEST * dark * dark));
            double from = Math.floor(b * step);
            double to = Math.floor((b + 1) * step);
            g.fillRect(from, LINE + 1, to - from, height - LINE - 2);
            if (leads[b]) {
                g.setFill(palette.accent());
                g.fillRect(from, 0, to - from, LINE);
            }
        }
    }

    private boolean[] leads(StemPowers p, double[] own) {
        boolean[] leads = new boolean[BandGrid.SIZE];
        List<double[]> others = new ArrayList<>();
        for (int s = 0; s < p.stems(); s++) {
            if (s != stem) {
                others.add(p.levelsDb(s));
            }
        }
        for (int b = 0; b < leads.length; b++) {
            int band = b;
            leads[b] = own[b] > FAINTEST_DB && others.stream().allMatch(o -> o[band] <= own[band]);
        }
        return leads;
    }
}
