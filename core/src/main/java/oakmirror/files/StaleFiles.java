package oakmirror.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32;

/**
 * Temporary files and folders, and removing what was left of them. Their names hold a digest of the machine and the user, and the number of
 * the process and when it began, so that only what nobody can be writing any more is taken away: never what another machine writes into a shared folder.
 */
public final class StaleFiles {

    /** By how much a clock is set while a file is written; what is left of a process of the same number goes a day later. */
    private static final long MOST_CLOCK_STEP_MILLIS = 24 * 3600 * 1000L;

    private static final String PREFIX = ".oak-mirror-" + place() + "-";
    private static final String SUFFIX = ".part";
    private static final Pattern NAME = Pattern.compile(Pattern.quote(PREFIX) + "(\\d+)-(\\d+)-[0-9a-f]+" + SUFFIX);
    private static final Set<Path> HELD = ConcurrentHashMap.newKeySet();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(StaleFiles::removeHeld, "oakmirror-leftovers"));
    }

    private StaleFiles() {}

    /** A name for something temporary of this process. */
    static String name(int number) {
        return PREFIX + processMark() + "-" + Integer.toHexString(number) + SUFFIX;
    }

    /** Registers a temporary file that is deleted when the program ends, also by a signal. */
    static void hold(Path path) {
        HELD.add(path);
    }

    /** Unregisters a temporary file that has got its final name or was deleted. */
    static void release(Path path) {
        HELD.remove(path);
    }

    /**
     * Makes a folder for the time this process runs, which goes with all that is in it when the program ends.
     *
     * @param parent where
     * @throws IOException when it cannot be made
     */
    public static Path folder(Path parent) throws IOException {
        sweep(parent);
        Path folder = parent.resolve(name((int) (System.nanoTime() & 0x7FFFFFFF)));
        hold(folder);
        return Files.createDirectory(folder);
    }

    /** Removes a folder made by {@link #folder}, and what is in it. */
    public static void removeFolder(Path folder) {
        remove(folder);
        release(folder);
    }

    /** Removes what processes that run no more have left in a folder. What cannot be removed stays for another time. */
    public static void sweep(Path folder) {
        if (!Files.isDirectory(folder)) {
            return;
        }
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, PREFIX + "*" + SUFFIX)) {
            for (Path file : files) {
                Matcher name = NAME.matcher(file.getFileName().toString());
                if (name.matches()
                        && !HELD.contains(file)
                        && running(name.group(1), name.group(2)).isEmpty()) {
                    remove(file);
                }
            }
        } catch (IOException | RuntimeException e) {
            // not readable: then it cannot be written to either, which whoever writes will be told
        }
    }

    /** Two numbers that no other process of this machine has, with a dash between: for names that tell whose they are. */
    public static String processMark() {
        ProcessHandle own = ProcessHandle.current();
        return own.pid() + "-" + began(own);
    }

    /** Whether what {@link #processMark} marked belongs to another process that still runs. */
    public static boolean belongsToAnother(String processMark) {
        String[] numbers = processMark.split("-", 2);
        return running(numbers[0], numbers[1])
                .filter(p -> !p.equals(ProcessHandle.current()))
                .isPresent();
    }

    /**
     * The process of a mark, if it still runs: also this one, whose files may have been reached by another path. Numbers of processes come again,
     * so the time counts as well, but not to the millisecond: it moves with the clock that is set.
     */
    private static Optional<ProcessHandle> running(String process, String began) {
        return ProcessHandle.of(Long.parseLong(process))
                .filter(p -> Math.abs(began(p) - Long.parseLong(began)) <= MOST_CLOCK_STEP_MILLIS);
    }

    /** When a process began in milliseconds, 0 where the system does not tell. */
    private static long began(ProcessHandle process) {
        return process.info().startInstant().map(Instant::toEpochMilli).orElse(0L);
    }

    private static void removeHeld() {
        HELD.forEach(StaleFiles::remove);
    }

    private static void remove(Path path) {
        try {
            if (Files.isDirectory(path, java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
                try (DirectoryStream<Path> inside = Files.newDirectoryStream(path)) {
                    for (Path file : inside) {
                        Files.deleteIfExists(file);
                    }
                }
            }
            Files.deleteIfExists(path);
        } catch (IOException e) {
            // it stays for another time
        }
    }

    /** Eight digits that are the same for one user on one machine. */
    private static String place() {
        String machine = System.getProperty("user.name", "") + "@" + System.getProperty("user.home", "");
        for (String file : new String[] {"/etc/machine-id", "/etc/hostname"}) {
            try {
                machine += Files.readString(Path.of(file));
            } catch (IOException | RuntimeException e) {
                // not on this system
            }
        }
        String name = System.getenv("COMPUTERNAME");
        CRC32 digest = new CRC32();
        digest.update((machine + name).getBytes(StandardCharsets.UTF_8));
        return String.format(Locale.ROOT, "%08x", digest.getValue());
    }
}
