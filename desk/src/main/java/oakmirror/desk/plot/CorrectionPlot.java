package oakmirror.desk.plot;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.text.TextAlignment;
import oakmirror.correction.Correction;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;

/**
 * The gap as a thin line, what is applied as a dashed ink line over a wash, each move as a faint line with a numbered handle. A click
 * on a handle refuses the move or takes it back.
 */
public final class CorrectionPlot extends FrequencyPlot {

    private static final double HANDLE = 10;

    private Proposal proposal = Proposal.none();
    private Phase phase = Phase.MINIMUM;
    private int chosen = -1;

    /** A plot; the consumer is told the number of a move whose handle is clicked. */
    public CorrectionPlot(IntConsumer onMove) {
        super(newCursor());
        speak(() -> "correction " + atCursor() + " " + Readings.gainDb(atCursor(proposal.appliedDb(phase))) + ", gap "
                + Readings.gainDb(atCursor(proposal.gap().gapDb())));
        setOnMouseClicked(e -> {
            int move = moveAt(e.getX(), e.getY());
            if (move >= 0 && e.getButton() == MouseButton.PRIMARY) {
                onMove.accept(move);
            }
        });
    }

    /** Shows another proposal. */
    public void show(Proposal next, Phase applied) {
        proposal = next;
        phase = applied;
        redraw();
    }

    /** Makes one move stand out; −1 for none. */
    public void choose(int move) {
        chosen = move;
        redraw();
    }

    private int moveAt(double x, double y) {
        List<EqBand> bands = proposal.bands();
        for (int i = 0; i < bands.size(); i++) {
            if (Math.hypot(handleX(bands.get(i)) - x, handleY(bands.get(i)) - y) <= HANDLE + 2) {
                return i;
            }
        }
        return -1;
    }

    private double handleX(EqBand band) {
        return scale().x(band.frequencyHz());
    }

    private double handleY(EqBand band) {
        boolean shelf = band.type() != EqBand.Type.BELL;
        return clampedY(shelf ? band.gainDb() / 2 : band.gainDb());
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double reach = 12;
        place(w, 8, h - 24, reach, -reach);
        held(g, p);
        grid(g, p, 3, true, true);
        unit(g, p, "dB");
        line(g, scale().left(), y(0), scale().right(), y(0), p.quiet());
        clip(g);
        double[] centres = BandGrid.centresHz();
        double[] applied = proposal.appliedDb(phase);
        between(g, applied, new double[applied.length], Palette.faint(p.accent(), 0.16));
        curve(g, proposal.gap().gapDb(), p.quiet(), 1);
        for (int i = 0; i < proposal.bands().size(); i++) {
            EqBand band = proposal.bands().get(i);
            if (band.enabled()) {
                double[] response = EqBand.responseDb(List.of(band), centres);
                curve(g, response, Palette.faint(p.accent(), i == chosen ? 1 : 0.55), i == chosen ? 2 : 1);
            }
        }
        curve(g, applied, p.ink(), 2.4, 8, 5);
        g.restore();
        for (int i = 0; i < proposal.bands().size(); i++) {
            handle(g, p, i, proposal.bands().get(i));
        }
        cursor(g, p);
        if (cursorHz() > 0 && proposal.gap().isKnown()) {
            double hz = cursorHz();
            String reading = Readings.frequency(hz) + "   gap "
                    + Readings.gainDb(BandGrid.interpolate(proposal.gap().gapDb(), hz)) + "   correction "
                    + Readings.gainDb(BandGrid.interpolate(applied, hz));
            text(g, reading, scale().right() - 8, top() + 10, TextAlignment.RIGHT, Fonts.BOLD, p.ink());
        }
    }

    private void held(GraphicsContext g, Palette p) {
        for (Correction.Held held : proposal.correction().held()) {
            double left = scale().x(Math.max(FrequencyScale.LOW_HZ, held.lowHz()));
            double right = scale().x(Math.min(FrequencyScale.HIGH_HZ, held.highHz()));
            g.setFill(p.panel());
            g.fillRect(left, top(), right - left, bottom() - top());
            boolean low = held.highHz() < 1000;
            text(
                    g,
                    held.reason(),
                    low ? left + 4 : right - 4,
                    bottom() - 10,
                    low ? TextAlignment.LEFT : TextAlignment.RIGHT,
                    Fonts.SMALL,
                    p.quiet());
        }
    }

    private void handle(GraphicsContext g, Palette p, int index, EqBand band) {
        double x = handleX(band);
        double y = handleY(band);
        boolean filled = index == chosen && band.enabled();
        g.setFill(filled ? p.accent() : p.paper());
        g.fillOval(x - HANDLE, y - HANDLE, 2 * HANDLE, 2 * HANDLE);
        g.setStroke(band.enabled() ? p.accent() : p.warning());
        g.setLineWidth(1.6);
        g.setLineDashes(band.enabled() ? new double[0] : new double[] {2, 2});
        g.strokeOval(x - HANDLE, y - HANDLE, 2 * HANDLE, 2 * HANDLE);
        g.setLineDashes();
        var ink = filled ? p.paper() : band.enabled() ? p.ink() : p.warning();
        text(g, String.valueOf(index + 1), x, y, TextAlignment.CENTER, Fonts.BOLD, ink);
    }
}
