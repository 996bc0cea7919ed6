package oakmirror.finish;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.loudness.Loudness;
import oakmirror.measure.Levels;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What a delivery is asked to have.
 *
 * @param name its name on screen
 * @param integratedLufs integrated loudness that is asked for
 * @param toleranceLu how far from it is still right; empty where nothing is said of that
 * @param ceilingDbtp the highest true peak that is allowed
 * @param maxShortTermLufs the loudest 3 s that are allowed
 * @param maxMomentaryLufs the loudest 400 ms that are allowed
 * @param maxRangeLu the widest loudness range that is allowed
 * @param playback whether players turn what they play to this level
 * @param source where it comes from
 */
public record DeliveryTarget(
        String name,
        @JsonProperty(required = true) double integratedLufs,
        Optional<Double> toleranceLu,
        @JsonProperty(required = true) double ceilingDbtp,
        Optional<Double> maxShortTermLufs,
        Optional<Double> maxMomentaryLufs,
        Optional<Double> maxRangeLu,
        boolean playback,
        String source) {

    private static final double ROUNDING = 0.05;

    /** Checks the ranges; what is missing is empty. */
    public DeliveryTarget {
        name = name == null ? "" : name.strip();
        source = source == null ? "" : source.strip();
        if (name.isEmpty()) {
            throw new IllegalArgumentException(Texts.of("invalid.targetName"));
        }
        FinishSettings.DEFAULT.withTarget(integratedLufs, ceilingDbtp);
        toleranceLu = within(toleranceLu, Texts.of("mastered.theTolerance"), 0, 10);
        maxShortTermLufs = within(maxShortTermLufs, Texts.of("mastered.theLoudest3S"), -60, 5);
        maxMomentaryLufs = within(maxMomentaryLufs, Texts.of("mastered.theLoudest400Ms"), -60, 5);
        maxRangeLu = within(maxRangeLu, Texts.of("mastered.theLoudnessRange"), 0, 40);
    }

    private static Optional<Double> within(Optional<Double> value, String what, double low, double high) {
        if (value == null) {
            return Optional.empty();
        }
        value.filter(v -> !(v >= low && v <= high)).ifPresent(v -> {
            throw new IllegalArgumentException(
                    Texts.of("invalid.between", what, Numbers.brief(low), Numbers.brief(high)));
        });
        return value;
    }

    /** The same under another name. */
    public DeliveryTarget named(String value) {
        return new DeliveryTarget(
                value,
                integratedLufs,
                toleranceLu,
                ceilingDbtp,
                maxShortTermLufs,
                maxMomentaryLufs,
                maxRangeLu,
                playback,
                source);
    }

    /** What of a master does not keep to it, each as a phrase; none when all does. */
    @JsonIgnore
    public List<String> missedBy(Levels master) {
        List<String> missed = new ArrayList<>();
        Loudness loudness = master.loudness();
        if (Math.abs(loudness.integratedLufs() - integratedLufs) > toleranceLu.orElse(ROUNDING) + ROUNDING) {
            missed.add(Texts.of("mastered.itsLoudness"));
        }
        if (master.peaks().truePeakDbtp() > ceilingDbtp + ROUNDING) {
            missed.add(Texts.of("mastered.itsTruePeak"));
        }
        maxShortTermLufs
                .filter(m -> loudness.maxShortTermLufs() > m + ROUNDING)
                .ifPresent(m -> missed.add(Texts.of("mastered.itsLoudest3S")));
        maxMomentaryLufs
                .filter(m -> loudness.maxMomentaryLufs() > m + ROUNDING)
                .ifPresent(m -> missed.add(Texts.of("mastered.itsLoudest400Ms")));
        maxRangeLu
                .filter(m -> loudness.rangeLu() > m + ROUNDING)
                .ifPresent(m -> missed.add(Texts.of("mastered.itsRange")));
        return missed;
    }
}
