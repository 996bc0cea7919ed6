package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.findings.DynamicsStanding.Verdict;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.measure.TrackMeasurement;
import oakmirror.readings.Readings;

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
        DynamicsStanding standing = DynamicsStanding.of(mix, references, kind);
        double[] lufs =
                references.stream().mapToDouble(r -> r.whole().heardLufs()).toArray();
        double louder = Span.of(lufs, kind, 0).outside(mix.whole().heardLufs());
        boolean loose = standing.looserDb() > Thresholds.LOOSE_DB;
        boolean squashed = standing.verdict() == Verdict.SQUASHED;
        if (squashed) { // and louder for it, if it is
            found.add(squashed(standing));
        }
        if (louder < -Thresholds.LOUDNESS_LU) {
            found.add(quieter(-louder, loose, standing));
        } else if (louder > Thresholds.LOUDNESS_LU && !squashed) {
            found.add(louder(louder));
        }
        if (loose && louder >= -Thresholds.LOUDNESS_LU) {
            found.add(loose(standing));
        }
        return found;
    }

    private static boolean isClipped(Subject subject) {
        return subject.whole().clips() > 0 || subject.whole().file().peaks().samplePeakDbfs() > 0;
    }

    private static Finding squashed(DynamicsStanding s) {
        return new Finding(
                Kind.SQUASHED,
                0,
                "Squashed: " + Readings.level(-s.offDb()) + " dB less dynamics",
                "PSR " + Readings.level(s.psrDb()) + ", references " + words(s.psrSpan()) + "; " + plr(s) + s.where(),
                "More limiting or bus compression than the references have.",
                "Ease bus compression, and let drums and attacks through before the limiter.",
                "Drive the limiter " + Readings.level(Math.min(6, -s.offDb())) + " dB less.",
                1 + WEIGHT_PER_DB * -s.offDb(),
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding loose(DynamicsStanding s) {
        return new Finding(
                Kind.LOOSE,
                0,
                "Loose: " + Readings.level(s.looserDb()) + " dB more dynamics",
                plr(s) + s.where(),
                "Little compression and limiting, or single hits far above the rest.",
                "Catch the few loudest hits, or compress what jumps out.",
                "More drive into the limiter, a little at a time.",
                1 + s.looserDb() / 2,
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding quieter(double by, boolean loose, DynamicsStanding s) {
        return new Finding(
                Kind.QUIETER,
                0,
                Readings.level(by) + " LU quieter" + (loose ? " and looser" : "") + " than the references",
                "by whole tracks" + (loose ? "; " + plr(s) : ""),
                loose
                        ? "A mix before mastering: its peaks stand high, so turning it up alone would clip."
                        : "The level alone: its peaks stand no higher than theirs.",
                "",
                loose ? "Drive into a limiter." : "Gain, without more limiting.",
                LOUDNESS_WEIGHT + by / 10,
                Place.on(Aspect.LOUDNESS));
    }

    private static String plr(DynamicsStanding s) {
        return "PLR " + Readings.level(s.plrDb()) + ", references " + words(s.plrSpan());
    }

    private static String words(Span span) {
        return Readings.span(span.low(), span.high());
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
                Place.on(Aspect.LOUDNESS));
    }

    private static Finding clipped(TrackMeasurement m) {
        boolean over = m.file().peaks().samplePeakDbfs() > 0;
        return new Finding(
                Kind.CLIPPED,
                0,
                over ? "The mix goes over full scale" : "The mix is clipped",
                over
                        ? "highest sample " + Readings.gain(m.file().peaks().samplePeakDbfs()) + " dBFS"
                        : m.clips() + " times at full scale",
                "Too much level into the export or into a converter.",
                "Export with peaks some dB below full scale.",
                over
                        ? "Lower the gain first: nothing is lost yet in a float file."
                        : "Nothing: a clip cannot be undone.",
                CLIPPED_WEIGHT,
                Place.on(Aspect.LOUDNESS));
    }
}
