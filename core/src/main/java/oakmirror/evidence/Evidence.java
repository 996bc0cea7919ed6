package oakmirror.evidence;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;

/**
 * A gap, and what of it can be trusted to be a fault of the mix and not just other music; see {@link FaultEstimate} for how it is judged.
 *
 * @param gap to every reference, and their mean
 * @param judgedDb the gap at the resolution it is judged at, for each band of the {@link BandGrid}; 0 where it does not count
 * @param supportedDb what of it the evidence supports: what a correction at full strength asks for
 * @param trust for each band from 0, where nothing speaks for a fault, to 1, where the whole gap is taken for one; 0 where the gap does not count
 * @param credibleDb how far off what is supported may be: two thirds of faults lie within so much of it
 * @param likeness from 0, where mix and references are different recordings, to 1, where they are the same one before and after treatment
 * @param contentDb how far recordings like these differ at this resolution though neither is at fault, in dB RMS
 */
public record Evidence(
        Gap gap,
        double[] judgedDb,
        double[] supportedDb,
        double[] trust,
        double[] credibleDb,
        double likeness,
        double contentDb) {

    /** Nothing is compared, nothing is known. */
    public static Evidence none() {
        return unweighed(Gap.none());
    }

    /** Takes a gap for what it is: all of it, wherever it is known, for a fault. */
    public static Evidence unweighed(Gap gap) {
        double[] trust = new double[BandGrid.SIZE];
        for (int b = 0; b < trust.length; b++) {
            trust[b] = gap.known()[b] ? 1 : 0;
        }
        return new Evidence(gap, gap.gapDb(), gap.gapDb(), trust, new double[BandGrid.SIZE], 1, 0);
    }

    /**
     * Weighs a gap.
     *
     * @param prior what faults are expected
     * @param counts the bands that may be looked at; those that are not known do not count in any case
     * @param errorDb2 variance of the gap, in dB², because little was heard of both sides
     */
    public static Evidence weigh(Gap gap, FaultPrior prior, boolean[] counts, double errorDb2) {
        return gap.isKnown() ? new FaultEstimate(gap, prior, counts, errorDb2).evidence() : unweighed(gap);
    }

    /**
     * What other music makes of the tone in a band, in dB², at the resolution gaps are judged at; without end where nothing is known.
     *
     * @param prior what faults it was weighed with
     */
    public double contentDb2(int band, FaultPrior prior) {
        return trust[band] > 0 ? prior.varianceDb2() * (1 - trust[band]) / trust[band] : Double.POSITIVE_INFINITY;
    }

    /** What the references say, those that are the same recording as one: their agreement would be taken for evidence. */
    public List<Gap.Each> references() {
        return FaultEstimate.distinct(gap.each());
    }

    /** What is left of it for a mix that is nearer by a curve: of its gap now, judged and supported as before, less what has been done. */
    public Evidence after(Gap now, double[] doneDb) {
        double[] judged = judgedDb.clone();
        double[] supported = supportedDb.clone();
        for (int b = 0; b < judged.length; b++) {
            judged[b] -= trust[b] > 0 ? doneDb[b] : 0;
            supported[b] -= trust[b] > 0 ? doneDb[b] : 0;
        }
        return new Evidence(now, judged, supported, trust, credibleDb, likeness, contentDb);
    }

    /** The same told of a gap before something was done that it was weighed with. */
    public Evidence of(Gap before) {
        return new Evidence(before, judgedDb, supportedDb, trust, credibleDb, likeness, contentDb);
    }

    /** The same supporting something else. */
    public Evidence supporting(double[] otherDb, double[] otherTrust) {
        return new Evidence(gap, judgedDb, otherDb, otherTrust, credibleDb, likeness, contentDb);
    }

    /** Whether there is anything to go by. */
    public boolean isKnown() {
        return gap.isKnown();
    }

    /**
     * How much of what is judged is supported: the RMS of one over that of the other, 0 where there is no gap at all.
     */
    public double supportedPart() {
        double judged = Arrays.stream(judgedDb).map(d -> d * d).sum();
        return judged > 0 ? Math.sqrt(Arrays.stream(supportedDb).map(d -> d * d).sum() / judged) : 0;
    }

    /** Evidence is equal when gap and judgement are. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Evidence e && gap.equals(e.gap) && Arrays.equals(supportedDb, e.supportedDb);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(supportedDb);
    }

    @Override
    public String toString() {
        return "Evidence" + Arrays.toString(supportedDb);
    }
}
