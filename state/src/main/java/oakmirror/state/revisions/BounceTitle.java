package oakmirror.state.revisions;

import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import oakmirror.session.Source;
import oakmirror.session.Track;

/** What a mix is called from bounce to bounce. */
final class BounceTitle {

    private static final Pattern NUMBERED = Pattern.compile("(?i)(.*\\bbounce )(\\d{1,4})(.*)");

    private BounceTitle() {}

    /** A name that counts bounces goes on counting; one that was the file's is the new file's; any other stays. */
    static String next(Track mix, Path file) {
        boolean isNew = !mix.file().equals(Optional.of(file));
        if (isNew && mix.name().equals(mix.source().usualName())) {
            return new Source.File(file).usualName();
        }
        Matcher numbered = NUMBERED.matcher(mix.name());
        return numbered.matches()
                ? numbered.group(1) + (Integer.parseInt(numbered.group(2)) + 1) + numbered.group(3)
                : mix.name();
    }

    /** The same for a bounce that was there before, which keeps its number. */
    static String again(Track mix, Path file, int number) {
        Matcher numbered = NUMBERED.matcher(mix.name());
        return numbered.matches() ? numbered.group(1) + number + numbered.group(3) : next(mix, file);
    }

    /** Which bounce a name says it is; 1 where it says nothing. */
    static int numberOf(String name) {
        Matcher numbered = NUMBERED.matcher(name);
        return numbered.matches() ? Math.max(1, Integer.parseInt(numbered.group(2))) : 1;
    }
}
