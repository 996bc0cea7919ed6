package oakmirror.evidence;

import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;

/**
 * A gap, and how far it can be trusted to be a fault of the mix.
 *
 * @param gap to every reference, and their mean
 * @param trust for each band of the {@link BandGrid} from 0, where nothing speaks for a fault, to 1, where the whole gap is taken for one; 0 where
 *     the gap is not known
 */
public record Evidence(Gap gap, double[] trust) {

    /** Nothing is compared, nothing is known. */
    public static Evidence none() {
        return new Evidence(Gap.none(), new double[BandGrid.SIZE]);
    }

    /** Takes a gap for what it is: all of it, wherever it is known, for a fault. */
    public static Evidence unweighed(Gap gap) {
        double[] trust = new double[BandGrid.SIZE];
        for (int b = 0; b < trust.length; b++) {
            trust[b] = gap.known()[b] ? 1 : 0;
        }
        return new Evidence(gap, trust);
    }

    /** Whether there is anything to go by. */
    public boolean isKnown() {
        return gap.isKnown();
    }
}
