package oakmirror.stereo;

/**
 * Notches at regular distances: those that folding to mono brings out, as of a sound that is on one side a little later than on the other ({@link CombFinder}), or
 * those that a copy of all of it carves into both sides ({@link EchoFinder}).
 *
 * @param delaySeconds how much later; of sides, positive where the right one is late
 * @param depthDb how deep the notches are below the hills between them, above 0
 * @param inverted whether one side or the copy is turned over as well, so that the first notch is at 0 Hz
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
