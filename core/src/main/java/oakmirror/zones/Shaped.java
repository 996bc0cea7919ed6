package oakmirror.zones;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * All that is done to a mix before its gain and its limiter: the correction of its tone, what is done to its side alone, and to the dynamics of zones.
 *
 * @param tone the correction
 * @param sides what is done to the side alone
 * @param dynamics what is done to the dynamics of zones
 */
public record Shaped(ToneProposal tone, SideShape sides, List<ZoneDynamicsBand> dynamics) {

    /** Nothing is done. */
    public static final Shaped NONE = of(ToneProposal.none());

    /** Copies the list. */
    public Shaped {
        dynamics = List.copyOf(dynamics);
    }

    /** A correction of tone alone. */
    public static Shaped of(ToneProposal tone) {
        return new Shaped(tone, SideShape.NONE, List.of());
    }

    /** A correction of the tone of the stereo signal alone. */
    public static Shaped of(StereoSpectrum mix, Proposal stereo) {
        return of(ToneProposal.alike(mix, stereo));
    }

    /** The same with another tone. */
    public Shaped withTone(ToneProposal value) {
        return new Shaped(value, sides, dynamics);
    }

    /** Whether there is anything to do or to go by. */
    public boolean isKnown() {
        return tone.isKnown() || !sides.isNone() || !dynamics.isEmpty();
    }

    /** Whether middle and side go through the same. */
    public boolean isAlike() {
        return !tone.isApart() && sides.isNone();
    }

    /** Whether a rate can carry all bands. */
    public boolean fits(int sampleRate) {
        return tone.fits(sampleRate) && sides.bands().stream().allMatch(b -> b.frequencyHz() < sampleRate / 2.0);
    }

    /** The bands of middle or side, from low to high. */
    public List<EqBand> bands(Part part) {
        List<EqBand> bands = tone.of(part).bands();
        return part != Part.SIDE || sides.isNone()
                ? bands
                : java.util.stream.Stream.concat(bands.stream(), sides.bands().stream())
                        .sorted(java.util.Comparator.comparingDouble(EqBand::frequencyHz))
                        .toList();
    }

    /** What is applied to middle or side, in dB for each band of the {@link BandGrid}. */
    public double[] appliedDb(Part part, Phase phase) {
        double[] applied = tone.of(part).appliedDb(phase);
        if (part == Part.SIDE) {
            double[] more = sides.appliedDb(phase);
            Arrays.setAll(applied, b -> applied[b] + more[b]);
        }
        return applied;
    }

    /** What that comes to for a stereo signal: the change of the power of middle and side together, in dB for each band. */
    public double[] appliedDb(StereoSpectrum mix, Phase phase) {
        double[] middle = appliedDb(Part.MID, phase);
        if (isAlike()) {
            return middle;
        }
        double[] side = appliedDb(Part.SIDE, phase);
        double[] both = new double[BandGrid.SIZE];
        Arrays.setAll(both, b -> {
            double m = mix.power(Part.MID, b);
            double s = mix.power(Part.SIDE, b);
            double after = m * Decibels.toPower(middle[b]) + s * Decibels.toPower(side[b]);
            return m + s > 0 ? Decibels.ofPower(after / (m + s)) : middle[b];
        });
        return both;
    }

    /** The same for what was compared of the mix. */
    public double[] appliedDb(Phase phase) {
        return appliedDb(tone.mix(), phase);
    }

    /** The spectrum of what was compared of the mix, once this is done. */
    public StereoSpectrum spectrum(Phase phase) {
        double[] middle = appliedDb(Part.MID, phase);
        double[] side = appliedDb(Part.SIDE, phase);
        double[] more = new double[BandGrid.SIZE];
        Arrays.setAll(more, b -> side[b] - middle[b]);
        return tone.mix().withSide(more).changed(middle);
    }

    /** By how much it changes the loudness of a mix, in LU, by the K-weighted power of its spectrum. What is done to dynamics keeps the power of zones. */
    public double loudnessChangeLu(StereoSpectrum mix, Phase phase) {
        return KWeightedSpectrum.changeOf(mix.of(Part.STEREO).power(), appliedDb(mix, phase));
    }

    /** The same of what was compared of the mix. */
    public double loudnessChangeLu(Phase phase) {
        return loudnessChangeLu(tone.mix(), phase);
    }

    /** What a mix that this is done to has been corrected by then, for its master to carry. */
    public AppliedCorrection applied(StereoSpectrum mix, Phase phase, Optional<AppliedCorrection> before) {
        return AppliedCorrection.of(appliedDb(mix, phase), loudnessChangeLu(mix, phase), before);
    }

    /** What is done to the tone, as filters. */
    public StereoTone filter(Phase phase) {
        ToneFilter middle = tone.main().filter(phase);
        return isAlike() ? StereoTone.alike(middle) : new StereoTone(middle, sideFilter(phase));
    }

    private ToneFilter sideFilter(Phase phase) {
        List<AnalogueSection> sections =
                bands(Part.SIDE).stream().map(EqBand::section).toList();
        double[] applied = appliedDb(Part.SIDE, phase);
        return new ToneFilter(phase, sections, hz -> BandGrid.interpolate(applied, hz));
    }

    /** All of it. */
    public Chain chain(Phase phase) {
        List<ZoneDynamicsBand> working =
                dynamics.stream().filter(b -> !b.isNone()).toList();
        return Chain.of(filter(phase))
                .withDynamics(working.isEmpty() ? Optional.empty() : Optional.of(new ZoneDynamicsStage(working)));
    }
}
