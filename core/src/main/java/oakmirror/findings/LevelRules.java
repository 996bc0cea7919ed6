package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.evidence.Odds;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.measure.TrackMeasurement;
import oakmirror.readings.Readings;
import oakmirror.zones.Content;

/** Loudness and dynamics, read together: squashed or loose, quieter or louder than the references, and clipped. */
final class LevelRules {

    private static final double CLIPPED_WEIGHT = 6;
    /** A mix that is clipped so many times as often as a reference is not like it. Ours. */
    private static final double SO_MUCH_MORE_OFTEN = 4;

    private static final double WEIGHT_PER_DB = 1.6;
    private static final double LOUDNESS_WEIGHT = 1.5;

    /** A range that is raised or lowered changes loudness by no more. */
    private static final double FROM_TONE_LU = 3.5;

    /** Variance of faults, and how far recordings differ for each decibel that their tone does; measured on bench/findings. */
    private static final double LOUDNESS_FAULT_LU2 = 16;

    private static final double LOUDNESS_PER_TONE_DB = 1.2;

    private LevelRules() {}

    /**
     * Finds them.
     *
     * @param toneTold whether a range is told to be too much or too little already
     */
    static List<Finding> find(
            Subject mix, List<Subject> references, Content content, CorridorSettings.Kind kind, boolean toneTold) {
        List<Finding> found = new ArrayList<>();
        boolean over = isOver(mix) && !references.stream().allMatch(LevelRules::isOver);
        if (over || isClipped(mix, references)) {
            found.add(clipped(mix.whole()));
        }
        DynamicsStanding standing = DynamicsStanding.of(mix, references, content, kind);
        double[] lufs =
                references.stream().mapToDouble(r -> r.whole().heardLufs()).toArray();
        double louder = mix.whole().heardLufs() - Arrays.stream(lufs).average().orElse(Double.NaN);
        Odds loudness = Odds.of(louder, LOUDNESS_FAULT_LU2, content.variance(LOUDNESS_PER_TONE_DB, lufs));
        double sure = loudness.beyond(Thresholds.LOUDNESS_LU);
        boolean follows = toneTold && Math.abs(louder) < FROM_TONE_LU;
        boolean told = sure >= Certainty.PERHAPS.least() && !follows;
        if (standing.isSquashed()) { // and louder for it, if it is
            found.add(squashed(standing));
        }
        if (told && louder < 0) {
            found.add(quieter(mix, -louder, sure, standing));
        } else if (told && !standing.isSquashed()) {
            found.add(louder(mix, louder, sure));
        }
        if (standing.isLoose() && !(told && louder < 0)) {
            found.add(loose(standing));
        }
        return found;
    }

    private static boolean isOver(Subject subject) {
        return subject.whole().file().peaks().samplePeakDbfs() > 0;
    }

    /** Whether the mix is clipped, and not about as often as all references are. */
    private static boolean isClipped(Subject mix, List<Subject> references) {
        double fewer = mix.whole().clips() / SO_MUCH_MORE_OFTEN;
        return mix.whole().clips() > 0
                && !references.stream().allMatch(r -> r.whole().clips() > fewer || isOver(r) && fewer < 1);
    }

    private static Finding squashed(DynamicsStanding s) {
        double by = -s.offDb();
        return new Finding(
                Kind.SQUASHED,
                0,
                Certainty.of(s.probability()),
                "Squashed: " + Readings.level(by) + " dB less dynamics",
                "PSR " + Readings.level(s.psrDb()) + " dB, references " + words(s.psrSpan()) + "; " + plr(s)
                        + s.where(),
                "More limiting or bus compression than the references have.",
                "Ease bus compression, and let drums and attacks through before the limiter.",
                "Drive the limiter " + Readings.level(Math.min(6, by)) + " dB less.",
                s.probability() * (1 + WEIGHT_PER_DB * by),
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding loose(DynamicsStanding s) {
        double by = s.offDb();
        return new Finding(
                Kind.LOOSE,
                0,
                Certainty.of(s.probability()),
                "Loose: " + Readings.level(by) + " dB more dynamics",
                plr(s) + s.where(),
                "Little compression and limiting, or single hits far above the rest.",
                "Catch the few loudest hits, or compress what jumps out.",
                "More drive into the limiter, a little at a time.",
                s.probability() * (1 + by / 2),
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding quieter(Subject mix, double by, double probability, DynamicsStanding s) {
        boolean loose = s.isLoose();
        return new Finding(
                Kind.QUIETER,
                0,
                Certainty.of(probability),
                Readings.level(by) + " LU quieter" + (loose ? " and looser" : "") + " than the references",
                figures(mix, -by) + (loose ? "; " + plr(s) : ""),
                loose
                        ? "A mix before mastering: its peaks stand high, so turning it up alone would clip."
                        : "The level alone: its peaks stand no higher than theirs.",
                "",
                loose
                        ? "Up to " + Readings.gainDb(by) + " into a limiter; Finish says where the peaks stop it."
                        : "A gain of up to " + Readings.gainDb(by) + "; Finish says where the peaks stop it.",
                probability * (LOUDNESS_WEIGHT + by / 10),
                Place.on(Aspect.LOUDNESS));
    }

    private static String plr(DynamicsStanding s) {
        return "PLR " + Readings.level(s.plrDb()) + " dB, references " + words(s.plrSpan());
    }

    /** How loud the mix is and how loud the references are in the mean, by whole tracks whatever is compared. */
    private static String figures(Subject mix, double louder) {
        double own = mix.whole().heardLufs();
        return Readings.level(own) + " LUFS, references " + Readings.level(own - louder) + ", by whole tracks";
    }

    private static String words(Span span) {
        return Readings.span(span.low(), span.high());
    }

    private static Finding louder(Subject mix, double by, double probability) {
        return new Finding(
                Kind.LOUDER,
                0,
                Certainty.of(probability),
                Readings.level(by) + " LU louder than the references",
                figures(mix, by),
                "A limiter on the mix bus, or references from quieter days.",
                "Take the limiter off the bus before mastering.",
                "A target up to " + Readings.level(by) + " LU lower, if the references are the aim.",
                probability * (LOUDNESS_WEIGHT + by / 10),
                Place.on(Aspect.LOUDNESS));
    }

    private static Finding clipped(TrackMeasurement m) {
        boolean over = m.file().peaks().samplePeakDbfs() > 0;
        return new Finding(
                Kind.CLIPPED,
                0,
                Certainty.CERTAIN,
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
