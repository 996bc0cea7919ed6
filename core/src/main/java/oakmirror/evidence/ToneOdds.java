package oakmirror.evidence;

import java.util.Arrays;
import java.util.stream.IntStream;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * How probable a fault of the tone is band by band, at half an octave: as broad as a fault that is worth telling.
 *
 * <p>Balance is relative: one range raised lowers all others once levels are matched. So the gap is first moved by its median from 60 Hz to 12 kHz: half of the
 * ranges stay where they are, however far one of them is off. Each band is judged ({@link Odds}) by what the evidence takes for content at its own, broader
 * resolution, and by how uneven the gap is below that.
 */
public final class ToneOdds {

    private static final double OCTAVES = 0.5;
    private static final double UNEVEN_OCTAVES = 1;
    /** Variance of faults at that resolution, in dB²: what is planted, and what is worth telling, is about 3 dB. */
    private static final double FAULT_DB2 = 5;
    /** What is finer than a correction judges: variance of content for each dB² of its unevenness. */
    private static final double CONTENT_PER_UNEVEN = 2;
    /** An RMS over a median of magnitudes, for what is normally distributed. */
    private static final double RMS_PER_MEDIAN = 1.4826;

    private final boolean[] known;
    private final double shift;
    private final double[] off = new double[BandGrid.SIZE];
    private final Odds[] odds = new Odds[BandGrid.SIZE];

    /**
     * Judges a gap.
     *
     * @param evidence of it
     * @param prior what faults it was weighed with
     */
    public ToneOdds(Evidence evidence, FaultPrior prior) {
        Gap gap = evidence.gap();
        known = gap.known();
        double[] half = OctaveSmoothing.smooth(gap.gapDb(), known, OCTAVES);
        double[] octave = OctaveSmoothing.smooth(gap.gapDb(), known, UNEVEN_OCTAVES);
        shift = middle(60, 12000, half);
        double[] finer = new double[BandGrid.SIZE];
        Arrays.setAll(finer, b -> Math.abs(half[b] - octave[b]));
        double uneven = RMS_PER_MEDIAN * middle(40, 14000, finer);
        double finerDb2 = CONTENT_PER_UNEVEN * uneven * uneven * (1 - evidence.likeness());
        for (int b = 0; b < off.length; b++) {
            off[b] = known[b] ? shift - half[b] : 0;
            odds[b] = Odds.of(off[b], FAULT_DB2, evidence.contentDb2(b, prior) + finerDb2);
        }
    }

    /** The median between two frequencies; 0 where nothing is known. */
    private double middle(double lowHz, double highHz, double[] curve) {
        double[] sorted = IntStream.rangeClosed(BandGrid.bandOf(lowHz), BandGrid.bandOf(highHz))
                .filter(b -> known[b])
                .mapToDouble(b -> curve[b])
                .sorted()
                .toArray();
        int last = sorted.length - 1;
        return last < 0 ? 0 : (sorted[last / 2] + sorted[(last + 1) / 2]) / 2;
    }

    /** By how much the mix has too much in a band, against its own middle; below 0 where it lacks. */
    public double offDb(int band) {
        return off[band];
    }

    /** What of that is expected to be a fault. */
    public double meanDb(int band) {
        return odds[band].mean();
    }

    /** What the gap was moved by. */
    public double shiftDb() {
        return shift;
    }

    /** How probable a fault of at least so much is in a band, the way the mix is off there. */
    public double beyond(int band, double leastDb) {
        return odds[band].beyond(leastDb);
    }
}
