package oakmirror.correction;

import java.util.List;
import java.util.Optional;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.Note;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Boosts no note that is foreign to the mix's key: {@link NarrowRises} of {@value #LEAST_DB} dB and more between {@value #LOW_HZ} Hz and
 * {@value #HIGH_HZ} Hz, where a band of the grid is narrower than the step from note to note and what is played has its fundamentals, whose nearest
 * note is not in the scale. Where the mix has no clear key nothing is held back.
 */
final class ForeignNoteGuard implements Guard {

    private static final double LEAST_DB = 1;
    private static final double LOW_HZ = 65;
    private static final double HIGH_HZ = 2100;

    private final Optional<Key> key;

    ForeignNoteGuard(Optional<Key> key) {
        this.key = key;
    }

    @Override
    public double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held) {
        double[] next = curve.clone();
        if (key.isEmpty()) {
            return next;
        }
        for (NarrowRises.Rise rise : NarrowRises.of(curve, known, LEAST_DB)) {
            double hz = summit(curve, rise.peak());
            if (hz < LOW_HZ || hz > HIGH_HZ || key.get().has(hz)) {
                continue;
            }
            rise.takeFrom(next);
            held.add(new Held(
                    Texts.of("correction.foreignNote"),
                    Texts.of(
                            "correction.atNotIn",
                            Numbers.gainDb(rise.heightDb()),
                            Note.nearest(hz).name(),
                            key.get().label()),
                    rise.lowHz(),
                    rise.highHz()));
        }
        return next;
    }

    /** The frequency of a peak, between the bands: the summit of the parabola through three of them. */
    private static double summit(double[] curve, int peak) {
        if (peak == 0 || peak == curve.length - 1) {
            return BandGrid.centreHz(peak);
        }
        double below = curve[peak - 1];
        double above = curve[peak + 1];
        double bend = below - 2 * curve[peak] + above;
        double beside = bend < 0 ? 0.5 * (below - above) / bend : 0;
        return BandGrid.centreHz(peak) * Math.pow(2, beside / BandGrid.BANDS_PER_OCTAVE);
    }
}
