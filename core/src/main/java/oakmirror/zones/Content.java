package oakmirror.zones;

import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.evidence.FaultPrior;
import oakmirror.evidence.ToneOdds;

/**
 * How far mix and references may differ though neither is at fault. What the evidence of a correction takes for content, other notes and
 * instruments, is the measure: recordings that differ in tone differ in width, dynamics and loudness as well.
 *
 * @param evidence of their gap
 */
public record Content(Evidence evidence) {

    /** So many readings' worth is the expectation from tone, beside the references' own spread. */
    private static final double FREEDOM = 3;

    /** Songs of one production differ little in both, and recordings that differ in tone more than twice as much in all else. */
    private static final double EXPONENT = 1.5;

    private static final double SAME = 0.5;
    /** Songs of one production differ by 1 dB and less, recordings of other music by 3 to 8; measured on bench/findings. */
    private static final double OTHER_MUSIC_DB = 2;

    private static final double LEAST_VARIANCE = 0.01;

    public static Content between(Subject mix, List<Subject> references) {
        List<Gap.Reference> all = Subject.parts(references).stream()
                .map(r ->
                        new Gap.Reference(r.compared().spectrum(), r.compared().heardLufs()))
                .toList();
        Gap gap = Gap.between(mix.compared().spectrum(), mix.compared().heardLufs(), all);
        return new Content(CorrectionSettings.DEFAULT.weigh(Material.of(gap)));
    }

    /** How probable faults of the tone are, band by band. */
    public ToneOdds toneOdds() {
        return new ToneOdds(evidence, FaultPrior.ofCaution(FaultPrior.USUAL_CAUTION));
    }

    /** From 0, where mix and references are different recordings, to 1, where they are the same one before and after treatment. */
    public double likeness() {
        return evidence.likeness();
    }

    /** Whether they are other music, so that differences in tone, width and dynamics say little of the mix. */
    public boolean isOtherMusic() {
        return likeness() < SAME && evidence.contentDb() > OTHER_MUSIC_DB;
    }

    /** Whether they are the same recording, before and after treatment. */
    public boolean isSameRecording() {
        return likeness() >= SAME;
    }

    /**
     * The variance of a reading of the mix about that of its references, where none is at fault: as expected of recordings that differ so much in
     * tone, and by how much the references differ from each other.
     *
     * @param perDb deviation of such a reading where the tone of recordings differs by 1 dB; it grows faster than that
     * @param readings of the references; those that are not finite do not count
     */
    public double variance(double perDb, double[] readings) {
        double[] known = Arrays.stream(readings).filter(Double::isFinite).toArray();
        double expected = Math.pow(perDb * Math.pow(evidence.contentDb(), EXPONENT), 2);
        double mean = Arrays.stream(known).average().orElse(0);
        double squares = Arrays.stream(known).map(x -> (x - mean) * (x - mean)).sum();
        int k = Math.max(1, known.length);
        return LEAST_VARIANCE + (FREEDOM * expected + squares * (1 + 1.0 / k)) / (FREEDOM + k - 1);
    }
}
