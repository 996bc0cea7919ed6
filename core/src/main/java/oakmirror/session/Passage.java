package oakmirror.session;

import oakmirror.audio.TimeRange;

/** A named stretch of a track, in the track's own time. */
public record Passage(String name, TimeRange range) {}
