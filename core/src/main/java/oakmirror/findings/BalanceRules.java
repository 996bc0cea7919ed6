package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.evidence.Odds;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;

/** How left and right stand to each other beside the references: one of them louder, or both swapped. */
final class BalanceRules {

    /** Variance of faults in dB². */
    private static final double FAULT_DB2 = 4;

    /** How far balances differ for each decibel that tone does: ten recordings of two collections, ±0.2 and ±0.6 dB about their mean. */
    private static final double PER_TONE_DB = 0.15;

    /** Less than this is not told. Ours. */
    private static final double TOLD_DB = 1;

    private static final double WEIGHT_PER_DB = 1.6;

    /** Swapped sides lean the other way by as much as this correlation between their leanings says. Ours. */
    private static final double SWAPPED = -0.8;

    /** Sides that lean less than this from band to band, in dB RMS, cannot be told from each other. Ours. */
    private static final double LEAST_LEANING_DB = 0.3;

    private static final double SWAPPED_WEIGHT = 10;
    private static final double AUDIBLE_FROM_HZ = 20;
    private static final double AUDIBLE_TO_HZ = 20000;
    private static final double LEANING_FROM_HZ = 100;
    private static final double LEANING_TO_HZ = 10000;

    private BalanceRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, Content content) {
        List<Finding> found = new ArrayList<>();
        if (content.isSameRecording() && isSwapped(mix, references)) {
            found.add(swapped());
            return found;
        }
        double[] theirs =
                references.stream().mapToDouble(BalanceRules::balanceDb).toArray();
        double mean = Arrays.stream(theirs).average().orElse(Double.NaN);
        double own = balanceDb(mix);
        double off = content.isSameRecording() ? own - mean : ofItsOwn(own, own - mean);
        double probability =
                Odds.of(off, FAULT_DB2, content.variance(PER_TONE_DB, theirs)).beyond(TOLD_DB);
        if (probability >= Certainty.PERHAPS.least()) {
            found.add(leaning(own, mean, off, probability));
        }
        return found;
    }

    /** Against other music, no more than the mix leans by itself: references that lean make nothing of a mix that stands in the middle. */
    private static double ofItsOwn(double own, double off) {
        return own * off <= 0 ? 0 : Math.signum(off) * Math.min(Math.abs(own), Math.abs(off));
    }

    /** Right over left in dB; NaN where nothing is heard. */
    static double balanceDb(Subject subject) {
        return Width.of(subject.compared().tone().spectrum(), AUDIBLE_FROM_HZ, AUDIBLE_TO_HZ)
                .balanceDb();
    }

    private static boolean isSwapped(Subject mix, List<Subject> references) {
        return references.stream().allMatch(r -> {
            double[] ours = leanings(mix.compared().tone().spectrum());
            double[] theirs = leanings(r.compared().tone().spectrum());
            double both = 0;
            double own = 0;
            double other = 0;
            for (int b = 0; b < ours.length; b++) {
                both += ours[b] * theirs[b];
                own += ours[b] * ours[b];
                other += theirs[b] * theirs[b];
            }
            double least = LEAST_LEANING_DB * LEAST_LEANING_DB * ours.length;
            return own > least && other > least && both / Math.sqrt(own * other) < SWAPPED;
        });
    }

    /** How far each band leans to the right, in dB. */
    private static double[] leanings(StereoSpectrum spectrum) {
        int from = (int) Math.round(BandGrid.positionOf(LEANING_FROM_HZ));
        int to = Math.min(spectrum.usableBands(), (int) Math.round(BandGrid.positionOf(LEANING_TO_HZ)));
        double[] db = new double[Math.max(0, to - from)];
        for (int i = 0; i < db.length; i++) {
            double left = spectrum.left()[from + i];
            double right = spectrum.right()[from + i];
            db[i] = left > 0 && right > 0 ? Decibels.ofPower(right / left) : 0;
        }
        return db;
    }

    private static Finding leaning(double balanceDb, double theirs, double off, double probability) {
        String by = Numbers.level(Math.abs(off));
        return new Finding(
                Kind.LOPSIDED,
                0,
                Certainty.of(probability),
                Texts.of(off > 0 ? "findings.leansRight" : "findings.leansLeft", by),
                Texts.of("findings.rightOverLeft", Numbers.gainDb(balanceDb), Numbers.gainDb(theirs)),
                Texts.of("findings.leansCause"),
                Texts.of("findings.leansInTheMix"),
                Texts.of("findings.leansOnTheMaster", by),
                probability * (1 + WEIGHT_PER_DB * Math.abs(off)),
                Place.on(Aspect.WIDTH));
    }

    private static Finding swapped() {
        return new Finding(
                Kind.SWAPPED,
                0,
                Certainty.CERTAIN,
                Texts.of("findings.leftAndRightSwapped"),
                Texts.of("findings.swappedEvidence"),
                Texts.of("findings.swappedCause"),
                Texts.of("findings.swappedInTheMix"),
                Texts.of("findings.swappedOnTheMaster"),
                SWAPPED_WEIGHT,
                Place.on(Aspect.WIDTH));
    }
}
