package oakmirror.correction;

import java.util.List;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;

/** A rule that holds a correction back where following the evidence would do harm, and says why. */
interface Guard {

    /**
     * Holds a curve back.
     *
     * @param curve in dB for each band of the {@link BandGrid}, at full strength; left as it is
     * @param known where the gap is known
     * @param held receives where it was held back
     * @return what passes
     */
    double[] hold(double[] curve, boolean[] known, CorrectionSettings settings, List<Held> held);
}
