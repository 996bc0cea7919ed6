package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.defects.FlatTops;
import oakmirror.evidence.Odds;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.measure.TrackMeasurement;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;

/** Loudness and dynamics, read together: squashed or loose, quieter or louder than the references, and clipped. */
final class LevelRules {

    private static final double CLIPPED_WEIGHT = 8.5;
    /** A mix that is clipped so many times as often as a reference is not like it. Ours. */
    private static final double SO_MUCH_MORE_OFTEN = 4;

    /** So many flat tops at one level are no chance. Ours; music without clipping had none on bench/findings. */
    private static final int FLAT_TOPS = 8;

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
        List<Finding> found = new ArrayList<>(clipped(mix, references));
        DynamicsAssessment standing = DynamicsAssessment.of(mix, references, content, kind);
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
            found.add(quieter(mix, -louder, sure, standing, lufs.length));
        } else if (told && !standing.isSquashed()) {
            found.add(louder(mix, louder, sure, lufs.length));
        }
        if (standing.isLoose() && !(told && louder < 0)) {
            found.add(loose(standing));
        }
        return found;
    }

    /** Clipped, at full scale or below it, and not about as often as all references are; by itself where there are none. */
    static List<Finding> clipped(Subject mix, List<Subject> references) {
        boolean alone = references.isEmpty();
        boolean over = isOver(mix) && (alone || !references.stream().allMatch(LevelRules::isOver));
        if (over || isClipped(mix, references)) {
            return List.of(clipped(mix.whole()));
        }
        boolean flat = hasFlatTops(mix) && (alone || !references.stream().allMatch(LevelRules::hasFlatTops));
        return flat ? List.of(cutOff(mix.whole().defects().flatTops())) : List.of();
    }

    private static boolean isOver(Subject subject) {
        return subject.whole().file().peaks().samplePeakDbfs() > 0;
    }

    /** Whether the mix is clipped, and not about as often as all references are. */
    private static boolean isClipped(Subject mix, List<Subject> references) {
        double fewer = mix.whole().clips() / SO_MUCH_MORE_OFTEN;
        boolean common = !references.isEmpty()
                && references.stream().allMatch(r -> r.whole().clips() > fewer || isOver(r) && fewer < 1);
        return mix.whole().clips() > 0 && !common;
    }

    private static boolean hasFlatTops(Subject subject) {
        return subject.whole().defects().flatTops().count() >= FLAT_TOPS;
    }

    private static Finding squashed(DynamicsAssessment s) {
        double by = -s.offDb();
        return new Finding(
                Kind.SQUASHED,
                0,
                Certainty.of(s.probability()),
                Texts.of("findings.squashedDbLessDynamics2", Numbers.level(by)),
                Texts.of("findings.psrDbReferences", Numbers.level(s.psrDb()), words(s.psrSpan()), plr(s), s.where()),
                Texts.of("findings.moreLimitingOrBus"),
                Texts.of("findings.easeBusCompressionAnd"),
                Texts.of("findings.driveTheLimiterDb", Numbers.level(Math.min(6, by))),
                s.probability() * (1 + WEIGHT_PER_DB * by),
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding loose(DynamicsAssessment s) {
        double by = s.offDb();
        return new Finding(
                Kind.LOOSE,
                0,
                Certainty.of(s.probability()),
                Texts.of("findings.looseDbMoreDynamics2", Numbers.level(by)),
                plr(s) + s.where(),
                Texts.of("findings.littleCompressionAndLimiting"),
                Texts.of("findings.catchTheFewLoudest"),
                Texts.of("findings.moreDriveIntoThe"),
                s.probability() * (1 + by / 2),
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding quieter(Subject mix, double by, double probability, DynamicsAssessment s, int references) {
        boolean loose = s.isLoose();
        return new Finding(
                Kind.QUIETER,
                0,
                Certainty.of(probability),
                Texts.of(
                        "findings.luQuieterThanThe",
                        Numbers.level(by),
                        loose ? Texts.of("findings.andLooser") : "",
                        references),
                figures(mix, -by, references) + (loose ? "; " + plr(s) : ""),
                loose ? Texts.of("findings.aMixBeforeMastering") : Texts.of("findings.theLevelAloneIts"),
                "",
                loose
                        ? Texts.of("findings.upToIntoA", Numbers.gainDb(by))
                        : Texts.of("findings.aGainOfUp", Numbers.gainDb(by)),
                probability * (LOUDNESS_WEIGHT + by / 10),
                Place.on(Aspect.LOUDNESS));
    }

    private static String plr(DynamicsAssessment s) {
        return Texts.of("findings.plrDbReferences", Numbers.level(s.plrDb()), words(s.plrSpan()));
    }

    /** How loud the mix is and how loud the references are in the mean, by whole tracks whatever is compared. */
    private static String figures(Subject mix, double louder, int references) {
        double own = mix.whole().heardLufs();
        return Texts.of("findings.lufsReferencesByWhole", Numbers.level(own), Numbers.level(own - louder), references);
    }

    private static String words(Span span) {
        return Numbers.span(span.low(), span.high());
    }

    private static Finding louder(Subject mix, double by, double probability, int references) {
        return new Finding(
                Kind.LOUDER,
                0,
                Certainty.of(probability),
                Texts.of("findings.luLouderThanThe", Numbers.level(by), references),
                figures(mix, by, references),
                Texts.of("findings.aLimiterOnThe"),
                Texts.of("findings.takeTheLimiterOff"),
                Texts.of("findings.aTargetUpTo", Numbers.level(by)),
                probability * (LOUDNESS_WEIGHT + by / 10),
                Place.on(Aspect.LOUDNESS));
    }

    private static Finding clipped(TrackMeasurement m) {
        boolean over = m.file().peaks().samplePeakDbfs() > 0;
        String evidence = over
                ? Texts.of(
                        "findings.highestSampleDbfs",
                        Numbers.gain(m.file().peaks().samplePeakDbfs()))
                : Texts.of("findings.timesAtFullScale", m.clips());
        return clipped(
                Texts.of(over ? "findings.theMixGoesOver" : "findings.theMixIsClipped"),
                evidence,
                Texts.of(over ? "findings.lowerTheGainFirst" : "findings.nothingAClipCannot"));
    }

    private static Finding cutOff(FlatTops tops) {
        String level = Numbers.level(tops.levelDbfs());
        return clipped(
                Texts.of("findings.theMixIsClippedBelow", level),
                Texts.of("findings.flatTops", tops.count(), level),
                Texts.of("findings.nothingAClipCannot"));
    }

    private static Finding clipped(String title, String evidence, String onTheMaster) {
        return new Finding(
                Kind.CLIPPED,
                0,
                Certainty.CERTAIN,
                title,
                evidence,
                Texts.of("findings.tooMuchLevelInto"),
                Texts.of("findings.exportWithPeaksSome"),
                onTheMaster,
                CLIPPED_WEIGHT,
                Place.on(Aspect.LOUDNESS));
    }
}
