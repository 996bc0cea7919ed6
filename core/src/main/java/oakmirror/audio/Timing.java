package oakmirror.audio;

/**
 * Position of a track on an axis that all tracks share: at u units of the axis the track is at frame originFrame + u·framesPerUnit. A unit
 * is a frame or a bar, the same for all tracks of a scene.
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
