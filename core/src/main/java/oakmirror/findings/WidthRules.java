package oakmirror.findings;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Comb;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;
import oakmirror.zones.ZoneDifference;
import oakmirror.zones.ZoneDifferences;

/** Too narrow or too wide, out of phase, and combs that mono brings out. */
final class WidthRules {

    private static final double COMB_WEIGHT = 10;
    private static final double PHASE_WEIGHT = 9;
    /** A comb of a reference within this part of the mix's delay is the same effect. */
    private static final double SAME_DELAY = 0.05;

    /** One zone alone is told when it is off by so much, in dB; two or more from what is heard on. */
    private static final double ONE_ZONE_DB = 5;

    private static final double TOP_HZ = 6000;
    private static final double WEIGHT_PER_DB = 0.25;
    /** What correlation may be lower than that of all references before it is told. */
    private static final double CORRELATION_TOLERANCE = 0.3;
    /** Zones with less of the power than this are not judged: −50 dB. */
    private static final double LEAST_SHARE = 1e-5;

    private WidthRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, Content content) {
        List<Finding> found = new ArrayList<>();
        mix.compared()
                .comb()
                .filter(c -> references.stream()
                        .noneMatch(r ->
                                r.compared().comb().filter(o -> isSame(o, c)).isPresent()))
                .ifPresent(c -> found.add(comb(c)));
        // A comb turns phases and widens, and phases turned over widen: the cause alone is told.
        if (found.isEmpty()) {
            List<Zone> turned = outOfPhase(mix, references, content);
            if (turned.isEmpty()) {
                width(mix, references, content).forEach(found::add);
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

    private static List<Zone> outOfPhase(Subject mix, List<Subject> references, Content content) {
        List<Zone> zones = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            Width w = width(mix, zone);
            boolean low = zone.highHz() <= Zone.BASS.highHz();
            double least =
                    low && content.isSameRecording() ? Thresholds.LOW_END_CORRELATION : Thresholds.TURNED_CORRELATION;
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
        return isHeard(zones) ? zones : List.of();
    }

    /** Whether some of it lies where ears place sounds: what lies above is changed by codecs. */
    private static boolean isHeard(List<Zone> zones) {
        return zones.stream().anyMatch(z -> z.lowHz() < TOP_HZ);
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
                Certainty.CERTAIN,
                low
                        ? Texts.of("findings.theLowEndIs")
                        : Texts.of("findings.outOfPhaseAt", Numbers.range(first.lowHz(), last.highHz())),
                Texts.of("findings.correlationInMono", Numbers.signed(lowest), Numbers.gainDb(lost)),
                Texts.of("findings.oneSideTurnedOver"),
                low ? Texts.of("findings.checkThePolarityOf") : Texts.of("findings.checkPolarityAndWideners"),
                Texts.of("findings.makeTheLowEnd"),
                PHASE_WEIGHT,
                Place.at(Aspect.WIDTH, first.lowHz(), last.highHz()));
    }

    private static Finding comb(Comb comb) {
        String delay = Numbers.milliseconds(Math.abs(comb.delaySeconds()));
        return new Finding(
                Kind.COMB,
                0,
                Certainty.CERTAIN,
                Texts.of("findings.monoCarvesNotchesEvery", Numbers.about(comb.spacingHz())),
                Texts.of(
                        "findings.oneSideIsLate",
                        delay,
                        Numbers.about(comb.firstNotchHz()),
                        Numbers.level(comb.depthDb())),
                Texts.of("findings.wideningByDelayOr"),
                Texts.of("findings.moveTheLateTrack", delay),
                Texts.of("findings.nothingThatLastsA"),
                COMB_WEIGHT,
                Place.on(Aspect.WIDTH));
    }

    private static List<Finding> width(Subject mix, List<Subject> references, Content content) {
        Map<Zone, ZoneDifference> off = new EnumMap<>(Zone.class);
        for (ZoneDifference d : ZoneDifferences.width(mix, references, content, CorridorSettings.Kind.EXTREMES)) {
            if (d.zone().highHz() > Zone.BASS.highHz()) {
                off.put(d.zone(), d);
            }
        }
        List<Finding> found = new ArrayList<>();
        for (int sign : new int[] {-1, 1}) {
            List<Zone> zones = off.keySet().stream()
                    .filter(z -> sign * off.get(z).off() > 0 && off.get(z).probability() >= ZoneDifference.TOLD)
                    .toList();
            double most = zones.stream()
                    .mapToDouble(z -> sign * off.get(z).off())
                    .max()
                    .orElse(0);
            if (isHeard(zones) && (zones.size() > 1 || most > ONE_ZONE_DB)) {
                found.add(widthFinding(zones.stream().map(off::get).toList()));
            }
        }
        return found;
    }

    /** What lies lower than it is heard is told as that. */
    private static String sideWords(double db) {
        return db <= ZoneDifferences.LEAST_SIDE_DB + 0.05
                ? Texts.of("findings.below", Numbers.level(ZoneDifferences.LEAST_SIDE_DB))
                : Numbers.level(db);
    }

    private static double mean(List<ZoneDifference> zones, ToDoubleFunction<ZoneDifference> reading) {
        return zones.stream().mapToDouble(reading).average().orElse(0);
    }

    private static Finding widthFinding(List<ZoneDifference> zones) {
        double by = mean(zones, ZoneDifference::off);
        double probability = mean(zones, ZoneDifference::probability);
        boolean narrow = by < 0;
        Zone first = zones.get(0).zone();
        Zone last = zones.get(zones.size() - 1).zone();
        double own = mean(zones, ZoneDifference::own);
        double theirs = own - by;
        String where = last == Zone.AIR
                ? Texts.of("findings.above", Numbers.about(first.lowHz()))
                : Texts.of("findings.at", Numbers.range(first.lowHz(), last.highHz()));
        return new Finding(
                narrow ? Kind.NARROW : Kind.WIDE,
                0,
                Certainty.of(probability),
                Texts.of(narrow ? "findings.narrowThere" : "findings.wideThere", where),
                Texts.of("findings.sideMidDbReferences", sideWords(own), sideWords(theirs)),
                narrow
                        ? Texts.of("findings.everythingPannedNearThe")
                        : Texts.of("findings.widenersDoubledTracksPanned"),
                narrow ? Texts.of("findings.panChordInstrumentsAnd") : Texts.of("findings.bringDoublesAndEffects"),
                Texts.of(
                        "findings.theSideSignalBy",
                        narrow ? Texts.of("findings.raise") : Texts.of("findings.lower"),
                        Numbers.level(Math.min(3, Math.abs(own - theirs) / 2))),
                probability * (1 + WEIGHT_PER_DB * Math.min(10, Math.abs(by)) * Math.sqrt(zones.size())),
                Place.at(Aspect.WIDTH, first.lowHz(), last.highHz()));
    }
}
