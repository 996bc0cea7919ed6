package oakmirror.state.workspace;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.files.PrivateFolder;
import oakmirror.files.StaleFiles;
import oakmirror.media.cache.FileState;
import oakmirror.media.folders.UserFolders;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.state.task.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps what is open and not saved in a file of the program's own, at most a second behind every change, so that nothing is lost when the
 * program is killed or the power goes. Each running window has one such file, named after its process; one whose process runs no more was left
 * by a window that did not end as it should, and is offered again.
 */
public final class Recovery {

    private static final Logger LOG = LoggerFactory.getLogger(Recovery.class);
    private static final long BEHIND_MILLIS = 1000;
    private static final Pattern NAME = Pattern.compile("open-(\\d+-\\d+)\\.json");
    /** What the folders are remembered as that files are written to. */
    private static final List<String> WRITTEN_TO = List.of("output", "session", "tables", "pictures");

    private static final String ABOUT = "recovery";
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Workspace workspace;
    private final Path folder = UserFolders.state().resolve("recovery");
    private final Path own = folder.resolve("open-" + StaleFiles.processMark() + ".json");
    private final Background background;
    private boolean due;
    private boolean closed;

    /**
     * What a window left that did not end as it should.
     *
     * @param left the file it was kept in
     * @param when when that was written last
     * @param document what was open
     * @param origin the session's own file, where it had one, as it was read or written last
     */
    public record Left(
            Path left, Instant when, SessionDocument document, Optional<Path> origin, Optional<FileState> state) {}

    /** Follows a workspace. */
    public Recovery(Background background, Workspace workspace) {
        this.background = background;
        this.workspace = workspace;
        workspace.sessionProperty().subscribe(s -> changed());
        workspace.logProperty().subscribe(l -> changed());
        workspace.unsavedProperty().subscribe(u -> changed());
    }

    /** Writes a little later; what comes until then goes with it. */
    private void changed() {
        if (!due && !closed) {
            due = true;
            background.later(BEHIND_MILLIS, this::write);
        }
    }

    private void write() {
        due = false;
        if (closed) {
            return;
        }
        boolean needed = workspace.unsavedProperty().get() && !workspace.isBlank();
        SessionDocument document = workspace.document();
        Draft draft = workspace.draft();
        background.keep(() -> {
            try {
                if (needed) {
                    write(document, draft);
                } else {
                    Files.deleteIfExists(own);
                }
            } catch (IOException e) {
                LOG.warn("what is open could not be kept for recovery", e);
            }
        });
    }

    private void write(SessionDocument document, Draft draft) throws IOException {
        PrivateFolder.make(folder);
        ObjectNode root = (ObjectNode) JSON.readTree(SessionFile.bytes(document, own));
        ObjectNode about = root.putObject(ABOUT);
        draft.file().ifPresent(f -> about.put("file", f.toString()));
        draft.state().ifPresent(s -> about.put("bytes", s.bytes()).put("changedMillis", s.changedMillis()));
        AtomicFile.write(own, JSON.writeValueAsBytes(root));
    }

    /** What windows have left that did not end as they should, the newest first. Reads files: not for the window's thread. */
    public List<Left> left() {
        List<Left> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "open-*.json")) {
            for (Path file : files) {
                Matcher name = NAME.matcher(file.getFileName().toString());
                if (name.matches() && !file.equals(own) && !StaleFiles.belongsToAnother(name.group(1))) {
                    read(file).ifPresent(found::add);
                }
            }
        } catch (IOException e) {
            LOG.warn("what was left could not be looked through", e);
        }
        found.sort(Comparator.comparing(Left::when).reversed());
        return found;
    }

    /** Clears away what killed processes had only begun to write: in the program's own folders and those the user writes to. */
    public void clearAway(Settings settings) {
        Stream<Path> own = Stream.of(UserFolders.cache().resolve("audio"), UserFolders.config(), folder);
        Stream<Path> used = WRITTEN_TO.stream().flatMap(f -> settings.folder(f).stream());
        Stream.concat(own, used).forEach(StaleFiles::sweep);
    }

    private static Optional<Left> read(Path file) {
        try {
            byte[] content = PlainFile.read(file, SessionFile.MOST_BYTES);
            SessionDocument document = SessionFile.read(file, content);
            var about = JSON.readTree(content).path(ABOUT);
            Optional<Path> origin =
                    about.has("file") ? Optional.of(Path.of(about.path("file").asText())) : Optional.empty();
            Optional<FileState> state = about.has("bytes")
                    ? Optional.of(new FileState(
                            about.path("bytes").asLong(),
                            about.path("changedMillis").asLong()))
                    : Optional.empty();
            Instant when = Files.getLastModifiedTime(file).toInstant();
            return Optional.of(new Left(file, when, document, origin, state));
        } catch (IOException | RuntimeException e) {
            LOG.warn("{} was left, but cannot be read", file, e);
            return Optional.empty();
        }
    }

    /** Goes on with what was left: it is open, and only then not kept there any more. */
    public void open(Left left) {
        workspace.restore(left.document(), new Draft(SessionDocument.EMPTY, left.origin(), left.state()));
        write();
        background.keep(() -> delete(left));
    }

    /** Throws away what was left. */
    public void discard(Left left) {
        background.keep(() -> delete(left));
    }

    private static void delete(Left left) {
        try {
            Files.deleteIfExists(left.left());
        } catch (IOException e) {
            LOG.warn("{} could not be removed", left.left(), e);
        }
    }

    /** Ends: the window is closed as it should be, so nothing is left. */
    public void close() {
        closed = true;
        background.keep(() -> {
            try {
                Files.deleteIfExists(own);
            } catch (IOException e) {
                LOG.warn("{} could not be removed", own, e);
            }
        });
    }
}
