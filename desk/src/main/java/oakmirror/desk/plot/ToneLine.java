package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import oakmirror.desk.look.Palette;
import oakmirror.profile.Descriptor;
import oakmirror.spectrum.BandGrid;

/** The tone of a profile as one small line, straightened: as it differs from a fall of 4.5 dB an octave, which released music is near. */
public final class ToneLine extends PlotPane {

    private static final double FALL_DB_PER_OCTAVE = 4.5;
    private static final double RANGE_DB = 34;
    private static final int STEP = 4;
    private static final int FIRST = BandGrid.bandOf(40);
    private static final int LAST = BandGrid.bandOf(16000);

    private Descriptor sketch = Descriptor.NONE;

    /** An empty line. */
    public ToneLine() {
        setMouseTransparent(true);
    }

    /** Shows a profile. */
    public void show(Descriptor next) {
        if (next != sketch) {
            sketch = next;
            redraw();
        }
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        g.setStroke(p.ink());
        g.setLineWidth(1.1);
        g.beginPath();
        boolean begun = false;
        double middle = middle();
        for (int b = FIRST; b <= LAST; b += STEP) {
            double db = straightened(b) - middle;
            double x = 1 + (w - 2) * (b - FIRST) / (LAST - FIRST);
            double y = Math.max(1, Math.min(h - 1, h / 2 - db / RANGE_DB * h));
            if (Double.isNaN(db)) {
                begun = false;
            } else if (begun) {
                g.lineTo(x, y);
            } else {
                g.moveTo(x, y);
                begun = true;
            }
        }
        g.stroke();
    }

    private double middle() {
        double sum = 0;
        int known = 0;
        for (int b = FIRST; b <= LAST; b += STEP) {
            double db = straightened(b);
            if (!Double.isNaN(db)) {
                sum += db;
                known++;
            }
        }
        return known == 0 ? 0 : sum / known;
    }

    private double straightened(int b) {
        double sum = 0;
        int known = 0;
        for (int k = Math.max(0, b - STEP); k <= Math.min(BandGrid.SIZE - 1, b + STEP); k++) {
            double db = sketch.levelDb(k);
            if (!Double.isNaN(db)) {
                sum += db;
                known++;
            }
        }
        double octaves = (double) b / BandGrid.BANDS_PER_OCTAVE;
        return known == 0 ? Double.NaN : sum / known + (FALL_DB_PER_OCTAVE - 10 * Math.log10(2)) * octaves;
    }
}
