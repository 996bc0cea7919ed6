package oakmirror.finish;

/** Beyond which a limiter is asked for more than is good for music. No source: common practice, and what masters that are called crushed have in common. */
public final class SaneLimits {

    /** More than this is much to take away, in dB … */
    public static final double MUCH_DB = 6;

    /** … and may be, for this part of the time. */
    public static final double MOST_OF_THE_TIME = 0.05;

    /** A master keeps at least so much between loudness and ceiling, in dB. */
    public static final double LEAST_PLR_DB = 8;

    private SaneLimits() {}

    /** Whether a master of that loudness and true peak is crushed, and so no sane aim. */
    public static boolean isCrushed(double integratedLufs, double truePeakDbtp) {
        return truePeakDbtp - integratedLufs < LEAST_PLR_DB;
    }
}
