package oakmirror.files;

import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names with numbers, for where a name is taken. */
public final class NumberedName {

    /** How many are tried. */
    public static final int MOST = 10_000;

    private NumberedName() {}

    /** Endings of this program's own documents, which have two parts. */
    private static final Pattern OWN_ENDING = Pattern.compile("\\.oak[a-z]+\\.json$");

    /** A file's name as it is for 1, from 2 on with the number before its ending: "Ebb Tide 2.wav", "Ebb Tide 2.oakmirror.json". */
    public static Path of(Path wanted, int number) {
        if (number == 1) {
            return wanted;
        }
        String name = wanted.getFileName().toString();
        Matcher own = OWN_ENDING.matcher(name);
        int dot = own.find() ? own.start() : name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String ending = dot > 0 ? name.substring(dot) : "";
        return wanted.resolveSibling(stem + " " + number + ending);
    }
}
