package oakmirror.delivery;

import java.util.Locale;
import oakmirror.audio.Decibels;
import oakmirror.measure.Levels;

/** Loudness as files carry it, from what was measured of their samples. */
public final class LoudnessFields {

    /** Stands for what is not defined in a loudness field of {@code bext}: EBU Tech 3285 v2. */
    public static final short UNDEFINED = 0x7FFF;

    private static final double LARGEST = 99.99;
    private static final double REPLAY_GAIN_LUFS = -18;
    private static final double R128_LUFS = -23;

    private LoudnessFields() {}

    /** A figure in hundredths, as {@code LoudnessValue} and its neighbours have it; {@link #UNDEFINED} beyond ±99.99. */
    public static short hundredths(double value) {
        return Math.abs(value) <= LARGEST ? (short) Math.round(100 * value) : UNDEFINED; // false for NaN
    }

    /** Whether there is a loudness to go by. */
    public static boolean isDefined(Levels levels) {
        return Double.isFinite(levels.loudness().integratedLufs());
    }

    /** The gain that brings a track to −18 LUFS, as {@code REPLAYGAIN_TRACK_GAIN} has it: ReplayGain 2.0, from memory. */
    public static String replayGain(Levels levels) {
        return String.format(
                Locale.ROOT, "%.2f dB", REPLAY_GAIN_LUFS - levels.loudness().integratedLufs());
    }

    /** The highest true peak, full scale being 1, as {@code REPLAYGAIN_TRACK_PEAK} has it. */
    public static String replayPeak(Levels levels) {
        return String.format(
                Locale.ROOT, "%.6f", Decibels.toAmplitude(levels.peaks().truePeakDbtp()));
    }

    /** The gain that brings a track to −23 LUFS in 1/256 dB, as {@code R128_TRACK_GAIN} of Opus has it: RFC 7845 §5.2.1. */
    public static String r128Gain(Levels levels) {
        long gain = Math.round(256 * (R128_LUFS - levels.loudness().integratedLufs()));
        return String.valueOf(Math.max(Short.MIN_VALUE, Math.min(Short.MAX_VALUE, gain)));
    }
}
