package oakmirror.stereo;

/**
 * Notches at regular distances that folding to mono brings out, as of a sound that is on one side a little later than on the other.
 *
 * @param delaySeconds how much later; positive where the right side is the late one
 * @param depthDb how deep the notches of the fold-down are below the hills between them, above 0
 * @param inverted whether one side is turned over as well, so that the first notch is at 0 Hz
 */
public record Comb(double delaySeconds, double depthDb, boolean inverted) {

    /** Distance from notch to notch in Hz. */
    public double spacingHz() {
        return 1 / Math.abs(delaySeconds);
    }

    /** The lowest notch above 0 Hz. */
    public double firstNotchHz() {
        return inverted ? spacingHz() : spacingHz() / 2;
    }
}
