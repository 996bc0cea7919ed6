package oakmirror.limiter;

/** A {@link Limiter}'s gain on a thinned envelope, for knowing about what it will do without doing it. For one thread; allocates nothing. */
public final class LimiterModel {

    /** How many values are taken at a time. */
    public static final int STRETCH = 64;

    /** A value's window goes over the one before as well. */
    private static final int WINDOW = 2;

    private final Needs needs;
    private final Release release;
    private double gainBefore = 1;

    /**
     * A model.
     *
     * @param stepSeconds from one value of the envelope to the next, no shorter than a limiter looks ahead
     */
    public LimiterModel(double stepSeconds, LimiterSettings settings) {
        needs = new Needs(stepSeconds, WINDOW, STRETCH);
        release = new Release(stepSeconds, settings.release());
    }

    /** By how many values a gain lags what asked for it. */
    public int lag() {
        return WINDOW - 1 + needs.lag();
    }

    /**
     * The gains of the next {@value #STRETCH} values.
     *
     * @param asked nepers that their peaks ask for
     * @param gains takes as many, linear, at most 1
     */
    public void run(float[] asked, double[] gains) {
        needs.run(asked);
        release.run(needs, gains);
        for (int i = 0; i < STRETCH; i++) {
            double gain = gains[i] == 0 ? 1 : Math.exp(-gains[i]);
            gains[i] = (gain + gainBefore) / 2;
            gainBefore = gain;
        }
    }
}
