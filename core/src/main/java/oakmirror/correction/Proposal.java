package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.compare.Gap;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.LoudnessScale;
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

    /** Where bands reach less than this, what they miss is shared out by their number. */
    private static final double FAINT_DB = 0.01;

    /** Copies the list. */
    public Proposal {
        bands = List.copyOf(bands);
    }

    /** Nothing proposed. */
    public static Proposal none() {
        return new Proposal(Gap.none(), Correction.none(), List.of());
    }

    /**
     * Derives correction and bands from a gap.
     *
     * @param sampleRate the rate of the mix, which the bands are fitted for
     */
    public static Proposal derive(Gap gap, CorrectionSettings settings, int sampleRate) {
        Correction correction = Correction.derive(gap, settings);
        return new Proposal(gap, correction, BandFitter.fit(correction, settings, sampleRate));
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
     * What is applied, in dB for each band of the {@link BandGrid}: for minimum phase the bands that are not refused; for linear
     * phase these as well, and of what the bands miss of the curve as large a share as they have of all bands there. So with every move it is
     * the curve, and with every move refused nothing.
     */
    public double[] appliedDb(Phase phase) {
        double[] centres = BandGrid.centresHz();
        if (phase == Phase.MINIMUM) {
            return EqBand.responseDb(bands, centres);
        }
        if (bands.isEmpty()) {
            return correction.curveDb().clone();
        }
        double enabledShare = (double) bands.stream().filter(EqBand::enabled).count() / bands.size();
        double[] applied = new double[centres.length];
        for (int i = 0; i < applied.length; i++) {
            double all = 0;
            double magnitudes = FAINT_DB;
            double enabled = 0;
            double enabledMagnitudes = FAINT_DB * enabledShare;
            for (EqBand band : bands) {
                double gain = band.section().gainDb(centres[i]);
                all += gain;
                magnitudes += Math.abs(gain);
                enabled += band.enabled() ? gain : 0;
                enabledMagnitudes += band.enabled() ? Math.abs(gain) : 0;
            }
            applied[i] = enabled + (correction.curveDb()[i] - all) * enabledMagnitudes / magnitudes;
        }
        return applied;
    }

    /** Whether a rate can carry all of its bands. */
    public boolean fits(int sampleRate) {
        return bands.stream().allMatch(b -> b.frequencyHz() < sampleRate / 2.0);
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

    /** The correction as a filter. */
    public ToneFilter filter(Phase phase) {
        List<AnalogueSection> sections =
                bands.stream().filter(EqBand::enabled).map(EqBand::section).toList();
        double[] applied = appliedDb(phase);
        return new ToneFilter(phase, sections, hz -> BandGrid.interpolate(applied, hz));
    }
}
