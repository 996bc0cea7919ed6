package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.correction.Outcome;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Where a correction brings the mix: the corridor as a level band, the mix before as a dotted line, after as a dashed one. */
public final class OutcomeStrip extends FrequencyPlot {

    private static final double REACH = 9;
    private static final double TALL = 200;
    private static final double[] NOTHING = new double[BandGrid.SIZE];

    private Outcome outcome = new Outcome(NOTHING, NOTHING, NOTHING, NOTHING, java.util.Map.of());

    /** An empty strip. */
    public OutcomeStrip() {
        super(newCursor());
        speak(() -> Texts.of(
                "plot.outcomeMixAgainstThe",
                atCursor(),
                Numbers.gainDb(atCursor(outcome.beforeDb())),
                Numbers.gainDb(atCursor(outcome.afterDb()))));
    }

    /** Shows another outcome. */
    public void show(Outcome next) {
        outcome = next;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        boolean isTall = h >= TALL; // beside the correction, and not under it with the same scale
        place(w, isTall ? 28 : 16, h - (isTall ? 24 : 6), REACH, -REACH);
        grid(g, p, isTall ? REACH / 3 : REACH, true, isTall);
        text(
                g,
                Texts.of("plot.outcomeAgainstTheCorridor"),
                scale().left(),
                isTall ? 12 : 6,
                TextAlignment.LEFT,
                Fonts.SMALL,
                p.quiet());
        between(g, outcome.highDb(), outcome.lowDb(), Palette.faint(p.accent(), 0.18));
        curve(g, outcome.beforeDb(), p.ink(), 1.1, 1, 3);
        curve(g, outcome.afterDb(), p.ink(), 2.2, 8, 5);
        cursor(g, p);
    }
}
