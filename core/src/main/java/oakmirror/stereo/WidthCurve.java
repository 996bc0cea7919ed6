package oakmirror.stereo;

import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.text.Texts;

/** One reading of width over frequency, in bands of a third of an octave about every centre of the {@link BandGrid}. */
public final class WidthCurve {

    private static final double HALF_BAND = Math.pow(10, 0.05);

    /** What is read. */
    public enum Reading {
        SIDE_TO_MID("stereo.sideMid", "dB"),
        CORRELATION("stereo.correlation", ""),
        FOLD_DOWN("stereo.leftInMono", "dB"),
        BALANCE("stereo.balance", "dB");

        private final String label;
        private final String unit;

        Reading(String label, String unit) {
            this.label = label;
            this.unit = unit;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }

        /** Its unit; empty for a plain number. */
        public String unit() {
            return unit;
        }

        /** Its figure; NaN where there is none. */
        public double of(Width width) {
            if (!width.isKnown()) {
                return Double.NaN;
            }
            return switch (this) {
                case SIDE_TO_MID -> width.sideToMidDb();
                case CORRELATION -> width.correlation();
                case FOLD_DOWN -> width.foldDownDb();
                case BALANCE -> width.balanceDb();
            };
        }
    }

    private WidthCurve() {}

    /** The curve of a spectrum; NaN where it holds nothing. */
    public static double[] of(StereoSpectrum spectrum, Reading reading) {
        double[] curve = new double[BandGrid.SIZE];
        for (int b = 0; b < curve.length; b++) {
            double hz = BandGrid.centreHz(b);
            curve[b] = b >= spectrum.usableBands()
                    ? Double.NaN
                    : reading.of(Width.of(spectrum, hz / HALF_BAND, hz * HALF_BAND));
        }
        return curve;
    }
}
