package oakmirror.habits;

/**
 * What is known of one reading of a habit.
 *
 * @param meanDb what is expected of it: above 0 where mixes have more than their references
 * @param lowDb 5 of 100 lie lower
 * @param highDb 5 of 100 lie higher
 * @param deviationDb standard deviation of what it may be
 * @param songs how many songs have something to say
 * @param agreeing how many of them lie on the same side as the mean
 * @param certain whether it is out of the question that there is a habit at all, in any of the readings beside this one
 */
public record Estimate(
        double meanDb, double lowDb, double highDb, double deviationDb, int songs, int agreeing, boolean certain) {

    /** From so many songs on something is said. */
    public static final int ENOUGH_SONGS = 5;

    /** Less is heard by nobody as a habit. No source. */
    public static final double LEAST_DB = 0.5;

    /** Nothing is known. */
    static final Estimate NONE = new Estimate(0, Double.NaN, Double.NaN, Double.NaN, 0, 0, false);

    /** Whether it is said: enough songs, a habit that is out of the question, nine tenths of what it may be on one side of nothing, and large enough to matter. */
    public boolean isTold() {
        return songs >= ENOUGH_SONGS && certain && lowDb * highDb > 0 && Math.abs(meanDb) >= LEAST_DB;
    }

    /** Half of the interval that nine of ten lie in. */
    public double halfDb() {
        return (highDb - lowDb) / 2;
    }
}
