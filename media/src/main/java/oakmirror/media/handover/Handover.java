package oakmirror.media.handover;

import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import oakmirror.files.PrivateFolder;
import oakmirror.media.folders.UserFolders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Whoever starts first on a screen holds a lock and listens at a socket, in a folder that nobody else can enter; whoever comes later hands over what it was to open and
 * ends. The lock goes with its program, however that ends, so that a socket without one is known to be stale. Where anything of this cannot be, every start has a window of
 * its own, and nothing is lost.
 *
 * <p>What is handed over: a line with the form's number, and the absolute paths, each ended by a zero byte. The answer is one byte, once all of it is taken.
 */
public final class Handover implements AutoCloseable {

    private static final String FORM = "oakmirror 1\n";
    private static final byte TAKEN = '+';
    private static final int MOST_BYTES = 1 << 20;
    private static final int MOST_FILES = 1000;
    /** So long the first may take to answer, as while it is still starting; then the second opens its own window. */
    private static final long ANSWER_MILLIS = 6000;

    private static final long RETRY_MILLIS = 50;

    private final FileChannel lock;
    private final Path socket;
    private Optional<ServerSocketChannel> server = Optional.empty();

    private Handover(FileChannel lock, Path socket) {
        this.lock = lock;
        this.socket = socket;
    }

    /** Where programs of this user meet on this screen. */
    public static Path place() {
        String runtime = System.getenv("XDG_RUNTIME_DIR");
        Path folder = runtime == null || runtime.isBlank()
                ? UserFolders.cache().resolve("run")
                : Path.of(runtime).resolve("oak-mirror");
        String screen = Optional.ofNullable(System.getenv("WAYLAND_DISPLAY"))
                .or(() -> Optional.ofNullable(System.getenv("DISPLAY")))
                .orElse("screen");
        return folder.resolve("window-" + screen.replaceAll("[^A-Za-z0-9.-]", "_"));
    }

    /**
     * Becomes the first at a place, if no other is. Later ones wait a little until it listens.
     *
     * @param place a path; a lock and a socket are made beside each other under its name
     * @return empty where another is first, or where there can be none
     */
    public static Optional<Handover> first(Path place) {
        FileChannel lock = null;
        try {
            PrivateFolder.make(place.getParent());
            if (!PrivateFolder.isOurs(place.getParent())) {
                log().warn("{} can be written to by others, and is not met at", place.getParent());
                return Optional.empty();
            }
            lock = FileChannel.open(
                    of(place, ".lock"),
                    StandardOpenOption.CREATE,
                    StandardOpenOption.WRITE); // stays: its name is what is locked
            if (lock.tryLock() == null) {
                lock.close();
                return Optional.empty();
            }
            Handover first = new Handover(lock, of(place, ".socket"));
            // Told to end, a program may still take a while; nothing is to be handed to it any more.
            Runtime.getRuntime().addShutdownHook(new Thread(first::close, "oakmirror-handover-end"));
            return Optional.of(first);
        } catch (IOException
                | UnsupportedOperationException
                | IllegalArgumentException
                | IllegalStateException e) { // within this program it may be locked already
            log().info("later starts have windows of their own", e);
            close(lock);
            return Optional.empty();
        }
    }

    /**
     * Listens from now on.
     *
     * @param taken is given what later ones hand over, on a thread of its own; when it returns, it is taken
     */
    public synchronized void listen(Consumer<List<Path>> taken) {
        if (!lock.isOpen()) {
            return;
        }
        try {
            Files.deleteIfExists(socket); // whoever made it is gone, since it does not hold the lock
            ServerSocketChannel opened = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
            server = Optional.of(opened);
            opened.bind(UnixDomainSocketAddress.of(socket));
            inBackground(() -> accept(opened, taken));
        } catch (IOException | UnsupportedOperationException | IllegalArgumentException e) {
            log().info("later starts have windows of their own", e);
            close();
        }
    }

    /**
     * Hands files over to whoever is first at a place.
     *
     * @return whether they were taken; if not, there is nobody, or nobody who answers
     */
    public static boolean give(Path place, List<Path> files) {
        if (!Files.exists(of(place, ".lock"))) {
            return false;
        }
        CompletableFuture<Boolean> given = new CompletableFuture<>();
        inBackground(() -> given.complete(send(place, files, given::isDone)));
        try {
            return given.completeOnTimeout(false, ANSWER_MILLIS, TimeUnit.MILLISECONDS)
                    .get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        } catch (ExecutionException e) {
            return false;
        }
    }

    /** Tries until somebody listens, nobody is first any more, or it is given up: what has a window of its own must not be opened twice. */
    private static boolean send(Path place, List<Path> files, BooleanSupplier isGivenUp) {
        StringBuilder text = new StringBuilder(FORM);
        files.forEach(f -> text.append(f.toAbsolutePath().normalize()).append('\0'));
        while (!isGivenUp.getAsBoolean() && isHeld(place)) {
            try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(of(place, ".socket")))) {
                ByteBuffer bytes = ByteBuffer.wrap(text.toString().getBytes(StandardCharsets.UTF_8));
                while (bytes.hasRemaining()) {
                    channel.write(bytes);
                }
                channel.shutdownOutput();
                return Channels.newInputStream(channel).read() == TAKEN;
            } catch (IOException | UnsupportedOperationException | IllegalArgumentException e) {
                log().debug("the first does not listen yet", e);
            }
            try {
                TimeUnit.MILLISECONDS.sleep(RETRY_MILLIS);
            } catch (InterruptedException e) {
                return false;
            }
        }
        return false;
    }

    /** Whether somebody is first. */
    private static boolean isHeld(Path place) {
        try (FileChannel lock = FileChannel.open(of(place, ".lock"), StandardOpenOption.WRITE)) {
            return lock.tryLock() == null;
        } catch (IOException e) {
            return false;
        }
    }

    private static void accept(ServerSocketChannel server, Consumer<List<Path>> taken) {
        try {
            while (true) {
                SocketChannel channel = server.accept();
                inBackground(() -> take(channel, taken)); // whoever does not come to an end keeps nobody else waiting
            }
        } catch (IOException e) { // closed, most of the time
            log().debug("no longer listening", e);
        }
    }

    private static void take(SocketChannel channel, Consumer<List<Path>> taken) {
        try (channel) {
            Optional<List<Path>> files = read(channel);
            if (files.isPresent()) {
                taken.accept(files.get());
                channel.write(ByteBuffer.wrap(new byte[] {TAKEN}));
            } else {
                log().warn("something was handed over that is not in the form");
            }
        } catch (IOException e) {
            log().info("a later start has not handed over its files", e);
        }
    }

    private static void inBackground(Runnable what) {
        Thread thread = new Thread(what, "oakmirror-handover");
        thread.setDaemon(true);
        thread.start();
    }

    /** What is handed over; empty where it is not in the form. */
    private static Optional<List<Path>> read(SocketChannel channel) throws IOException {
        String text = new String(Channels.newInputStream(channel).readNBytes(MOST_BYTES), StandardCharsets.UTF_8);
        if (!text.startsWith(FORM)) {
            return Optional.empty();
        }
        List<Path> files = new ArrayList<>();
        try {
            Arrays.stream(text.substring(FORM.length()).split("\0"))
                    .filter(f -> !f.isEmpty())
                    .limit(MOST_FILES)
                    .map(Path::of)
                    .forEach(files::add);
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
        return files.stream().allMatch(Path::isAbsolute) ? Optional.of(files) : Optional.empty();
    }

    /** Not before it is needed: this is the first thing that a program does. */
    private static Logger log() {
        return LoggerFactory.getLogger(Handover.class);
    }

    private static Path of(Path place, String ending) {
        return place.resolveSibling(place.getFileName() + ending);
    }

    private static void close(AutoCloseable what) {
        try {
            if (what != null) {
                what.close();
            }
        } catch (Exception e) {
            log().debug("not closed", e);
        }
    }

    /** Listens no longer; the next start is the first. */
    @Override
    public synchronized void close() {
        server.ifPresent(Handover::close);
        try {
            Files.deleteIfExists(socket);
        } catch (IOException e) {
            log().debug("the socket stays, and will be known as stale", e);
        }
        close(lock);
    }
}
