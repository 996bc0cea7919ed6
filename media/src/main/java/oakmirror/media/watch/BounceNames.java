package oakmirror.media.watch;

import java.nio.file.Path;
import java.text.Normalizer;
import java.util.Locale;
import oakmirror.media.file.AudioFile;

/** Whether files are bounces of one mix, by their names: alike but for numbers, as {@code Ebb Tide 3.wav} and
 * {@code Ebb Tide 4.wav} are, dates, and words as “bounce” before a number at their end. */
public final class BounceNames {

    private BounceNames() {}

    /** What the names of all bounces of a mix have in common. */
    static String stem(Path file) {
        String name = Normalizer.normalize(String.valueOf(file.getFileName()), Normalizer.Form.NFC)
                .toLowerCase(Locale.ROOT);
        int dot = name.lastIndexOf('.');
        String bare = dot > 0 ? name.substring(0, dot) : name;
        return bare.replaceAll("\\d+", "#")
                .replaceAll("[\\s_.-]*#[\\s_.#-]*", "#")
                .replaceAll("[\\s_.-]*\\b(bounce|mix|version|v|rev|print|export|take)?#?$", "")
                .replaceAll("^#", "")
                .strip();
    }

    /** Whether one may be a bounce of the same mix as the other. */
    public static boolean areAlike(Path one, Path other) {
        return AudioFile.looksLikeAudio(one)
                && AudioFile.looksLikeAudio(other)
                && stem(one).equals(stem(other));
    }
}
