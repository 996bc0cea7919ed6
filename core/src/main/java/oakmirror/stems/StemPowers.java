package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Sums;
import oakmirror.audio.TimeRange;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.CrossPowers;
import oakmirror.spectrum.Zone;

/**
 * What a mix and its stems, as they sound in it, hold in each band of the {@link BandGrid} and have in common: all that is needed to know what the
 * mix becomes when stems are made louder or quieter. With gains gᵢ it is the mix and (gᵢ − 1) times each stem, so that its power is hᵀ·P·h with
 * h = (1, g₁ − 1, g₂ − 1, …).
 *
 * @param power mean common powers as [i][j][band], 0 being the mix and i ≥ 1 stem i − 1
 * @param usableBands how many bands from the bottom lie wholly below the Nyquist frequency
 */
public record StemPowers(double[][][] power, int usableBands) {

    /** Goes up whenever other powers would be measured of the same sound, so that none that were kept are taken for them. */
    public static final int VERSION = 1;

    private static final double NOTHING_DB = -90;
    /** Bands of the grid to either side in a third of an octave. */
    private static final int THIRD = BandGrid.BANDS_PER_OCTAVE / 6;

    private static final double ABSOLUTE_GATE_DB = -70;
    private static final double RELATIVE_GATE_DB = -20;

    /**
     * Measures a stretch of a mix and its stems. As in a track's own spectrum, blocks of the mix below −70 dBFS do not count, nor those more
     * than 20 dB below the mean of the rest.
     *
     * @param stems as they sound in the mix, at its rate
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static StemPowers measure(StereoSource mix, List<StereoSource> stems, TimeRange range, Progress progress) {
        CrossPowers powers = new CrossPowers(mix.sampleRate(), stems.size() + 1);
        int size = powers.size();
        float[] left = new float[size];
        float[] right = new float[size];
        long start = Math.round(range.startSeconds() * mix.sampleRate());
        long end = Math.min(mix.frames(), Math.round(range.endSeconds() * mix.sampleRate()));
        int blocks = (int) Math.max(1, (end - start - size) / (size / 2) + 1);
        double[] level = new double[blocks];
        for (int i = 0; i < blocks; i++) {
            read(mix, start + (long) i * (size / 2), end, left, right);
            level[i] = (Sums.products(left, left, 0, size) + Sums.products(right, right, 0, size)) / (2.0 * size);
        }
        double heard = Decibels.toPower(ABSOLUTE_GATE_DB);
        double mean = Arrays.stream(level).filter(l -> l >= heard).average().orElse(0);
        double gate = Math.max(heard, mean * Decibels.toPower(RELATIVE_GATE_DB));
        for (int i = 0; i < blocks; i++) {
            progress.check((double) i / blocks);
            if (level[i] < gate) {
                continue;
            }
            for (int s = 0; s <= stems.size(); s++) {
                read(s == 0 ? mix : stems.get(s - 1), start + (long) i * (size / 2), end, left, right);
                powers.put(s, left, right);
            }
            powers.next();
        }
        return new StemPowers(powers.mean(), powers.usableBands());
    }

    /** Reads a block; what lies past the end of the stretch is silence. */
    private static void read(StereoSource from, long at, long end, float[] left, float[] right) {
        int n = (int) Math.max(0, Math.min(left.length, end - at));
        from.read(at, left, right, 0, n);
        Arrays.fill(left, n, left.length, 0f);
        Arrays.fill(right, n, right.length, 0f);
    }

    /** How many stems there are. */
    public int stems() {
        return power.length - 1;
    }

    /** What is taken of each: the mix whole, of each stem what its gain adds. */
    private static double[] taken(double[] gainsDb) {
        double[] taken = new double[gainsDb.length + 1];
        taken[0] = 1;
        for (int i = 0; i < gainsDb.length; i++) {
            taken[i + 1] = Decibels.toAmplitude(gainsDb[i]) - 1;
        }
        return taken;
    }

    private double power(double[] taken, int band) {
        double sum = 0;
        for (int i = 0; i < taken.length; i++) {
            if (taken[i] != 0) {
                sum += taken[i] * common(taken, i, band);
            }
        }
        return Math.max(0, sum);
    }

    /** What i has in common with what is taken. */
    private double common(double[] taken, int i, int band) {
        double sum = 0;
        for (int j = 0; j < taken.length; j++) {
            sum += taken[j] * power[i][j][band];
        }
        return sum;
    }

    /** Whether anything is known of a band. */
    public boolean isKnown(int band) {
        return power[0][0][band] > 0;
    }

    /**
     * By how much the mix's spectrum changes with gains for the stems, in dB for each band, once it is as loud as before: what its K-weighted
     * power changes by, without the gate, is taken off.
     */
    public double[] changeDb(double[] gainsDb) {
        double[] taken = taken(gainsDb);
        double[] change = new double[BandGrid.SIZE];
        double louder = loudnessChangeLu(gainsDb);
        for (int b = 0; b < change.length; b++) {
            change[b] = isKnown(b) ? Decibels.ofPower(Math.max(1e-9, power(taken, b) / power[0][0][b])) - louder : 0;
        }
        return change;
    }

    /** By how much the mix becomes louder, in LU, by its K-weighted power. */
    public double loudnessChangeLu(double[] gainsDb) {
        double[] taken = taken(gainsDb);
        double[] after = new double[BandGrid.SIZE];
        Arrays.setAll(after, b -> power(taken, b));
        return KWeightedSpectrum.changeLu(power[0][0], after);
    }

    /** How fast {@link #changeDb} changes with each gain, in dB a dB, as [stem][band]. */
    double[][] slopes(double[] gainsDb) {
        double[] taken = taken(gainsDb);
        double[][] slopes = new double[stems()][BandGrid.SIZE];
        double[] after = new double[BandGrid.SIZE];
        double weighed = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            after[b] = power(taken, b);
            weighed += KWeightedSpectrum.weight(b) * after[b];
        }
        for (int i = 1; i < taken.length; i++) {
            double gain = taken[i] + 1;
            double louder = 0;
            double[] slope = slopes[i - 1];
            for (int b = 0; b < BandGrid.SIZE; b++) {
                double rise = 2 * gain * common(taken, i, b) / 2; // d|h|²/dgain·gain, and 20 against 10·log10
                louder += weighed > 0 ? KWeightedSpectrum.weight(b) * rise / weighed : 0;
                slope[b] = after[b] > 0 ? rise / after[b] : 0;
            }
            for (int b = 0; b < BandGrid.SIZE; b++) {
                slope[b] = isKnown(b) ? slope[b] - louder : 0;
            }
        }
        return slopes;
    }

    /** Level of a stem in each third octave, dB against the mix there; by it is told which one dominates. */
    public double[] levelsDb(int stem) {
        double[] levels = new double[BandGrid.SIZE];
        for (int b = 0; b < levels.length; b++) {
            double own = 0;
            double whole = 0;
            for (int o = Math.max(0, b - THIRD); o <= Math.min(levels.length - 1, b + THIRD); o++) {
                own += power[stem + 1][stem + 1][o];
                whole += power[0][0][o];
            }
            levels[b] = whole > 0 ? Decibels.ofPower(Math.max(1e-9, own / whole)) : NOTHING_DB;
        }
        return levels;
    }

    /** The same in a zone. */
    public double levelDb(int stem, Zone zone) {
        double whole = sum(zone, 0, 0);
        return whole > 0 ? Decibels.ofPower(Math.max(1e-9, sum(zone, stem + 1, stem + 1) / whole)) : NOTHING_DB;
    }

    /** What is left of the mix in a zone when all stems are taken from it, in dB against the mix. */
    public double residualDb(Zone zone) {
        return residualDb(zone.lowHz(), zone.highHz());
    }

    /** The same of all of the mix. */
    public double residualDb() {
        return residualDb(BandGrid.centreHz(0), BandGrid.centreHz(BandGrid.SIZE - 1));
    }

    private double residualDb(double lowHz, double highHz) {
        double[] without = new double[stems() + 1];
        Arrays.fill(without, -1);
        without[0] = 1;
        double left = 0;
        double whole = 0;
        for (int b = BandGrid.bandOf(lowHz); b <= BandGrid.bandOf(highHz); b++) {
            left += power(without, b);
            whole += power[0][0][b];
        }
        return whole > 0 ? Decibels.ofPower(Math.max(1e-12, left / whole)) : NOTHING_DB;
    }

    private double sum(Zone zone, int i, int j) {
        double sum = 0;
        for (int b = BandGrid.bandOf(zone.lowHz()); b < BandGrid.bandOf(zone.highHz()); b++) {
            sum += power[i][j][b];
        }
        return sum;
    }

    @Override
    public boolean equals(Object other) {
        return this == other;
    }

    @Override
    public int hashCode() {
        return System.identityHashCode(this);
    }

    @Override
    public String toString() {
        return "StemPowers[" + stems() + "]";
    }
}
