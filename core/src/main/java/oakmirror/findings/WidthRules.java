package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.readings.Readings;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Comb;
import oakmirror.stereo.Width;

/** Too narrow or too wide, out of phase, and combs that mono brings out. */
final class WidthRules {

    private static final double COMB_WEIGHT = 10;
    private static final double PHASE_WEIGHT = 9;
    /** A comb of a reference within this part of the mix's delay is the same effect. */
    private static final double SAME_DELAY = 0.05;

    /** One zone alone is told when it is outside by so much, in dB; two or more from any amount on. */
    private static final double ONE_ZONE_DB = 3;

    private static final double WEIGHT_PER_DB = 0.25;
    /** What correlation may be lower than that of all references before it is told. */
    private static final double CORRELATION_TOLERANCE = 0.3;
    /** Zones with less of the power than this are not judged: −50 dB. */
    private static final double LEAST_SHARE = 1e-5;

    private WidthRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, CorridorSettings.Kind kind) {
        List<Finding> found = new ArrayList<>();
        mix.compared()
                .comb()
                .filter(c -> references.stream()
                        .noneMatch(r ->
                                r.compared().comb().filter(o -> isSame(o, c)).isPresent()))
                .ifPresent(c -> found.add(comb(c)));
        // A comb turns phases and widens, and phases turned over widen: the cause alone is told.
        if (found.isEmpty()) {
            List<Zone> turned = outOfPhase(mix, references);
            if (turned.isEmpty()) {
                width(mix, references, kind, found);
            } else {
                found.add(phase(mix, turned));
            }
        }
        return found;
    }

    private static boolean isSame(Comb one, Comb other) {
        return Math.abs(one.delaySeconds() - other.delaySeconds()) < SAME_DELAY * Math.abs(other.delaySeconds());
    }

    private static Width width(Subject subject, Zone zone) {
        return Width.of(subject.compared().tone().spectrum(), zone);
    }

    private static List<Zone> outOfPhase(Subject mix, List<Subject> references) {
        List<Zone> zones = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            Width w = width(mix, zone);
            double least =
                    zone.highHz() <= Zone.BASS.highHz() ? Thresholds.LOW_END_CORRELATION : Thresholds.PHASE_CORRELATION;
            double lowest = references.stream()
                    .map(r -> width(r, zone))
                    .filter(Width::isKnown)
                    .mapToDouble(Width::correlation)
                    .min()
                    .orElse(1);
            boolean judged = w.isKnown() && w.share() > LEAST_SHARE;
            if (judged && w.correlation() < least && w.correlation() < lowest - CORRELATION_TOLERANCE) {
                zones.add(zone);
            }
        }
        return zones;
    }

    private static Finding phase(Subject mix, List<Zone> zones) {
        Zone first = zones.get(0);
        Zone last = zones.get(zones.size() - 1);
        double lowest = zones.stream()
                .mapToDouble(z -> width(mix, z).correlation())
                .min()
                .orElse(0);
        double lost = zones.stream()
                .mapToDouble(z -> width(mix, z).foldDownDb())
                .min()
                .orElse(0);
        boolean low = last.highHz() <= Zone.BASS.highHz();
        return new Finding(
                Kind.OUT_OF_PHASE,
                0,
                low ? "The low end is out of phase" : "Out of phase at " + Readings.range(first.lowHz(), last.highHz()),
                "correlation " + Readings.signed(lowest) + ", " + Readings.gainDb(lost) + " in mono",
                "One side turned over, or a widener that reaches too far down.",
                low
                        ? "Check the polarity of kick and bass; keep both in the middle below 120 Hz."
                        : "Check polarity and wideners on what fills this range.",
                "Make the low end mono; if that thins it out, it has to be mended in the mix.",
                PHASE_WEIGHT,
                Place.at(Aspect.WIDTH, first.lowHz(), last.highHz()));
    }

    private static Finding comb(Comb comb) {
        String delay = Readings.milliseconds(Math.abs(comb.delaySeconds()));
        return new Finding(
                Kind.COMB,
                0,
                "Mono carves notches every " + Readings.about(comb.spacingHz()),
                "one side is " + delay + " late; notches from " + Readings.about(comb.firstNotchHz()) + " on, "
                        + Readings.level(comb.depthDb()) + " dB deep",
                "Widening by delay, or two microphones at different distances.",
                "Move the late track by " + delay + ", or widen it without delay.",
                "Nothing that lasts: a filter cannot fill notches that only mono has.",
                COMB_WEIGHT,
                Place.on(Aspect.WIDTH));
    }

    private static void width(Subject mix, List<Subject> references, CorridorSettings.Kind kind, List<Finding> found) {
        List<Zone> narrow = new ArrayList<>();
        List<Zone> wide = new ArrayList<>();
        double[] outside = new double[Zone.values().length];
        double[] middle = new double[outside.length];
        for (Zone zone : Zone.values()) {
            Width w = width(mix, zone);
            if (zone.highHz() <= Zone.BASS.highHz() || !w.isKnown() || w.share() < LEAST_SHARE) {
                continue;
            }
            Span span = Span.of(
                    references.stream()
                            .map(r -> width(r, zone))
                            .mapToDouble(r -> r.isKnown() ? r.sideToMidDb() : Double.NaN)
                            .toArray(),
                    kind,
                    Thresholds.WIDTH_TOLERANCE_DB);
            outside[zone.ordinal()] = span.outside(w.sideToMidDb());
            middle[zone.ordinal()] = span.middle();
            if (outside[zone.ordinal()] < 0) {
                narrow.add(zone);
            } else if (outside[zone.ordinal()] > 0) {
                wide.add(zone);
            }
        }
        for (List<Zone> zones : List.of(narrow, wide)) {
            double most = zones.stream()
                    .mapToDouble(z -> Math.abs(outside[z.ordinal()]))
                    .max()
                    .orElse(0);
            if (zones.size() > 1 || most > ONE_ZONE_DB) {
                double mean = zones.stream()
                        .mapToDouble(z -> outside[z.ordinal()])
                        .average()
                        .orElse(0);
                found.add(widthFinding(mix, zones, middle, mean));
            }
        }
    }

    private static Finding widthFinding(Subject mix, List<Zone> zones, double[] middle, double mean) {
        boolean narrow = mean < 0;
        Zone first = zones.get(0);
        Zone last = zones.get(zones.size() - 1);
        double own = zones.stream()
                .mapToDouble(z -> width(mix, z).sideToMidDb())
                .average()
                .orElse(0);
        double theirs =
                zones.stream().mapToDouble(z -> middle[z.ordinal()]).average().orElse(0);
        String where = last == Zone.AIR
                ? " from " + Readings.about(first.lowHz()) + " up"
                : " at " + Readings.range(first.lowHz(), last.highHz());
        return new Finding(
                narrow ? Kind.NARROW : Kind.WIDE,
                0,
                (narrow ? "Narrow" : "Wide") + where,
                "side/mid " + Readings.level(own) + " dB, references " + Readings.level(theirs),
                narrow
                        ? "Everything panned near the middle, mono effects, or a mono instrument that leads."
                        : "Wideners, doubled tracks panned hard, or wide effects with much level.",
                narrow
                        ? "Pan chord instruments and doubles apart; use stereo effects."
                        : "Bring doubles and effects in or down; listen in mono.",
                (narrow ? "Raise" : "Lower") + " the side signal by "
                        + Readings.level(Math.min(3, Math.abs(own - theirs) / 2))
                        + " dB above 300 Hz, and listen in mono.",
                1 + WEIGHT_PER_DB * Math.min(10, Math.abs(mean)) * Math.sqrt(zones.size()),
                Place.at(Aspect.WIDTH, first.lowHz(), last.highHz()));
    }
}
