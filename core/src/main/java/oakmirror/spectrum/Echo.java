package oakmirror.spectrum;

/**
 * A copy of all of a sound that is added to it a little later, in both sides: it carves notches at regular distances.
 *
 * @param delaySeconds how much later
 * @param rippleDb from the hills between the notches to the mean level, in dB: for a copy of gain g about 8.7·g
 * @param inverted whether the copy is turned over, so that the first notch is at 0 Hz
 */
public record Echo(double delaySeconds, double rippleDb, boolean inverted) {

    /** Distance from notch to notch in Hz. */
    public double spacingHz() {
        return 1 / delaySeconds;
    }

    /** The lowest notch above 0 Hz. */
    public double firstNotchHz() {
        return inverted ? spacingHz() : spacingHz() / 2;
    }
}
