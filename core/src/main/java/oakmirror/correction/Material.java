package oakmirror.correction;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.spectrum.Key;

/**
 * What a correction is derived from.
 *
 * @param gap between mix and references
 * @param mixSeconds how much was heard of the mix
 * @param referenceSeconds how much was heard of each reference
 * @param key the key the mix seems to be in
 * @param applied what the mix has been corrected by already
 */
public record Material(
        Gap gap,
        double mixSeconds,
        List<Double> referenceSeconds,
        Optional<Key> key,
        Optional<AppliedCorrection> applied) {

    private static final double LONG_ENOUGH_SECONDS = 1000;

    /** Copies the list. */
    public Material {
        referenceSeconds = List.copyOf(referenceSeconds);
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
        Optional<Subject> mix = Subject.mix(subjects);
        return new Material(
                Gap.of(subjects),
                mix.map(Material::seconds).orElse(0.0),
                Subject.references(subjects).stream().map(Material::seconds).toList(),
                mix.flatMap(m -> m.tone().key()),
                applied);
    }

    /** The same with another gap. */
    public Material withGap(Gap value) {
        return new Material(value, mixSeconds, referenceSeconds, key, applied);
    }

    private static double seconds(Subject subject) {
        return subject.tone().spectrum().analysedSeconds();
    }
}
