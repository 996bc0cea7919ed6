package oakmirror.desk;

import java.nio.file.Path;
import java.util.List;

/**
 * What the program was started for.
 *
 * @param command {@code demo}, {@code open} or {@code screenshots}
 * @param apart whether it has to be a window of its own, whatever else is open
 * @param files what is to be opened: a session, profiles, tracks; of {@code screenshots} the folder they go to
 */
record Start(String command, boolean apart, List<Path> files) {

    static final String DEMO = "demo";
    static final String OPEN = "open";
    static final String SCREENSHOTS = "screenshots";

    private static final String APART = "--apart";

    /** Of the arguments of the program. */
    static Start of(List<String> arguments) {
        return new Start(
                arguments.isEmpty() ? OPEN : arguments.get(0),
                arguments.contains(APART),
                arguments.stream()
                        .skip(1)
                        .filter(a -> !a.equals(APART))
                        .map(Path::of)
                        .toList());
    }

    /** Whether it takes the pictures of the README and ends. */
    boolean isForPictures() {
        return command.equals(SCREENSHOTS);
    }

    /** Whether another window may do it. */
    boolean mayBeTaken() {
        return command.equals(OPEN) && !apart;
    }
}
