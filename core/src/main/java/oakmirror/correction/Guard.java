package oakmirror.correction;

import oakmirror.compare.Gap;

/** A rule that holds a correction back where following the gap would do harm, and says why. */
public interface Guard {

    /** Why it holds back, in a few words for the screen. */
    String reason();

    /**
     * How much of the correction may pass in each band.
     *
     * @param gap what the correction is derived from
     * @param settings how
     * @return a factor from 0 (nothing) to 1 (all) for each band
     */
    double[] passes(Gap gap, CorrectionSettings settings);
}
