package oakmirror.correction;

import oakmirror.evidence.Evidence;

/** A rule that holds a correction back where following the gap would do harm, and says why. */
interface Guard {

    /** Judges a correction before it is made. */
    Hold hold(Evidence evidence, CorrectionSettings settings);

    /**
     * What a guard holds back.
     *
     * @param reason why, in a few words for the screen
     * @param detail where or how much, in a few more
     * @param passes how much of the correction may pass in each band, from 0 (nothing) to 1 (all)
     */
    record Hold(String reason, String detail, double[] passes) {}
}
