package oakmirror.media.library;

import oakmirror.profile.About;

/**
 * A profile of the library as it stands in a list; the figures that curves are drawn from are asked for when they are needed.
 *
 * @param id what the profile is known by, different for every profile that ever was in any library
 * @param about what is said about it
 * @param addedMillis when it came in, in milliseconds since 1970
 * @param content stands for what it was measured of: the same for the same passage of the same bytes
 * @param passage whether it is of a passage
 * @param seconds length of what was measured
 * @param lufs integrated loudness
 * @param rangeLu loudness range; NaN where it is not defined
 * @param plrDb peak to loudness ratio
 * @param widthDb side over mid
 * @param bpm tempo; NaN where none was found
 * @param key the key it seems to be in, in words, or empty
 * @param edgeHz where it ends as lossy files do; NaN where it does not
 */
public record Entry(
        String id,
        About about,
        long addedMillis,
        String content,
        boolean passage,
        double seconds,
        double lufs,
        double rangeLu,
        double plrDb,
        double widthDb,
        double bpm,
        String key,
        double edgeHz) {}
