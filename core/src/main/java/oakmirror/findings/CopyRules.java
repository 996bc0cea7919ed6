package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.dynamics.Swing;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.rhythm.Floors;
import oakmirror.spectrum.PitchProfile.Standing;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What can be told only against the same recording: that it runs faster or slower, that noise was added, and that its loudness was evened out. */
final class CopyRules {

    /** Recordings are the same where their lines agree so well; other songs of one band in one key come to 0.8. Measured on bench/findings. */
    private static final double SAME = 0.9;

    /** Noise fills what lies between lines, but loudness goes up and down as before. Copies with noise have 0.95 of the latter. */
    private static final double SAME_WITH_NOISE = 0.82;

    private static final double SAME_COURSE_WITH_NOISE = 0.9;

    /** Speeds differ from this much on: 5 cents. */
    private static final double LEAST_SPEED = 0.003;

    /** And where they agree so much better than at the same speed. */
    private static final double LEAST_GAIN = 0.1;

    /** A tempo that is known must have changed with it, to this part. */
    private static final double TEMPO_PART = 0.015;

    /** Floors of highs rise by so much over the mean in some bands side by side. Codecs make none there; measured on bench/findings. */
    private static final double LEAST_RISE_DB = 3;

    /** Where loudness is evened out as well, floors rise by up to 9 dB for that. */
    private static final double LEAST_RISE_EVENED_DB = 8;

    private static final int BANDS_SIDE_BY_SIDE = 3;

    /** A floor below this in a band is as good as none: less than the last bit of 16 adds up to. */
    private static final double NO_FLOOR_DBFS = -105;

    /** Bands from 1.2 kHz on: below them codecs make noise. */
    private static final int FROM_BAND = 14;

    /** A compressor leaves less than this of each decibel that loudness swings. Equalisers leave 0.8 and more; measured on bench/findings. */
    private static final double LEAST_SWING = 0.75;

    /** And takes so much of it: what hardly swings is moved as much by an equaliser. */
    private static final double LEAST_LOST_DB = 0.8;

    /** Where loudness goes up and down alike. */
    private static final double SAME_COURSE = 0.35;

    private static final double SPEED_WEIGHT = 20;
    private static final double NOISE_WEIGHT = 15;
    private static final double EVENED_WEIGHT = 10;

    private CopyRules() {}

    static List<Finding> find(Subject mix, List<Subject> references) {
        List<Finding> found = new ArrayList<>();
        for (Subject reference : references) {
            Standing standing = mix.whole().pitches().to(reference.whole().pitches());
            if (isOtherSpeed(standing, mix, reference)) {
                found.add(speed(standing.speed() - 1, reference));
            } else if (standing.asIs() >= SAME_WITH_NOISE) {
                Swing swing = Swing.of(mix.whole().contour(), reference.whole().contour());
                Optional<Finding> noise =
                        swing.likeness() < SAME_COURSE_WITH_NOISE ? Optional.empty() : noise(mix, reference, swing);
                noise.ifPresent(found::add);
                if (noise.isEmpty() && standing.asIs() >= SAME && swing.likeness() >= SAME_COURSE && isEven(swing)) {
                    found.add(evenedOut(swing.slope(), reference));
                }
            }
        }
        return found.size() > 1 ? found.subList(0, 1) : found;
    }

    private static boolean isOtherSpeed(Standing s, Subject mix, Subject reference) {
        boolean differs =
                Math.abs(s.speed() - 1) >= LEAST_SPEED && s.likeness() >= SAME && s.likeness() >= s.asIs() + LEAST_GAIN;
        boolean sameTempo = mix.bpm()
                .flatMap(own -> reference.bpm().map(theirs -> Math.abs(own / theirs / s.speed() - 1) <= TEMPO_PART))
                .orElse(true);
        return differs && sameTempo;
    }

    private static Finding speed(double by, Subject reference) {
        String percent = Numbers.fixed(100 * Math.abs(by), 1);
        return new Finding(
                Kind.OTHER_SPEED,
                0,
                Certainty.CERTAIN,
                Texts.of(by > 0 ? "findings.faster" : "findings.slower", percent, reference.label()),
                Texts.of("findings.speedCents", Numbers.gain(1200 * Math.log1p(by) / Math.log(2))),
                Texts.of("findings.speedCause"),
                Texts.of("findings.speedInTheMix"),
                Texts.of("findings.speedOnTheMaster"),
                SPEED_WEIGHT,
                Place.on(Aspect.TONE));
    }

    /** Noise that the mix has and the same recording has not: it stays where the music leaves gaps. */
    private static Optional<Finding> noise(Subject mix, Subject reference, Swing swing) {
        Floors own = mix.whole().activity().floors();
        Floors theirs = reference.whole().activity().floors();
        if (!own.isKnown() || !theirs.isKnown()) {
            return Optional.empty();
        }
        int bands = own.lowDb().length;
        double level = 0;
        for (int b = 0; b < bands; b++) {
            level += (theirs.meanDb()[b] - own.meanDb()[b]) / bands;
        }
        double[] rise = new double[bands];
        double power = 0;
        for (int b = 0; b < bands; b++) {
            double before = Math.max(NO_FLOOR_DBFS, theirs.lowDb()[b] - level);
            double now = Math.max(NO_FLOOR_DBFS, own.lowDb()[b]);
            rise[b] = now - before - (own.meanDb()[b] - theirs.meanDb()[b] + level);
            power += Math.max(0, Decibels.toPower(now) - Decibels.toPower(before));
        }
        double most = 0;
        for (int b = FROM_BAND; b + BANDS_SIDE_BY_SIDE <= bands; b++) {
            double least = Arrays.stream(rise, b, b + BANDS_SIDE_BY_SIDE).min().orElse(0);
            most = Math.max(most, least);
        }
        return most < (isEven(swing) ? LEAST_RISE_EVENED_DB : LEAST_RISE_DB)
                ? Optional.empty()
                : Optional.of(noise(Decibels.ofPower(power), most, reference));
    }

    private static boolean isEven(Swing swing) {
        return swing.slope() < LEAST_SWING && swing.lostDb() >= LEAST_LOST_DB;
    }

    private static Finding evenedOut(double slope, Subject reference) {
        return new Finding(
                Kind.EVENED_OUT,
                0,
                Certainty.LIKELY,
                Texts.of("findings.evenedOut", Numbers.level(10 * slope), reference.label()),
                Texts.of("findings.evenedOutFigures", Numbers.fixed(slope, 2)),
                Texts.of("findings.evenedOutCause"),
                Texts.of("findings.easeBusCompressionAnd"),
                Texts.of("findings.evenedOutOnTheMaster"),
                EVENED_WEIGHT,
                Place.on(Aspect.DYNAMICS));
    }

    private static Finding noise(double dbfs, double rise, Subject reference) {
        return new Finding(
                Kind.NOISE,
                0,
                Certainty.CERTAIN,
                Texts.of("findings.noise", Numbers.level(dbfs)),
                Texts.of("findings.noiseFloor", Numbers.level(rise), reference.label()),
                Texts.of("findings.noiseCause"),
                Texts.of("findings.noiseInTheMix"),
                Texts.of("findings.noiseOnTheMaster"),
                NOISE_WEIGHT,
                Place.on(Aspect.TONE));
    }
}
