package oakmirror.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import oakmirror.compare.Gap;
import oakmirror.loudness.LoudnessScale;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;

/**
 * Judges ways to correct by planted faults: what is left of the fault after the correction over what there was before, 40 Hz to 14 kHz, level
 * apart; and what is proposed for a mix without one.
 */
final class Judge {

    private static final int FROM = BandGrid.bandOf(40);
    private static final int TO = BandGrid.bandOf(14000);

    /** A mix and what it is held against. */
    record Case(BandSpectrum mix, List<BandSpectrum> references) {}

    /**
     * How a way fares.
     *
     * @param median error after over error before, in half of the cases no more
     * @param worstTenth the same, in nine of ten no more
     * @param harmDb what is proposed for a mix without fault, RMS, the median
     */
    record Verdict(double median, double worstTenth, double harmDb) {
        @Override
        public String toString() {
            return String.format(java.util.Locale.ROOT, "%.2f / %.2f / %.2f", median, worstTenth, harmDb);
        }
    }

    private Judge() {}

    /** Judges a way, which makes a curve of a gap, over cases, each with so many faults. */
    static Verdict judge(List<Case> cases, int faults, Function<Gap, double[]> way) {
        Random random = new Random(7);
        List<Double> ratios = new ArrayList<>();
        Map<Case, Double> harm = new HashMap<>();
        for (Case c : cases) {
            for (int i = 0; i < faults; i++) {
                double[] fault = Faults.broad(random);
                double[] curve = way.apply(gap(coloured(c.mix(), fault), c.references()));
                ratios.add(rms(sum(fault, curve)) / rms(fault));
            }
            harm.put(c, rms(way.apply(gap(c.mix(), c.references()))));
        }
        return new Verdict(quantile(ratios, 0.5), quantile(ratios, 0.9), quantile(new ArrayList<>(harm.values()), 0.5));
    }

    /** The gap between a mix and references at one loudness. */
    static Gap gap(BandSpectrum mix, List<BandSpectrum> references) {
        return Gap.between(
                mix,
                loudness(mix),
                references.stream().map(r -> new Gap.Reference(r, loudness(r))).toList());
    }

    /** Loudness by the averaged spectrum. */
    static double loudness(BandSpectrum spectrum) {
        double sum = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            sum += spectrum.power()[b] * LoudnessScale.weightAt(BandGrid.centreHz(b));
        }
        return LoudnessScale.ofPower(sum);
    }

    /** A spectrum through a filter. */
    static BandSpectrum coloured(BandSpectrum spectrum, double[] db) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = spectrum.power()[b] * Math.pow(10, db[b] / 10);
        }
        return new BandSpectrum(power, spectrum.usableBands(), spectrum.analysedSeconds());
    }

    static double[] sum(double[] a, double[] b) {
        double[] sum = a.clone();
        for (int i = 0; i < sum.length; i++) {
            sum[i] += b[i];
        }
        return sum;
    }

    /** RMS in dB, level apart. */
    static double rms(double[] db) {
        double mean = Arrays.stream(db, FROM, TO + 1).average().orElseThrow();
        return Math.sqrt(Arrays.stream(db, FROM, TO + 1)
                .map(d -> (d - mean) * (d - mean))
                .average()
                .orElseThrow());
    }

    static double quantile(List<Double> values, double part) {
        List<Double> sorted = values.stream().sorted().toList();
        double at = part * (sorted.size() - 1);
        int low = (int) Math.floor(at);
        int high = Math.min(low + 1, sorted.size() - 1);
        return sorted.get(low) + (at - low) * (sorted.get(high) - sorted.get(low));
    }
}
