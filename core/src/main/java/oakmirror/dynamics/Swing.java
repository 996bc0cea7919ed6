package oakmirror.dynamics;

/**
 * How far loudness swings in one version of a recording for each decibel that it swings in another: 1 for a gain, less for a compressor.
 *
 * @param slope of the line through momentary loudness of the one over that of the other, moment by moment
 * @param likeness correlation of both, up to 1
 * @param widthDb how far the other swings: twice its standard deviation
 */
public record Swing(double slope, double likeness, double widthDb) {

    /** Both may begin so many steps apart. */
    private static final int FURTHEST = 300;

    /** What lies further below the loudest moment does not count: pauses hold noise. */
    private static final double DEEPEST_DB = 20;

    private static final int LEAST = 50;

    /** Nothing is known. */
    private static final Swing UNKNOWN = new Swing(1, 0, 0);

    /** By how much less the one swings than the other, in dB. */
    public double lostDb() {
        return (1 - slope) * widthDb;
    }

    /** That of one course of loudness over another, by steps of the same length, wherever both fit best. */
    public static Swing of(float[] own, float[] theirs) {
        Swing best = UNKNOWN;
        for (int lag = -FURTHEST; lag <= FURTHEST; lag++) {
            Swing swing = at(own, theirs, lag);
            best = swing.likeness > best.likeness ? swing : best;
        }
        return best;
    }

    private static Swing at(float[] own, float[] theirs, int lag) {
        int from = Math.max(0, -lag);
        int to = Math.min(theirs.length, own.length - lag);
        double highest = Double.NEGATIVE_INFINITY;
        for (int i = from; i < to; i++) {
            highest = Math.max(highest, theirs[i]);
        }
        double x = 0;
        double y = 0;
        double xx = 0;
        double yy = 0;
        double xy = 0;
        int n = 0;
        for (int i = from; i < to; i++) {
            double a = theirs[i];
            double b = own[i + lag];
            if (a > highest - DEEPEST_DB && Double.isFinite(b)) {
                x += a;
                y += b;
                xx += a * a;
                yy += b * b;
                xy += a * b;
                n++;
            }
        }
        double varX = xx - x * x / Math.max(1, n);
        double varY = yy - y * y / Math.max(1, n);
        double both = xy - x * y / Math.max(1, n);
        boolean most = 2 * n >= Math.min(own.length, theirs.length) && n >= LEAST;
        return most && varX > 0 && varY > 0
                ? new Swing(both / varX, both / Math.sqrt(varX * varY), 2 * Math.sqrt(varX / n))
                : UNKNOWN;
    }
}
