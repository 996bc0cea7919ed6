package oakmirror.finish;

/**
 * The gain that brings a programme to a loudness target, held back when its true peak would pass the ceiling.
 *
 * @param gainDb gain to apply
 * @param heldBackDb by how much the target is missed to keep the ceiling; 0 when it is reached
 */
public record GainPlan(double gainDb, double heldBackDb) {

    /** Room for the rounding of a file and for meters that interpolate a little differently. */
    private static final double MARGIN_DB = 0.02;

    /**
     * Plans the gain.
     *
     * @param loudnessLufs integrated loudness before; NaN where there is none (silence, less than 0.4 s), which is not raised, but brought under the ceiling
     * @param truePeakDbtp true peak before
     */
    public static GainPlan of(double loudnessLufs, double truePeakDbtp, FinishSettings settings) {
        double allowed = settings.ceilingDbtp() - MARGIN_DB - truePeakDbtp;
        if (!Double.isFinite(loudnessLufs)) {
            return new GainPlan(Math.min(0, allowed), 0);
        }
        double wanted = settings.targetLufs() - loudnessLufs;
        return wanted <= allowed ? new GainPlan(wanted, 0) : new GainPlan(allowed, wanted - allowed);
    }
}
