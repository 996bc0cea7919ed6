package oakmirror.finish;

import java.util.Optional;
import oakmirror.limiter.LimiterSettings;
import oakmirror.text.Texts;

/**
 * What the master should reach.
 *
 * @param targetLufs integrated loudness wanted, −60 to 0 LUFS
 * @param ceilingDbtp highest true peak allowed, −20 to 0 dBTP
 * @param limiter how peaks are kept under the ceiling; without one the level is held back by them
 */
public record FinishSettings(double targetLufs, double ceilingDbtp, Optional<LimiterSettings> limiter) {

    /** −14 LUFS under −1 dBTP, common practice for normalised streaming; no single source. */
    public static final FinishSettings DEFAULT = new FinishSettings(-14, -1, Optional.of(LimiterSettings.DEFAULT));

    /** Checks the ranges. */
    public FinishSettings {
        if (!(targetLufs >= -60 && targetLufs <= 0)) {
            throw new IllegalArgumentException(Texts.of("invalid.loudnessTarget"));
        }
        if (!(ceilingDbtp >= -20 && ceilingDbtp <= 0)) {
            throw new IllegalArgumentException(Texts.of("invalid.ceiling"));
        }
        limiter = limiter == null ? Optional.empty() : limiter; // as sessions have it that know of none
    }

    /** The same for another target and ceiling. */
    public FinishSettings withTarget(double lufs, double dbtp) {
        return new FinishSettings(lufs, dbtp, limiter);
    }

    /** The same with peaks kept under the ceiling otherwise. */
    public FinishSettings withLimiter(Optional<LimiterSettings> value) {
        return new FinishSettings(targetLufs, ceilingDbtp, value);
    }
}
