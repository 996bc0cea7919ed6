package oakmirror.files;

import java.nio.file.Path;

/** Names with numbers, for where a name is taken. */
public final class NumberedName {

    /** How many are tried. */
    public static final int MOST = 10_000;

    private NumberedName() {}

    /** A file's name as it is for 1, from 2 on with the number before its ending: "Ebb Tide 2.wav". */
    public static Path of(Path wanted, int number) {
        if (number == 1) {
            return wanted;
        }
        String name = wanted.getFileName().toString();
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String ending = dot > 0 ? name.substring(dot) : "";
        return wanted.resolveSibling(stem + " " + number + ending);
    }
}
