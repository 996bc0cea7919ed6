package oakmirror.correction;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.Evidence;
import oakmirror.evidence.FaultPrior;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;

/**
 * A correction in all its forms: what it came from and the evidence of it, the curve with its moves, and the bands fitted to the curve.
 *
 * @param material what it was derived from
 * @param evidence what of that is trusted
 * @param correction the curve
 * @param bands what realises it, from low to high frequency
 * @param taken moves taken from places worth a listen, which the evidence knows of
 */
public record Proposal(
        Material material, Evidence evidence, Correction correction, List<EqBand> bands, List<TakenMove> taken) {

    /** Bands may miss a curve by so much before it is said, RMS (no source). */
    private static final double FAR_OFF_DB = 0.7;

    /** Chosen by what is left of one and of two planted faults when an ear takes the places that are about them: figures in docs/performance.md. */
    private static final double BESIDE_TAKEN = 0.5;

    /** Copies the list. */
    public Proposal {
        bands = List.copyOf(bands);
        taken = List.copyOf(taken);
    }

    /** Nothing proposed. */
    public static Proposal none() {
        return new Proposal(Material.of(Gap.none()), Evidence.none(), Correction.none(), List.of(), List.of());
    }

    /**
     * Derives correction and bands.
     *
     * @param material what from
     * @param decisions what was decided about moves
     * @param sampleRate the rate of the mix, which the bands are fitted for
     */
    public static Proposal derive(
            Material material, CorrectionSettings settings, MoveDecisions decisions, int sampleRate) {
        return decided(material, weigh(material, settings, decisions), settings, decisions, sampleRate);
    }

    /** What of a gap is supported once what was taken by ear is done: it is known to be a fault, and what is left is judged without it. */
    public static Evidence weigh(Material material, CorrectionSettings settings, MoveDecisions decisions) {
        if (decisions.taken().isEmpty()) {
            return settings.emboldened(material);
        }
        double[] lowered = new double[BandGrid.SIZE];
        for (TakenMove move : decisions.taken()) {
            double[] curve = move.curveDb();
            for (int b = 0; b < lowered.length; b++) {
                lowered[b] -= curve[b];
            }
        }
        Gap gap = material.gap();
        Evidence left = settings.emboldened(material.withGap(gap.withMixLowered(lowered)));
        return (settings.basis() == Basis.EXACT ? left : beside(lowered, left, settings.caution())).of(gap);
    }

    /**
     * What is still followed beside moves that an ear has taken. What it has decided is not taken back where it lies, however that looks beside other music. And as most
     * mixes have few faults, what is left once one was found is music rather than another: at the usual caution half of it is followed, at the boldest all.
     */
    private static Evidence beside(double[] lowered, Evidence left, double caution) {
        double most = Arrays.stream(lowered).map(Math::abs).max().orElse(0);
        double careful = Math.min(1, caution / FaultPrior.USUAL_CAUTION);
        double part = 1 - (1 - left.likeness()) * careful * (1 - BESIDE_TAKEN);
        double[] supported = left.supportedDb().clone();
        for (int b = 0; b < supported.length && most > 0; b++) {
            supported[b] *= part;
            if (supported[b] * lowered[b] > 0) {
                supported[b] *= 1 - Math.abs(lowered[b]) / most;
            }
        }
        return left.supporting(supported, left.trust());
    }

    private static Proposal decided(
            Material material,
            Evidence evidence,
            CorrectionSettings settings,
            MoveDecisions decisions,
            int sampleRate) {
        Correction correction = Correction.derive(evidence, material, settings, decisions);
        return new Proposal(
                material, evidence, correction, BandFitter.fit(correction, settings, sampleRate), decisions.taken());
    }

    /** The same of the same evidence, something else decided about its moves; what is taken by ear is evidence. */
    public Proposal deciding(CorrectionSettings settings, MoveDecisions decisions, int sampleRate) {
        return decisions.taken().equals(taken)
                ? decided(material, evidence, settings, decisions, sampleRate)
                : derive(material, settings, decisions, sampleRate);
    }

    /** The same from a gap alone, nothing decided. */
    public static Proposal derive(Gap gap, CorrectionSettings settings, int sampleRate) {
        return derive(Material.of(gap), settings, MoveDecisions.NONE, sampleRate);
    }

    /** What was compared. */
    public Gap gap() {
        return evidence.gap();
    }

    /** What is applied, in dB for each band of the {@link BandGrid}: the bands for minimum phase, the curve itself for linear phase. */
    public double[] appliedDb(Phase phase) {
        return phase == Phase.MINIMUM
                ? EqBand.responseDb(bands, BandGrid.centresHz())
                : correction.curveDb().clone();
    }

    /** Whether a rate can carry all of its bands. */
    public boolean fits(int sampleRate) {
        return bands.stream().allMatch(b -> b.frequencyHz() < sampleRate / 2.0);
    }

    /** Whether the bands miss the curve by so much that it should be known. */
    public boolean isFarOff(CorrectionSettings settings) {
        return fitErrorDb(settings.lowHz(), settings.highHz()) > FAR_OFF_DB;
    }

    /** How far the bands miss the curve between two frequencies, in dB RMS. */
    public double fitErrorDb(double lowHz, double highHz) {
        double[] fitted = EqBand.responseDb(bands, BandGrid.centresHz());
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
     * By how much the correction alone would change the loudness of a mix, in LU: the change of its K-weighted power, by its averaged spectrum. An estimate, without
     * the gate.
     */
    public double loudnessChangeLu(BandSpectrum mix, Phase phase) {
        return KWeightedSpectrum.changeOf(mix.power(), appliedDb(phase));
    }

    /** The correction as a filter. */
    public ToneFilter filter(Phase phase) {
        List<AnalogueSection> sections = bands.stream().map(EqBand::section).toList();
        double[] applied = appliedDb(phase);
        return new ToneFilter(phase, sections, hz -> BandGrid.interpolate(applied, hz));
    }
}
