package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Boosts no narrow peak of the references into the mix: a resonance or a note of theirs is not what the mix lacks. Holds back {@link NarrowRises} of
 * {@value #LEAST_DB} dB and more. Narrow cuts pass: a resonance of the mix may be taken down.
 */
final class ResonanceGuard implements Guard {

    private static final double LEAST_DB = 4;

    @Override
    public double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held) {
        double[] next = curve.clone();
        for (NarrowRises.Rise rise : NarrowRises.of(curve, known, LEAST_DB)) {
            rise.takeFrom(next);
            held.add(new Held(
                    Texts.of("correction.copiedResonance"),
                    Texts.of(
                            "correction.at",
                            Numbers.gainDb(rise.heightDb()),
                            Numbers.about(BandGrid.centreHz(rise.peak()))),
                    rise.lowHz(),
                    rise.highHz()));
        }
        return next;
    }
}
