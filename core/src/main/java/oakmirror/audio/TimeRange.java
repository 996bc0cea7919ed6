package oakmirror.audio;

import oakmirror.text.Texts;

/** A stretch of time in seconds, end not included. */
public record TimeRange(double startSeconds, double endSeconds) {

    /** Checks that it does not end before it starts. */
    public TimeRange {
        if (!(startSeconds >= 0) || !(endSeconds >= startSeconds) || Double.isInfinite(endSeconds)) {
            throw new IllegalArgumentException(Texts.of("invalid.timeRange", startSeconds, endSeconds));
        }
    }

    /** Its length in seconds. */
    public double seconds() {
        return endSeconds - startSeconds;
    }
}
