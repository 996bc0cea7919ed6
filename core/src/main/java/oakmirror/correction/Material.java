package oakmirror.correction;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * What a correction is derived from.
 *
 * @param gap between mix and references
 * @param mixSeconds how much was heard of the mix
 * @param referenceSeconds how much was heard of each reference
 * @param key the key the mix seems to be in
 * @param applied what the mix has been corrected by already
 * @param unjudged where nothing is judged because there is too little of it, and why
 * @param part what of the stereo signal it is of
 */
public record Material(
        Gap gap,
        double mixSeconds,
        List<Double> referenceSeconds,
        Optional<Key> key,
        Optional<AppliedCorrection> applied,
        List<Held> unjudged,
        Part part) {

    private static final double LONG_ENOUGH_SECONDS = 1000;

    /** Copies the lists. */
    public Material {
        referenceSeconds = List.copyOf(referenceSeconds);
        unjudged = List.copyOf(unjudged);
    }

    /** One that is judged wherever the gap is known. */
    public Material(
            Gap gap,
            double mixSeconds,
            List<Double> referenceSeconds,
            Optional<Key> key,
            Optional<AppliedCorrection> applied) {
        this(gap, mixSeconds, referenceSeconds, key, applied, List.of(), Part.STEREO);
    }

    /** A gap between recordings that are long enough, of a mix in no key that was never corrected. */
    public static Material of(Gap gap) {
        return new Material(
                gap,
                LONG_ENOUGH_SECONDS,
                Collections.nCopies(gap.each().size(), LONG_ENOUGH_SECONDS),
                Optional.empty(),
                Optional.empty());
    }

    /** What some subjects are, of which the mix may have been corrected before. */
    public static Material of(List<Subject> subjects, Optional<AppliedCorrection> applied) {
        return of(subjects, Part.STEREO, applied);
    }

    /** The same of a part of the stereo signal; of the side only where there is enough of it, see {@link SideEnergy}. */
    public static Material of(List<Subject> subjects, Part part, Optional<AppliedCorrection> applied) {
        Optional<Subject> mix = Subject.mix(subjects);
        Gap gap = Gap.of(subjects, 1.0 / BandGrid.BANDS_PER_OCTAVE, part);
        List<Held> unjudged = new ArrayList<>();
        if (part == Part.SIDE) {
            gap = SideEnergy.judged(gap, subjects, unjudged);
        }
        return new Material(
                gap,
                mix.map(Material::seconds).orElse(0.0),
                Subject.parts(subjects).stream().map(Material::seconds).toList(),
                mix.flatMap(m -> m.tone().key()),
                applied,
                unjudged,
                part);
    }

    /** What a part of the mix lacks of a wanted tone, whatever the references say; of the side nothing, as nothing is wanted of it. */
    public static Material towards(
            WantedTone wanted, List<Subject> subjects, Part part, Optional<AppliedCorrection> applied) {
        Optional<Subject> mix = Subject.mix(subjects);
        return new Material(
                wanted.gap(subjects, 1.0 / BandGrid.BANDS_PER_OCTAVE, part),
                mix.map(Material::seconds).orElse(0.0),
                mix.map(Material::seconds).stream().toList(),
                mix.flatMap(m -> m.tone().key()),
                applied);
    }

    /** Below this nothing is raised, in Hz; above it what is raised comes in over an octave. 0 where the low end may be raised. */
    double raisedAboveHz() {
        return part == Part.SIDE ? SideEnergy.MONO_BELOW_HZ : 0;
    }

    /** The same with another gap. */
    public Material withGap(Gap value) {
        return new Material(value, mixSeconds, referenceSeconds, key, applied, unjudged, part);
    }

    private static double seconds(Subject subject) {
        return subject.tone().spectrum().analysedSeconds();
    }
}
