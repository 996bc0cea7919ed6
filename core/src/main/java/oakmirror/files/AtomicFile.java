package oakmirror.files;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.util.concurrent.ThreadLocalRandom;
import oakmirror.text.Texts;

/**
 * A file on its way: written under a temporary name beside its own, forced to disk, and given its name when it is whole. Until then, and
 * whenever something fails, what had that name before stays as it was. The only way in which this program writes a file.
 *
 * <p>Permissions are those of the file that is replaced, or for a new one what the user's mask leaves.
 *
 * <p>Temporary names tell which process they belong to. A process that is asked to end removes its own; what a killed one has left goes when
 * the next file is written into that folder, or with {@link StaleFiles#sweep}.
 */
public final class AtomicFile implements AutoCloseable {

    private static final int TRIES = 100;

    private final Path temporary;
    private final boolean claims;
    private Path target;
    private boolean done;

    private AtomicFile(Path target, Path temporary, boolean claims) {
        this.target = target;
        this.temporary = temporary;
        this.claims = claims;
    }

    /**
     * Begins a file that takes the place of what has its name when it is whole.
     *
     * @throws IOException when the folder is not there or cannot be written to
     */
    public static AtomicFile begin(Path target) throws IOException {
        return begin(target, false);
    }

    /**
     * Begins a file that takes the place of what has its name now. Where nothing has, it takes no other's place either: when the name has been
     * taken by the time it is whole, it gets the next number that is free, see {@link #target}.
     *
     * @throws IOException when the folder is not there or cannot be written to
     */
    public static AtomicFile beginClaiming(Path target) throws IOException {
        return begin(target, !Files.exists(target, LinkOption.NOFOLLOW_LINKS));
    }

    private static AtomicFile begin(Path target, boolean claims) throws IOException {
        DiskWait.check();
        Path folder = target.toAbsolutePath().normalize().getParent();
        if (folder == null) {
            throw new IOException(Texts.of("invalid.fileName", target));
        }
        StaleFiles.sweep(folder);
        for (int i = 0; ; i++) {
            Path temporary =
                    folder.resolve(StaleFiles.name(ThreadLocalRandom.current().nextInt() & 0x7FFFFFFF));
            try {
                StaleFiles.hold(temporary);
                // Made by hand instead of as a temporary file, which only its owner could read.
                Files.createFile(temporary);
                return new AtomicFile(target, temporary, claims);
            } catch (FileAlreadyExistsException e) {
                StaleFiles.release(temporary);
                if (i == TRIES) {
                    throw e;
                }
            } catch (IOException e) {
                StaleFiles.release(temporary);
                throw e;
            }
        }
    }

    /** Where to write until it is whole. */
    public Path temporary() {
        return temporary;
    }

    /** The name it will have; once it is whole, the name it has. */
    public Path target() {
        return target;
    }

    /** Gives the file its name, after all that was written has reached the disk. */
    public void commit() throws IOException {
        try (FileChannel channel = FileChannel.open(temporary, StandardOpenOption.WRITE)) {
            channel.force(true);
        } catch (IOException e) {
            throw explained(e);
        }
        rename();
    }

    /** Gives a file its name without waiting for the disk: for what can be made again and is checked when it is read. */
    public void commitUnforced() throws IOException {
        rename();
    }

    private void rename() throws IOException {
        if (claims) {
            claim();
        } else {
            keepPermissions();
            replace(target);
        }
        done = true;
        StaleFiles.release(temporary);
    }

    private void replace(Path name) throws IOException {
        Files.move(temporary, name, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    }

    /** Takes the first name that is free, so that of two who want it at once one has it. */
    private void claim() throws IOException {
        for (int number = 1; number <= NumberedName.MOST; number++) {
            Path name = NumberedName.of(target, number);
            try {
                take(name);
                target = name;
                return;
            } catch (FileAlreadyExistsException e) {
                // somebody was quicker: the next number
            }
        }
        throw new FileAlreadyExistsException(target.toString());
    }

    private void take(Path name) throws IOException {
        try {
            Files.createLink(name, temporary);
            Files.delete(temporary);
        } catch (FileAlreadyExistsException e) {
            throw e;
        } catch (FileSystemException | UnsupportedOperationException e) { // no second names here, as on memory cards
            Files.createFile(name);
            replace(name);
        }
    }

    private void keepPermissions() throws IOException {
        PosixFileAttributeView before = Files.getFileAttributeView(target, PosixFileAttributeView.class);
        PosixFileAttributeView now = Files.getFileAttributeView(temporary, PosixFileAttributeView.class);
        if (before != null && now != null && Files.isRegularFile(target)) {
            now.setPermissions(before.readAttributes().permissions());
        }
    }

    /** Removes it, unless it has its name already. */
    @Override
    public void close() {
        if (!done) {
            try {
                Files.deleteIfExists(temporary);
                StaleFiles.release(temporary);
            } catch (IOException e) {
                // still held: it goes when the program ends, or when the folder is written to again
            }
        }
    }

    /**
     * Writes a file whole or not at all.
     *
     * @throws IOException when it cannot be written; what had that name is as it was
     */
    public static void write(Path target, byte[] content) throws IOException {
        try (AtomicFile file = begin(target)) {
            file.write(content);
        }
    }

    /**
     * The same for a file that takes no other's place.
     *
     * @return the name it has
     */
    public static Path writeNew(Path target, byte[] content) throws IOException {
        try (AtomicFile file = begin(target, true)) {
            file.write(content);
            return file.target();
        }
    }

    private void write(byte[] content) throws IOException {
        try (FileChannel channel = FileChannel.open(temporary, StandardOpenOption.WRITE)) {
            ByteBuffer bytes = ByteBuffer.wrap(content);
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
        } catch (IOException e) {
            throw explained(e);
        }
        commit();
    }

    /** What an error while writing means: a full disk, told by the disk itself and so before this is closed, or the error as it is. */
    public IOException explained(IOException error) {
        return DiskSpace.isFull(temporary) ? new DiskFullException(error) : error;
    }
}
