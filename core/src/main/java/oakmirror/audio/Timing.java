package oakmirror.audio;

/**
 * Where a track lies against the others: its frame at a place u that is common to all is originFrame + u·framesPerUnit. What a unit is,
 * a frame or a bar, is for the scene to say; it only has to be the same for all its tracks.
 */
public record Timing(double originFrame, double framesPerUnit) {

    /** Frames count as units, from the start. */
    public static final Timing COMMON = new Timing(0, 1);

    /** Checks that it goes forward. */
    public Timing {
        if (!(framesPerUnit > 0) || !Double.isFinite(originFrame)) {
            throw new IllegalArgumentException("not a timing: " + originFrame + ", " + framesPerUnit);
        }
    }

    /** The frame nearest to a place. */
    public long frameAt(double units) {
        return Math.round(originFrame + units * framesPerUnit);
    }

    /** The place of a frame. */
    public double unitsAt(long frame) {
        return (frame - originFrame) / framesPerUnit;
    }
}
