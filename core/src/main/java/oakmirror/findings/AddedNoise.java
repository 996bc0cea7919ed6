package oakmirror.findings;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.compare.Gap;
import oakmirror.dynamics.Quantiles;
import oakmirror.spectrum.BandGrid;

/**
 * What a codec leaves: a little noise, even over a range of frequencies, that fills what lies far below the rest. A copy of a recording seems heavier there, though
 * nobody has turned anything up: a filter moves strong and weak bands alike, noise the weak ones only.
 */
final class AddedNoise {

    /** Noise explains a range where it leaves no more than this part of the difference. Ours; measured on bench/findings. */
    private static final double LEFT = 0.44;

    /** And where the range lies so far below the strongest band. */
    private static final double LEAST_DEPTH_DB = 28;

    /** Codecs spare bits in the lows; what lies above is made of noise by many. */
    private static final double HIGHEST_HZ = 250;

    /** Where nothing is added any more has to be seen as well. */
    private static final int BESIDE = BandGrid.BANDS_PER_OCTAVE / 2;

    private AddedNoise() {}

    /**
     * Whether even noise makes the difference between two copies of a recording.
     *
     * @param shiftDb what the mix is raised by, for the balance to be compared
     * @param from first band of a range
     * @param to its last
     */
    static boolean explains(Gap gap, double shiftDb, int from, int to) {
        double[] mix = Arrays.stream(gap.mixDb()).map(db -> db + shiftDb).toArray();
        if (BandGrid.centreHz(to) > HIGHEST_HZ) {
            return false;
        }
        boolean heavier = mean(mix, from, to) > mean(gap.referenceDb(), from, to);
        double[] with = heavier ? mix : gap.referenceDb();
        double[] without = heavier ? gap.referenceDb() : mix;
        double strongest = Arrays.stream(without).max().orElse(0);
        if (mean(without, from, to) > strongest - LEAST_DEPTH_DB) {
            return false;
        }
        double[] density = new double[to - from + 1];
        for (int b = from; b <= to; b++) {
            density[b - from] = (Decibels.toPower(with[b]) - Decibels.toPower(without[b])) / BandGrid.centreHz(b);
        }
        double noise = Quantiles.of(density, 0.5);
        double difference = 0;
        double left = 0;
        for (int b = Math.max(0, from - BESIDE); b <= Math.min(BandGrid.SIZE - 1, to + BESIDE); b++) {
            if (gap.known()[b]) {
                double is = with[b] - without[b];
                double would =
                        Decibels.ofPower(1 + Math.max(0, noise) * BandGrid.centreHz(b) / Decibels.toPower(without[b]));
                difference += is * is;
                left += (is - would) * (is - would);
            }
        }
        return left <= LEFT * LEFT * difference;
    }

    private static double mean(double[] values, int from, int to) {
        return Arrays.stream(values, from, to + 1).average().orElse(0);
    }
}
