package oakmirror.finish;

/**
 * What the master should reach.
 *
 * @param targetLufs integrated loudness wanted, −60 to 0 LUFS
 * @param ceilingDbtp highest true peak allowed, −20 to 0 dBTP
 */
public record FinishSettings(double targetLufs, double ceilingDbtp) {

    /** −14 LUFS under −1 dBTP, common practice for normalised streaming; no single source. */
    public static final FinishSettings DEFAULT = new FinishSettings(-14, -1);

    /** Checks the ranges. */
    public FinishSettings {
        if (!(targetLufs >= -60 && targetLufs <= 0)) {
            throw new IllegalArgumentException("the loudness target lies between −60 and 0 LUFS");
        }
        if (!(ceilingDbtp >= -20 && ceilingDbtp <= 0)) {
            throw new IllegalArgumentException("the ceiling lies between −20 and 0 dBTP");
        }
    }
}
