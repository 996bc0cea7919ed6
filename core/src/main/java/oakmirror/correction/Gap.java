package oakmirror.correction;

import java.util.Arrays;
import java.util.List;
import oakmirror.level.LevelMatch;
import oakmirror.profile.MatchedTone;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.FractionalOctave;

/**
 * Reference less mix in dB for each band of the {@link BandGrid}, both at the mix's loudness: above 0 where the mix lacks, below 0
 * where it has too much. Several references count by the mean of their level-matched decibels.
 *
 * @param mixDb level of the mix, dB relative to full scale
 * @param referenceDb level of the references at the mix's loudness
 * @param gapDb reference less mix; 0 where not known
 * @param known false where no file has such a frequency (above Nyquist, or above the edge of a lossy reference), or neither has any energy
 */
public record Gap(double[] mixDb, double[] referenceDb, double[] gapDb, boolean[] known) {

    /** A level-matched spectrum below this, in dB relative to full scale for 1/24 octave, is as good as nothing. */
    public static final double NOTHING_DB = -150;

    /** One reference: its spectrum and the loudness it is matched by in LUFS. */
    public record Reference(BandSpectrum spectrum, double loudnessLufs) {}

    /** No difference anywhere, for when there is nothing to compare. */
    public static Gap none() {
        return new Gap(
                new double[BandGrid.SIZE],
                new double[BandGrid.SIZE],
                new double[BandGrid.SIZE],
                new boolean[BandGrid.SIZE]);
    }

    /** The gap between a mix and its references, as fine as it was measured. */
    public static Gap between(BandSpectrum mix, double mixLufs, List<Reference> references) {
        return between(mix, mixLufs, references, 1.0 / BandGrid.BANDS_PER_OCTAVE);
    }

    /** The gap between a mix and its references, read in bands of so many octaves. */
    public static Gap between(BandSpectrum mix, double mixLufs, List<Reference> references, double octaves) {
        if (references.isEmpty()
                || mix.isSilent()
                || references.stream().allMatch(r -> r.spectrum().isSilent())) {
            return none();
        }
        double[] mixDb = FractionalOctave.levelsDb(mix, octaves);
        double[] referenceDb = new double[BandGrid.SIZE];
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        double[][] matched =
                references.stream().map(r -> matched(r, mixLufs, octaves)).toArray(double[][]::new);
        int[] meant = references.stream()
                .mapToInt(r -> MatchedTone.meantBands(r.spectrum()))
                .toArray();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double sum = 0;
            int count = 0;
            for (int r = 0; r < matched.length; r++) {
                if (b < meant[r] && matched[r][b] > NOTHING_DB) {
                    sum += matched[r][b];
                    count++;
                }
            }
            referenceDb[b] = count == 0 ? BandSpectrum.FLOOR_DB : sum / count;
            known[b] = count > 0 && b < mix.usableBands() && mixDb[b] > NOTHING_DB;
            gap[b] = known[b] ? referenceDb[b] - mixDb[b] : 0;
        }
        return new Gap(mixDb, referenceDb, gap, known);
    }

    private static double[] matched(Reference reference, double mixLufs, double octaves) {
        double[] levels = FractionalOctave.levelsDb(reference.spectrum(), octaves);
        double offset = LevelMatch.difference(mixLufs, reference.loudnessLufs());
        for (int b = 0; b < levels.length; b++) {
            levels[b] += offset;
        }
        return levels;
    }

    /** Whether there is anything to compare. */
    public boolean isKnown() {
        for (boolean k : known) {
            if (k) {
                return true;
            }
        }
        return false;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Gap g && Arrays.equals(gapDb, g.gapDb) && Arrays.equals(mixDb, g.mixDb);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(gapDb);
    }

    @Override
    public String toString() {
        return "Gap" + Arrays.toString(gapDb);
    }
}
