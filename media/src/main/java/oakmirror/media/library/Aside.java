package oakmirror.media.library;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import oakmirror.files.NumberedName;

/** Putting a file of the library aside, with what belongs to it, so that nothing that was found is lost. */
final class Aside {

    private static final DateTimeFormatter NOW = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss");
    private static final String DATABASE = ".db";
    /** What SQLite keeps beside a file; left there it would be taken for a part of whatever gets that name. */
    private static final List<String> PARTS = List.of("-wal", "-shm");

    private Aside() {}

    /**
     * Moves it, as far as there is anything of it, to a name that tells why. Only what is known to hold nothing is removed.
     *
     * @return where it is now
     * @throws IOException when it cannot be moved, or what it is cannot be told
     */
    static Path put(Path file, String why) throws IOException {
        if (Files.isRegularFile(file) && Files.size(file) == 0) {
            Files.delete(file);
        }
        String name = file.getFileName().toString();
        String stem = name.substring(0, name.length() - DATABASE.length());
        Path wanted =
                file.resolveSibling(stem + "-" + why + "-" + LocalDateTime.now().format(NOW) + DATABASE);
        for (int number = 1; number <= NumberedName.MOST; number++) {
            Path aside = NumberedName.of(wanted, number);
            if (isFree(aside)) {
                move(file, aside);
                for (String part : PARTS) {
                    move(beside(file, part), beside(aside, part));
                }
                return aside;
            }
        }
        throw new FileAlreadyExistsException(wanted.toString());
    }

    private static boolean isFree(Path aside) {
        return !isThere(aside) && PARTS.stream().noneMatch(part -> isThere(beside(aside, part)));
    }

    private static boolean isThere(Path path) {
        return Files.exists(path, LinkOption.NOFOLLOW_LINKS);
    }

    private static void move(Path from, Path to) throws IOException {
        try {
            Files.move(from, to);
        } catch (NoSuchFileException e) {
            // there is none, or another window was quicker
        }
    }

    private static Path beside(Path file, String part) {
        return file.resolveSibling(file.getFileName() + part);
    }
}
