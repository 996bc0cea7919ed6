package oakmirror.audio;

/** A stretch of a track in frames, end not included. */
public record FrameRange(long start, long end) {}
