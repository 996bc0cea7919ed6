package oakmirror.limiter;

import oakmirror.text.Texts;

/**
 * How a ceiling is held.
 *
 * @param link how far both sides are reduced alike, from 0, each for itself, to 1, both as the higher asks for
 * @param release how much longer than usual letting go takes, ¼ to 4
 * @param clipDb how much a soft clip before the limiter takes off a peak at most, 0 for none, up to 6 dB
 */
public record LimiterSettings(double link, double release, double clipDb) {

    /** Both sides alike, as the music asks for, no clip. */
    public static final LimiterSettings DEFAULT = new LimiterSettings(1, 1, 0);

    /** The shortest release. */
    public static final double SHORTEST_RELEASE = 0.25;

    /** The longest release. */
    public static final double LONGEST_RELEASE = 4;

    /** The most a clip takes off, in dB. */
    public static final double MOST_CLIP_DB = 6;

    /** Checks the ranges. */
    public LimiterSettings {
        if (!(link >= 0 && link <= 1)) {
            throw new IllegalArgumentException(Texts.of("invalid.link"));
        }
        if (!(release >= SHORTEST_RELEASE && release <= LONGEST_RELEASE)) {
            throw new IllegalArgumentException(Texts.of("invalid.release"));
        }
        if (!(clipDb >= 0 && clipDb <= MOST_CLIP_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.softClip"));
        }
    }

    /** The same with another link. */
    public LimiterSettings withLink(double value) {
        return new LimiterSettings(value, release, clipDb);
    }

    /** The same with another release. */
    public LimiterSettings withRelease(double value) {
        return new LimiterSettings(link, value, clipDb);
    }

    /** The same with another clip. */
    public LimiterSettings withClipDb(double value) {
        return new LimiterSettings(link, release, value);
    }
}
