package oakmirror.findings;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.evidence.Odds;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;
import oakmirror.zones.ZoneDifferences;

/**
 * Where the dynamics of a mix stand against those of its references: by peak to loudness and by peak to short-term loudness together, against the mean of the
 * references, and by how probable it is that other music alone does not make the difference.
 *
 * @param verdict what they are altogether
 * @param probability of the verdict, 0 to 1; 0 for {@link Verdict#ALIKE} and {@link Verdict#OPEN}
 * @param plrDb peak to loudness of the mix
 * @param plrSpan what the references leave for it
 * @param psrDb peak to short-term loudness of the mix, which half of the time is not reached
 * @param psrSpan what the references leave for it
 * @param offDb mean of both less that of the references: below 0 the mix has less dynamics; 0 where there is no figure
 * @param zone the zone whose crest factor is furthest off in the verdict's direction, where one stands out
 * @param zoneDb by how much, mix minus references
 */
public record DynamicsAssessment(
        Verdict verdict,
        double probability,
        double plrDb,
        Span plrSpan,
        double psrDb,
        Span psrSpan,
        double offDb,
        Optional<Zone> zone,
        double zoneDb) {

    /** A zone is named from this much on, in dB. */
    private static final double ZONE_DB = 1;

    /** Variance of faults, and how far recordings differ for each decibel that their tone does; measured on bench/findings. */
    private static final double FAULT_DB2 = 4;

    private static final double PER_TONE_DB = 0.6;

    /** A codec alone moves peaks by a decibel. */
    private static final double AUDIBLE_DB = 1.2;

    /** And at times by more, but leaves loudness as it is, for which a limiter is driven. */
    private static final double AUDIBLE_IN_A_COPY_DB = 1.7;

    private static final double AS_LOUD_LU = 0.5;

    /** What dynamics are against those of references. */
    public enum Verdict {
        /** Less of them than the references have. */
        SQUASHED,
        ALIKE,
        /** More than {@link Thresholds#LOOSE_DB} above the references. */
        LOOSE,
        /** Outside the references, by no more than other music, or a mix that is not mastered, makes. */
        OPEN
    }

    /** Where the mix of a comparison stands; empty where there is nothing to compare it with. */
    public static Optional<DynamicsAssessment> of(Comparison comparison) {
        List<Subject> subjects = comparison.subjects();
        List<Subject> references =
                Subject.references(subjects).stream().filter(Subject::isHeard).toList();
        return Subject.mix(subjects)
                .filter(m -> m.isHeard() && !references.isEmpty())
                .map(m -> of(
                        m,
                        references,
                        Content.between(m, references),
                        comparison.settings().kind()));
    }

    /** Holds a mix against at least one reference. */
    static DynamicsAssessment of(Subject mix, List<Subject> references, Content content, CorridorSettings.Kind kind) {
        Span plrSpan = span(references, kind, r -> r.compared().heard().peakToLoudness());
        Span psrSpan = span(references, kind, r -> r.compared().dynamics().middlePeakToShortTerm());
        double plr = mix.compared().heard().peakToLoudness();
        double psr = mix.compared().dynamics().middlePeakToShortTerm();
        double[] theirs =
                references.stream().mapToDouble(DynamicsAssessment::both).toArray();
        double by = both(mix)
                - Arrays.stream(theirs).filter(Double::isFinite).average().orElse(Double.NaN);
        double off = Double.isFinite(by) ? by : 0;
        Odds odds = Odds.of(off, FAULT_DB2, content.variance(PER_TONE_DB, theirs));
        boolean asLoud = Math.abs(mix.whole().heardLufs() - meanLufs(references)) < AS_LOUD_LU;
        double squashed = odds.mean() < 0
                ? odds.beyond(content.isSameRecording() && asLoud ? AUDIBLE_IN_A_COPY_DB : AUDIBLE_DB)
                : 0;
        double loose = odds.mean() > 0 ? odds.beyond(Thresholds.LOOSE_DB) : 0;
        boolean outside = plrSpan.outside(plr) != 0 && psrSpan.outside(psr) != 0;
        Verdict verdict = squashed >= Certainty.PERHAPS.least()
                ? Verdict.SQUASHED
                : loose >= Certainty.PERHAPS.least() ? Verdict.LOOSE : outside ? Verdict.OPEN : Verdict.ALIKE;
        int sign = verdict == Verdict.SQUASHED ? -1 : 1;
        Optional<Zone> zone = Optional.empty();
        double most = ZONE_DB;
        for (Zone z : Zone.values()) {
            double more = sign * zoneDifference(mix, references, z);
            if ((verdict == Verdict.SQUASHED || verdict == Verdict.LOOSE) && more > most) {
                most = more;
                zone = Optional.of(z);
            }
        }
        double probability = verdict == Verdict.SQUASHED ? squashed : verdict == Verdict.LOOSE ? loose : 0;
        return new DynamicsAssessment(verdict, probability, plr, plrSpan, psr, psrSpan, off, zone, sign * most);
    }

    /** Peak to loudness, and peak to short-term loudness where there is one, in the mean. */
    private static double both(Subject subject) {
        double plr = subject.compared().heard().peakToLoudness();
        double psr = subject.compared().dynamics().middlePeakToShortTerm();
        return Double.isNaN(psr) ? plr : (plr + psr) / 2;
    }

    private static double meanLufs(List<Subject> references) {
        return references.stream()
                .mapToDouble(r -> r.whole().heardLufs())
                .average()
                .orElse(Double.NaN);
    }

    private static Span span(List<Subject> references, CorridorSettings.Kind kind, ToDoubleFunction<Subject> reading) {
        return Span.of(references.stream().mapToDouble(reading).toArray(), kind, ZoneDifferences.DYNAMICS_TOLERANCE_DB);
    }

    /** Crest factor of the mix in a zone less the mean of the references'; NaN where there is none. */
    private static double zoneDifference(Subject mix, List<Subject> references, Zone zone) {
        double theirs = references.stream()
                .map(r -> r.compared().dynamics().zones().get(zone.ordinal()))
                .filter(ZoneDynamics::isKnown)
                .mapToDouble(ZoneDynamics::middleDb)
                .average()
                .orElse(Double.NaN);
        return mix.compared().dynamics().zones().get(zone.ordinal()).middleDb() - theirs;
    }

    /** Where it stands out, as an end of a sentence; empty where it does not. */
    String where() {
        return zone.map(z -> Texts.of("findings.mostIn", z.label())).orElse("");
    }

    /** Whether the mix is squashed. */
    boolean isSquashed() {
        return verdict == Verdict.SQUASHED;
    }

    /** Whether it is loose. */
    boolean isLoose() {
        return verdict == Verdict.LOOSE;
    }

    /** In one sentence. */
    public String words() {
        return switch (verdict) {
            case SQUASHED -> Texts.of("findings.squashedDbLessDynamics", Numbers.level(-offDb), where(), zoneFigure());
            case LOOSE -> Texts.of("findings.looseDbMoreDynamics", Numbers.level(offDb), where(), zoneFigure());
            case ALIKE -> Texts.of("findings.aboutAsDynamicAs", figures());
            case OPEN ->
                figures() + (offDb > 0 ? Texts.of("findings.moreByNoMore") : Texts.of("findings.lessByNoMore"));
        };
    }

    private String figures() {
        return Texts.of("findings.plrTheirs", Numbers.level(plrDb), Numbers.span(plrSpan.low(), plrSpan.high()));
    }

    private String zoneFigure() {
        return zone.isPresent() ? " (" + Numbers.gainDb(zoneDb) + ")" : "";
    }
}
