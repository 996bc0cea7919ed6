package oakmirror.finish;

import oakmirror.measure.Levels;

/** What players that turn everything to one level do to a track, by its integrated loudness and true peak. */
public final class NormalisedPlayback {

    /** How a player turns up what is too soft. */
    public enum Up {
        /** It only turns down. */
        NEVER,
        /** As far as the true peak stays under the ceiling. */
        UNDER_THE_CEILING,
        /** All the way; what comes over the ceiling is limited. */
        WITH_A_LIMITER
    }

    private NormalisedPlayback() {}

    /**
     * The gain a track gets.
     *
     * @return dB; 0 for a track without loudness
     */
    public static double gainDb(Levels track, DeliveryTarget level, Up up) {
        return gainDb(track.loudness().integratedLufs(), track.peaks().truePeakDbtp(), level, up);
    }

    /** The same by loudness and true peak alone. */
    public static double gainDb(double lufs, double dbtp, DeliveryTarget level, Up up) {
        double wanted = level.integratedLufs() - lufs;
        if (!Double.isFinite(wanted)) {
            return 0;
        }
        double room = level.ceilingDbtp() - dbtp;
        return wanted <= 0
                ? wanted
                : switch (up) {
                    case NEVER -> 0;
                    case UNDER_THE_CEILING -> Math.max(0, Math.min(wanted, room));
                    case WITH_A_LIMITER -> wanted;
                };
    }

    /** By how much peaks come over the ceiling and are limited then, in dB. */
    public static double limitedDb(Levels track, DeliveryTarget level, Up up) {
        double over = track.peaks().truePeakDbtp() + gainDb(track, level, up) - level.ceilingDbtp();
        return up == Up.WITH_A_LIMITER ? Math.max(0, over) : 0;
    }
}
