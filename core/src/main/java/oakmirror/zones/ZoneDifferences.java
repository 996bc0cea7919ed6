package oakmirror.zones;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.dynamics.Quantiles;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.evidence.Odds;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;

/**
 * Where a mix differs from its references in width and dynamics, zone by zone; zones in which one side has nothing to read are left out.
 *
 * @param width side over mid in dB
 * @param dynamics crest factor in dB
 */
public record ZoneDifferences(List<ZoneDifference> width, List<ZoneDifference> dynamics) {

    /** Nothing to hold against each other. */
    public static final ZoneDifferences NONE = new ZoneDifferences(List.of(), List.of());

    /** References' side over mid leaves at least this to either side, in dB. Common practice, no source. */
    public static final double WIDTH_TOLERANCE_DB = 3;

    /** References' crest factors leave at least this to either side, in dB. Common practice, no source. */
    public static final double DYNAMICS_TOLERANCE_DB = 1;

    /** What lies lower is not heard as width. */
    public static final double LEAST_SIDE_DB = -30;

    /** Variance of faults: a width halved or doubled is 6 dB; compressors take 2 dB off a crest factor. */
    private static final double WIDTH_FAULT_DB2 = 16;

    private static final double DYNAMICS_FAULT_DB2 = 4;

    /** How far readings of recordings differ for each decibel that their tone does; measured on bench/findings, and on bench/zones. */
    private static final double WIDTH_PER_TONE_DB = 1.6;

    private static final double DYNAMICS_PER_TONE_DB = 1;

    private static final double AUDIBLE_WIDTH_DB = 2.5;

    /** From here down a difference of width has to be larger to be heard, by so much for each decibel. Ours. */
    private static final double FAINT_SIDE_DB = -15;

    private static final double AUDIBLE_PER_DB = 0.25;
    private static final double AUDIBLE_DYNAMICS_DB = 1;
    /** Zones with less of the power than this are not judged: −50 dB. */
    private static final double LEAST_SHARE = 1e-5;

    /** Copies the lists. */
    public ZoneDifferences {
        width = List.copyOf(width);
        dynamics = List.copyOf(dynamics);
    }

    /** Of the mix and the references among some subjects. */
    public static ZoneDifferences of(List<Subject> subjects, CorridorSettings settings) {
        List<Subject> references =
                Subject.parts(subjects).stream().filter(Subject::isHeard).toList();
        Optional<Subject> mix = Subject.mix(subjects).filter(Subject::isHeard);
        if (mix.isEmpty() || references.isEmpty()) {
            return NONE;
        }
        Content content = Content.between(mix.get(), references);
        return new ZoneDifferences(
                width(mix.get(), references, content, settings.kind()),
                dynamics(mix.get(), references, content, settings.kind()));
    }

    /** Variance in dB² of the faults that differences of an aspect are weighed with. */
    public static double faultDb2(ZoneAspect aspect) {
        return aspect == ZoneAspect.WIDTH ? WIDTH_FAULT_DB2 : DYNAMICS_FAULT_DB2;
    }

    /** Width alone. */
    public static List<ZoneDifference> width(
            Subject mix, List<Subject> references, Content content, CorridorSettings.Kind kind) {
        List<ZoneDifference> all = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            Width w = width(mix, zone);
            double[] theirs = readings(references, r -> sideToMidDb(width(r, zone)));
            if (!w.isKnown() || w.share() < LEAST_SHARE || theirs.length == 0) {
                continue;
            }
            double own = sideToMidDb(w);
            double mean = Arrays.stream(theirs).average().orElseThrow();
            Odds odds = Odds.of(own - mean, WIDTH_FAULT_DB2, content.variance(WIDTH_PER_TONE_DB, theirs));
            all.add(new ZoneDifference(
                    zone,
                    own,
                    mean,
                    Span.of(theirs, kind, WIDTH_TOLERANCE_DB),
                    own - mean,
                    odds,
                    audibleWidthDb((own + mean) / 2),
                    agree(own, theirs, own - mean),
                    theirs.length));
        }
        return all;
    }

    /**
     * Dynamics alone. What all zones have more or less in common is left to the limiter, or was done by one: a zone is judged by how far it is off beyond the
     * middle one of all.
     */
    static List<ZoneDifference> dynamics(
            Subject mix, List<Subject> references, Content content, CorridorSettings.Kind kind) {
        double[] off = new double[Zone.values().length];
        for (Zone zone : Zone.values()) {
            off[zone.ordinal()] = crestDb(mix, zone)
                    - Arrays.stream(readings(references, r -> crestDb(r, zone)))
                            .average()
                            .orElse(Double.NaN);
        }
        double common = Quantiles.of(off, 0.5);
        List<ZoneDifference> all = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            double own = crestDb(mix, zone);
            double[] theirs = readings(references, r -> crestDb(r, zone));
            if (!Double.isFinite(own) || theirs.length == 0) {
                continue;
            }
            double by = off[zone.ordinal()] - common;
            Odds odds = Odds.of(by, DYNAMICS_FAULT_DB2, content.variance(DYNAMICS_PER_TONE_DB, theirs));
            all.add(new ZoneDifference(
                    zone,
                    own,
                    Arrays.stream(theirs).average().orElseThrow(),
                    Span.of(theirs, kind, DYNAMICS_TOLERANCE_DB),
                    by,
                    odds,
                    AUDIBLE_DYNAMICS_DB,
                    agree(own - common, theirs, by),
                    theirs.length));
        }
        return all;
    }

    /** From how many readings the mix is off in one direction. */
    private static int agree(double own, double[] theirs, double off) {
        return (int) Arrays.stream(theirs).filter(r -> (own - r) * off > 0).count();
    }

    private static double[] readings(List<Subject> references, ToDoubleFunction<Subject> reading) {
        return references.stream().mapToDouble(reading).filter(Double::isFinite).toArray();
    }

    private static Width width(Subject subject, Zone zone) {
        return Width.of(subject.compared().tone().spectrum(), zone);
    }

    private static double crestDb(Subject subject, Zone zone) {
        ZoneDynamics dynamics = subject.compared().dynamics().zones().get(zone.ordinal());
        return dynamics.isKnown() ? dynamics.middleDb() : Double.NaN;
    }

    /** Side against mid in dB, as far down as it is heard. */
    private static double sideToMidDb(Width width) {
        return width.isKnown() ? Math.max(LEAST_SIDE_DB, width.sideToMidDb()) : Double.NaN;
    }

    private static double audibleWidthDb(double sideToMidDb) {
        return AUDIBLE_WIDTH_DB + AUDIBLE_PER_DB * Math.max(0, FAINT_SIDE_DB - sideToMidDb);
    }
}
