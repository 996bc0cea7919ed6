package oakmirror.limiter;

/** A {@link Limiter}'s gain on a thinned envelope, for knowing about what it will do without doing it. For one thread; allocates nothing. */
public final class LimiterModel {

    /** By how many values a gain lags what asked for it. */
    public static final int LATE = 1;

    private final Release release;
    private final int lookBack;
    private float before;
    private double gainBefore = 1;
    private float ofLate;
    private int since;

    /**
     * A model.
     *
     * @param stepSeconds from one value of the envelope to the next, no shorter than a limiter looks ahead
     */
    public LimiterModel(double stepSeconds, LimiterSettings settings) {
        release = new Release(stepSeconds, settings.release());
        lookBack = (int) Math.round(Release.OF_LATE_SECONDS / stepSeconds);
    }

    /**
     * The gain for the value before.
     *
     * @param asked nepers that the peaks of this one ask for
     * @return linear, at most 1
     */
    public double next(float asked) {
        float needed = Math.max(asked, before); // the window begins before a peak
        before = asked;
        if (needed >= ofLate) {
            ofLate = needed;
            since = 0;
        } else if (++since > lookBack) {
            ofLate = needed;
        }
        double reduction = release.next(needed, ofLate);
        double gain = reduction == 0 ? 1 : Math.exp(-reduction);
        double mean = (gain + gainBefore) / 2;
        gainBefore = gain;
        return mean;
    }
}
