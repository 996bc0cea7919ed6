package oakmirror.session;

import java.nio.file.Path;
import oakmirror.files.Unseen;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * One of the stems a mix is made of, and what the user has decided about it.
 *
 * @param source where it comes from
 * @param name what it is called here
 * @param gainDb how much louder it is tried, in tenths of a decibel
 */
public record Stem(Source source, String name, double gainDb) {

    /** The largest gain either way. */
    public static final double MOST_GAIN_DB = 12;

    /** Checks the gain. */
    public Stem {
        name = Unseen.cut(name);
        if (!(Math.abs(gainDb) <= MOST_GAIN_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.stemGain", Numbers.brief(gainDb)));
        }
    }

    /** A stem from a file, under the file's name, as it is. */
    public static Stem of(Path path) {
        Source source = new Source.File(path);
        return new Stem(source, source.usualName(), 0);
    }

    /** The same at another gain, in tenths of a decibel and within {@link #MOST_GAIN_DB}. */
    public Stem withGain(double db) {
        double within = Math.max(-MOST_GAIN_DB, Math.min(MOST_GAIN_DB, db));
        return new Stem(source, name, Math.round(10 * within) / 10.0 + 0.0);
    }

    /** The same under another name. */
    public Stem withName(String value) {
        return new Stem(source, value, gainDb);
    }
}
