package oakmirror.session;

import oakmirror.audio.TimeRange;
import oakmirror.files.Unseen;
import oakmirror.text.Texts;

/**
 * A named stretch of a track, in the track's own time.
 *
 * @param name what it is called; may be empty
 * @param range where it lies, within the first day
 */
public record Passage(String name, TimeRange range) {

    /** Checks that it ends some time. */
    public Passage {
        name = Unseen.cut(name);
        if (range.endSeconds() > Track.LONGEST_SECONDS) {
            throw new IllegalArgumentException(Texts.of("invalid.passageEnd", range.endSeconds()));
        }
    }
}
