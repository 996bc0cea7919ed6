package oakmirror.dsp;

import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.audio.Decibels;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What linear phase lets be heard ahead of an attack. A tone that sets in all at once, after silence, comes out with a lead-in; where that is loudest, {@value
 * #MASKED_SECONDS} s ahead of the attack, it is told beside the tone itself. Nearer to the attack it is covered (no source for the exact time; backward masking
 * is strong over a few milliseconds).
 *
 * @param db the lead-in at that time, in dB over the tone once it is steady
 * @param hz which tone
 * @param seconds how long ahead of the attack it comes up to {@value #HEARD_DB} dB
 */
public record PreRinging(double db, double hz, double seconds) {

    /** So near to the attack it is covered by it. */
    static final double MASKED_SECONDS = 0.005;

    /** Quieter than this beside the tone itself it is not heard (no source). */
    static final double HEARD_DB = -60;

    private static final double LOW_HZ = 30;
    private static final double HIGH_HZ = 16000;
    private static final double STEPS_PER_OCTAVE = 6;

    /** That of a change of tone, of middle or side the worse; empty where it has minimum phase, or is so slight that nothing is heard ahead. */
    public static Optional<PreRinging> of(StereoTone tone, int sampleRate) {
        return Stream.of(tone.middle(), tone.side())
                .distinct()
                .flatMap(f -> of(f, sampleRate).stream())
                .max(Comparator.comparingDouble(PreRinging::db));
    }

    private static Optional<PreRinging> of(ToneFilter filter, int sampleRate) {
        if (filter.phase() == ToneFilter.Phase.MINIMUM) {
            return Optional.empty();
        }
        double[] taps = LinearPhase.design(filter.curve(), sampleRate, 1);
        PreRinging worst = new PreRinging(Double.NEGATIVE_INFINITY, LOW_HZ, 0);
        for (double hz = LOW_HZ; hz < Math.min(HIGH_HZ, 0.45 * sampleRate); hz *= Math.pow(2, 1 / STEPS_PER_OCTAVE)) {
            PreRinging one = of(taps, hz, sampleRate);
            worst = one.db > worst.db ? one : worst;
        }
        return worst.db > HEARD_DB ? Optional.of(worst) : Optional.empty();
    }

    /** How much there is, in one sentence. */
    public String sentence() {
        return Texts.of(
                "correction.preRinging",
                Numbers.gainDb(db),
                Numbers.about(hz),
                Math.round(1000 * MASKED_SECONDS),
                Math.round(1000 * seconds));
    }

    /** The same in few words. */
    public String brief() {
        return Texts.of("correction.preRingingBrief", Numbers.gainDb(db), Numbers.about(hz));
    }

    /** That of a tone: what has come of it up to a moment is the sum of the taps up to there, each turned by the tone's phase. */
    private static PreRinging of(double[] taps, double hz, int sampleRate) {
        int attack = taps.length / 2;
        int covered = attack - (int) Math.round(MASKED_SECONDS * sampleRate);
        double stepCos = Math.cos(-2 * Math.PI * hz / sampleRate);
        double stepSin = Math.sin(-2 * Math.PI * hz / sampleRate);
        double cos = 1;
        double sin = 0;
        double real = 0;
        double imaginary = 0;
        double[] levels = new double[attack];
        for (int n = 0; n < taps.length; n++) {
            real += taps[n] * cos;
            imaginary += taps[n] * sin;
            double next = cos * stepCos - sin * stepSin;
            sin = sin * stepCos + cos * stepSin;
            cos = next;
            if (n < attack) {
                levels[n] = Math.hypot(real, imaginary);
            }
        }
        double steady = Math.hypot(real, imaginary);
        double most = 0;
        int first = attack;
        for (int n = attack - 1; n >= 0; n--) {
            double part = levels[n] / steady;
            most = n <= covered ? Math.max(most, part) : most;
            first = part > Decibels.toAmplitude(HEARD_DB) ? n : first;
        }
        return new PreRinging(Decibels.ofAmplitude(most), hz, (double) (attack - first) / sampleRate);
    }
}
