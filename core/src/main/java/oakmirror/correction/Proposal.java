package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.LoudnessScale;
import oakmirror.processing.ToneFilter;
import oakmirror.processing.ToneFilter.Phase;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;

/**
 * A correction in all its forms: the gap it came from, the curve, and the bands fitted to the curve.
 *
 * @param gap what it was derived from
 * @param correction the curve
 * @param bands the moves, from low to high frequency, each applied or refused
 */
public record Proposal(Gap gap, Correction correction, List<EqBand> bands) {

    /** Copies the list. */
    public Proposal {
        bands = List.copyOf(bands);
    }

    /** Nothing proposed. */
    public static Proposal none() {
        return new Proposal(Gap.none(), Correction.none(), List.of());
    }

    /** Derives correction and bands from a gap. */
    public static Proposal derive(Gap gap, CorrectionSettings settings) {
        Correction correction = Correction.derive(gap, settings);
        return new Proposal(gap, correction, BandFitter.fit(correction, settings));
    }

    /** The same with some moves refused, by their place in the list; all others are applied. */
    public Proposal refusing(List<Integer> refused) {
        List<EqBand> next = new ArrayList<>();
        for (int i = 0; i < bands.size(); i++) {
            next.add(bands.get(i).withEnabled(!refused.contains(i)));
        }
        return new Proposal(gap, correction, next);
    }

    /**
     * What is applied, in dB for each band of the {@link BandGrid}: for minimum phase the bands that are not refused, for linear
     * phase the curve less the bands that are.
     */
    public double[] appliedDb(Phase phase) {
        double[] centres = BandGrid.centresHz();
        if (phase == Phase.MINIMUM) {
            return EqBand.responseDb(bands, centres);
        }
        double[] applied = correction.curveDb().clone();
        double[] refused = EqBand.responseDb(
                bands.stream()
                        .filter(b -> !b.enabled())
                        .map(b -> b.withEnabled(true))
                        .toList(),
                centres);
        for (int i = 0; i < applied.length; i++) {
            applied[i] -= refused[i];
        }
        return applied;
    }

    /** How far the bands, all of them applied, miss the curve between two frequencies, in dB RMS. */
    public double fitErrorDb(double lowHz, double highHz) {
        double[] fitted =
                EqBand.responseDb(bands.stream().map(b -> b.withEnabled(true)).toList(), BandGrid.centresHz());
        double sum = 0;
        int from = BandGrid.bandOf(lowHz);
        int to = BandGrid.bandOf(highHz);
        for (int i = from; i <= to; i++) {
            double miss = fitted[i] - correction.curveDb()[i];
            sum += miss * miss;
        }
        return Math.sqrt(sum / (to - from + 1));
    }

    /**
     * By how much the correction alone would change the loudness of a mix, in LU: the change of its K-weighted power, by its averaged
     * spectrum. An estimate, without the gate; good enough to listen by, while a render measures.
     */
    public double loudnessChangeLu(BandSpectrum mix, Phase phase) {
        double[] applied = appliedDb(phase);
        double before = 0;
        double after = 0;
        for (int i = 0; i < applied.length; i++) {
            double power = mix.power()[i] * LoudnessScale.weightAt(BandGrid.centreHz(i));
            before += power;
            after += power * Decibels.toPower(applied[i]);
        }
        return before > 0 ? Decibels.ofPower(after / before) : 0;
    }

    /** The correction as a filter, without gain on top. */
    public ToneFilter filter(Phase phase) {
        List<AnalogueSection> sections =
                bands.stream().filter(EqBand::enabled).map(EqBand::section).toList();
        double[] applied = appliedDb(phase);
        return new ToneFilter(phase, sections, hz -> BandGrid.interpolate(applied, hz), 0);
    }
}
