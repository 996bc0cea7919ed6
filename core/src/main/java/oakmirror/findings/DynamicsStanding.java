package oakmirror.findings;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.readings.Readings;
import oakmirror.spectrum.Zone;

/**
 * Where the dynamics of a mix stand against those of its references.
 *
 * @param verdict what they are altogether
 * @param plrDb peak to loudness of the mix
 * @param plrSpan what the references leave for it
 * @param psrDb peak to short-term loudness of the mix, which half of the time is not reached
 * @param psrSpan what the references leave for it
 * @param offDb mean of both less the middles of their spans: below 0 the mix has less dynamics
 * @param looserDb how far the further one lies above its span
 * @param zone the zone whose crest factor is furthest off in the verdict's direction, where one stands out
 * @param zoneDb by how much, mix minus references
 */
public record DynamicsStanding(
        Verdict verdict,
        double plrDb,
        Span plrSpan,
        double psrDb,
        Span psrSpan,
        double offDb,
        double looserDb,
        Optional<Zone> zone,
        double zoneDb) {

    /** A zone is named from this much on, in dB. */
    private static final double ZONE_DB = 1;

    /** What dynamics are against those of references. */
    public enum Verdict {
        /** Less of them than any reference has, by both figures or by one with the other on the same side. */
        SQUASHED,
        ALIKE,
        /** More than {@link Thresholds#LOOSE_DB} above all references. */
        LOOSE
    }

    /** Where the mix of a comparison stands; empty where there is nothing to compare it with. */
    public static Optional<DynamicsStanding> of(Comparison comparison) {
        List<Subject> subjects = comparison.subjects();
        List<Subject> references =
                Subject.references(subjects).stream().filter(Subject::isHeard).toList();
        return Subject.mix(subjects)
                .filter(m -> m.isHeard() && !references.isEmpty())
                .map(m -> of(m, references, comparison.settings().kind()));
    }

    /** Holds a mix against at least one reference. */
    public static DynamicsStanding of(Subject mix, List<Subject> references, CorridorSettings.Kind kind) {
        Span plrSpan = span(references, kind, r -> r.compared().heard().peakToLoudness());
        Span psrSpan = span(references, kind, r -> r.compared().dynamics().middlePeakToShortTerm());
        double plr = mix.compared().heard().peakToLoudness();
        double psr = mix.compared().dynamics().middlePeakToShortTerm();
        double off = mean(plr - plrSpan.middle(), psr - psrSpan.middle());
        double plrOutside = plrSpan.outside(plr);
        double psrOutside = psrSpan.outside(psr);
        double looser = Math.max(plrOutside, psrOutside);
        boolean oneBelow = plrOutside < 0 && psrOutside <= 0 || psrOutside < 0 && plrOutside <= 0;
        Verdict verdict = oneBelow && off < -Thresholds.DYNAMICS_TOLERANCE_DB
                ? Verdict.SQUASHED
                : looser > Thresholds.LOOSE_DB ? Verdict.LOOSE : Verdict.ALIKE;
        int sign = verdict == Verdict.SQUASHED ? -1 : 1;
        Optional<Zone> zone = Optional.empty();
        double most = ZONE_DB;
        for (Zone z : Zone.values()) {
            double by = sign * zoneDifference(mix, references, z);
            if (verdict != Verdict.ALIKE && by > most) {
                most = by;
                zone = Optional.of(z);
            }
        }
        return new DynamicsStanding(verdict, plr, plrSpan, psr, psrSpan, off, looser, zone, sign * most);
    }

    private static Span span(List<Subject> references, CorridorSettings.Kind kind, ToDoubleFunction<Subject> reading) {
        return Span.of(references.stream().mapToDouble(reading).toArray(), kind, Thresholds.DYNAMICS_TOLERANCE_DB);
    }

    private static double mean(double one, double other) {
        return Double.isNaN(one) ? other : Double.isNaN(other) ? one : (one + other) / 2;
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
        return zone.map(z -> ", most in " + z.label()).orElse("");
    }

    /** In one sentence. */
    public String words() {
        return switch (verdict) {
            case SQUASHED ->
                "Squashed: " + Readings.level(-offDb) + " dB less dynamics than the references" + where() + zoneFigure()
                        + ".";
            case LOOSE ->
                "Loose: " + Readings.level(looserDb) + " dB more dynamics than any reference" + where() + zoneFigure()
                        + ".";
            case ALIKE ->
                "About as dynamic as the references: PLR " + Readings.level(plrDb) + ", theirs "
                        + Readings.span(plrSpan.low(), plrSpan.high()) + ".";
        };
    }

    private String zoneFigure() {
        return zone.isPresent() ? " (" + Readings.gainDb(zoneDb) + ")" : "";
    }
}
