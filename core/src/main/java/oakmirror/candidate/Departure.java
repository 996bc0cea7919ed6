package oakmirror.candidate;

import oakmirror.candidate.Candidate.Shape;

/**
 * A range where the mix departs from its references, before its odds are known.
 *
 * @param shape what kind of move undoes it
 * @param lowHz where it begins
 * @param highHz where it ends
 * @param centreHz its middle; for a shelf where it is half as large
 * @param excessDb how large it is, mix minus reference
 * @param features what its odds are told from, in the order of its {@link OddsModel}
 * @param eachDb mix minus reference there, for each reference that speaks
 */
record Departure(
        Shape shape,
        double lowHz,
        double highHz,
        double centreHz,
        double excessDb,
        double[] features,
        double[] eachDb) {}
