package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import oakmirror.files.NumberedName;

/** Names for what is written, so that nothing the user has is written over. */
public final class OutputNames {

    private OutputNames() {}

    /** The input that an output would be written over, if there is one: also under another name of the same file. */
    public static Optional<Path> inputAt(Path output, Collection<Path> inputs) {
        return inputs.stream().filter(input -> isSame(output, input)).findFirst();
    }

    private static boolean isSame(Path output, Path input) {
        try {
            return Files.exists(output) && Files.exists(input) && Files.isSameFile(output, input);
        } catch (IOException e) {
            return output.toAbsolutePath()
                    .normalize()
                    .equals(input.toAbsolutePath().normalize());
        }
    }

    /** A file's name as it is, or where there is such a file, with the lowest number behind it that is free, from 2 on. */
    public static Path free(Path wanted) {
        return free(wanted, Set.of());
    }

    /** The same, where some more names are taken, though there are no such files yet. */
    public static Path free(Path wanted, Set<Path> taken) {
        Path free = wanted;
        for (int number = 2; (Files.exists(free) || taken.contains(free)) && number < NumberedName.MOST; number++) {
            free = NumberedName.of(wanted, number);
        }
        return free;
    }
}
