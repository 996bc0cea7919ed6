package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.findings.Finding.Sheet;
import oakmirror.measure.TrackMeasurement;
import oakmirror.profile.CorridorSettings;
import oakmirror.profile.Span;
import oakmirror.readings.Readings;
import oakmirror.spectrum.Zone;

/** Loudness and dynamics, read together: squashed or loose, quieter or louder than the references, and clipped. */
final class LevelRules {

    private static final double CLIPPED_WEIGHT = 6;
    private static final double WEIGHT_PER_DB = 1.6;
    private static final double LOUDNESS_WEIGHT = 1.5;

    private LevelRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, CorridorSettings.Kind kind) {
        List<Finding> found = new ArrayList<>();
        if (isClipped(mix) && references.stream().noneMatch(LevelRules::isClipped)) {
            found.add(clipped(mix.whole()));
        }
        Span ratio = span(references, kind, r -> r.compared().peakToLoudness(), Thresholds.DYNAMICS_TOLERANCE_DB);
        Span moving = span(
                references,
                kind,
                r -> r.compared().dynamics().middlePeakToShortTerm(),
                Thresholds.DYNAMICS_TOLERANCE_DB);
        Span loud = span(references, kind, r -> r.whole().heardLufs(), 0);
        double plr = mix.compared().peakToLoudness();
        double psr = mix.compared().dynamics().middlePeakToShortTerm();
        double off = mean(plr - ratio.middle(), psr - moving.middle());
        boolean squashed = ratio.outside(plr) < 0 && moving.outside(psr) <= 0
                || moving.outside(psr) < 0 && ratio.outside(plr) <= 0;
        double louder = loud.outside(mix.whole().heardLufs());
        double looser = Math.max(ratio.outside(plr), moving.outside(psr));
        boolean loose = looser > Thresholds.LOOSE_DB;
        squashed &= off < -Thresholds.DYNAMICS_TOLERANCE_DB;
        if (squashed) { // and louder for it, if it is
            found.add(squashed(mix, references, psr, moving, plr, ratio, off));
        }
        if (louder < -Thresholds.LOUDNESS_LU) {
            found.add(quieter(-louder, loose, plr, ratio));
        } else if (louder > Thresholds.LOUDNESS_LU && !squashed) {
            found.add(louder(louder));
        }
        if (loose && louder >= -Thresholds.LOUDNESS_LU) {
            found.add(loose(mix, references, plr, ratio, looser));
        }
        return found;
    }

    private static boolean isClipped(Subject subject) {
        return subject.whole().clips() > 0 || subject.whole().peaks().samplePeakDbfs() > 0;
    }

    private static double mean(double one, double other) {
        return Double.isNaN(one) ? other : Double.isNaN(other) ? one : (one + other) / 2;
    }

    private static Span span(
            List<Subject> references, CorridorSettings.Kind kind, ToDoubleFunction<Subject> reading, double tolerance) {
        return Span.of(references.stream().mapToDouble(reading).toArray(), kind, tolerance);
    }

    /** The zone whose crest factor is furthest below (sign −1) or above (+1) that of the references, where one stands out. */
    private static String where(Subject mix, List<Subject> references, int sign) {
        double most = 1;
        String zoneName = "";
        for (Zone zone : Zone.values()) {
            ZoneDynamics own = mix.compared().dynamics().zones().get(zone.ordinal());
            double theirs = references.stream()
                    .map(r -> r.compared().dynamics().zones().get(zone.ordinal()))
                    .filter(ZoneDynamics::isKnown)
                    .mapToDouble(ZoneDynamics::middleDb)
                    .average()
                    .orElse(Double.NaN);
            double by = sign * (own.middleDb() - theirs);
            if (own.isKnown() && by > most) {
                most = by;
                zoneName = zone.label();
            }
        }
        return zoneName.isEmpty() ? "" : ", most in " + zoneName;
    }

    private static Finding squashed(
            Subject mix, List<Subject> references, double psr, Span moving, double plr, Span ratio, double off) {
        return new Finding(
                Kind.SQUASHED,
                0,
                "Squashed: " + Readings.level(-off) + " dB less dynamics",
                "PSR " + Readings.level(psr) + ", references " + span(moving) + "; PLR " + Readings.level(plr)
                        + ", references " + span(ratio) + where(mix, references, -1),
                "More limiting or bus compression than the references have.",
                "Ease bus compression, and let drums and attacks through before the limiter.",
                "Drive the limiter " + Readings.level(Math.min(6, -off)) + " dB less.",
                1 + WEIGHT_PER_DB * -off,
                Place.on(Sheet.DYNAMICS));
    }

    private static Finding loose(Subject mix, List<Subject> references, double plr, Span ratio, double by) {
        return new Finding(
                Kind.LOOSE,
                0,
                "Loose: " + Readings.level(by) + " dB more dynamics",
                "PLR " + Readings.level(plr) + ", references " + span(ratio) + where(mix, references, 1),
                "Little compression and limiting, or single hits far above the rest.",
                "Catch the few loudest hits, or compress what jumps out.",
                "More drive into the limiter, a little at a time.",
                1 + by / 2,
                Place.on(Sheet.DYNAMICS));
    }

    private static Finding quieter(double by, boolean loose, double plr, Span ratio) {
        return new Finding(
                Kind.QUIETER,
                0,
                Readings.level(by) + " LU quieter" + (loose ? " and looser" : "") + " than the references",
                "by whole tracks" + (loose ? "; PLR " + Readings.level(plr) + ", references " + span(ratio) : ""),
                loose
                        ? "A mix before mastering: its peaks stand high, so turning it up alone would clip."
                        : "The level alone: its peaks stand no higher than theirs.",
                "",
                loose ? "Drive into the limiter on Finish." : "Gain, without more limiting.",
                LOUDNESS_WEIGHT + by / 10,
                Place.on(Sheet.LOUDNESS));
    }

    private static Finding louder(double by) {
        return new Finding(
                Kind.LOUDER,
                0,
                Readings.level(by) + " LU louder than the references",
                "by whole tracks",
                "A limiter on the mix bus, or references from quieter days.",
                "Take the limiter off the bus before mastering.",
                "Less drive, if the references are the aim.",
                LOUDNESS_WEIGHT + by / 10,
                Place.on(Sheet.LOUDNESS));
    }

    private static Finding clipped(TrackMeasurement m) {
        boolean over = m.peaks().samplePeakDbfs() > 0;
        return new Finding(
                Kind.CLIPPED,
                0,
                over ? "The mix goes over full scale" : "The mix is clipped",
                over
                        ? "highest sample " + Readings.gain(m.peaks().samplePeakDbfs()) + " dBFS"
                        : m.clips() + " times at full scale",
                "Too much level into the export or into a converter.",
                "Export with peaks some dB below full scale.",
                over
                        ? "Lower the gain first: nothing is lost yet in a float file."
                        : "Nothing: a clip cannot be undone.",
                CLIPPED_WEIGHT,
                Place.on(Sheet.LOUDNESS));
    }

    private static String span(Span span) {
        String low = Readings.level(span.low());
        String high = Readings.level(span.high());
        return low.equals(high) ? low : low + " to " + high;
    }
}
