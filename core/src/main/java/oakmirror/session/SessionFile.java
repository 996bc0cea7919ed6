package oakmirror.session;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import oakmirror.files.AtomicFile;
import oakmirror.files.DiskFullException;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/**
 * Sessions as JSON files. Audio files below the session's folder, or beside it, are named relative to it, so that a folder can be
 * moved as a whole; others absolutely. A field that is missing takes its default; an unknown one is passed over.
 */
public final class SessionFile {

    /** The ending of a session's file name. */
    public static final String ENDING = ".oakmirror.json";

    /** No session's file is larger: room for sixteen references of 64 folded profiles each, and for what happened. */
    public static final long MOST_BYTES = 64L << 20;

    private static final String FORMAT = "oak-mirror-session";
    private static final int VERSION = 3;

    private SessionFile() {}

    /**
     * Writes a session's file whole or not at all.
     *
     * @throws IOException when it cannot be written; its message is one sentence for the user
     */
    public static void write(SessionDocument document, Path file) throws IOException {
        byte[] bytes = bytes(document, file);
        if (bytes.length > MOST_BYTES) {
            throw new IOException(Texts.of("sessions.theSessionHasBecome"));
        }
        try {
            AtomicFile.write(file, bytes);
        } catch (DiskFullException e) {
            throw new IOException(Texts.of("sessions.thereIsNoRoom", file.getFileName()), e);
        } catch (IOException e) {
            throw new IOException(Texts.of("sessions.theSessionCouldNot"), e);
        }
    }

    /** What {@link #write} writes. */
    public static byte[] bytes(SessionDocument document, Path file) throws IOException {
        ObjectNode root = SessionJson.MAPPER.createObjectNode();
        root.put("format", FORMAT).put("version", VERSION);
        root.setAll(SessionJson.toTree(document, folderOf(file)));
        return SessionJson.MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    }

    /** Has the reader of sessions made ready, which takes a while the first time: to be called in the background while the program starts. */
    public static void prepare() {
        try {
            read(Path.of("none"), bytes(SessionDocument.EMPTY, Path.of("none")));
        } catch (IOException e) {
            throw new IllegalStateException("an empty session can be read", e);
        }
    }

    /** What a session in a file is called that has no name of its own. */
    public static String nameOf(Path file) {
        String name = file.getFileName().toString();
        String ending = name.endsWith(ENDING) ? ENDING : ".json";
        return name.endsWith(ending) && name.length() > ending.length()
                ? name.substring(0, name.length() - ending.length())
                : name;
    }

    private static Path folderOf(Path file) {
        return file.toAbsolutePath().normalize().getParent();
    }

    /**
     * Reads a session's file. Audio files are not looked for here.
     *
     * @throws IOException when the file cannot be read or is no session; its message is one sentence for the user
     */
    public static SessionDocument read(Path file) throws IOException {
        return read(file, PlainFile.read(file, MOST_BYTES));
    }

    /** Reads what a session's file holds. */
    public static SessionDocument read(Path file, byte[] content) throws IOException {
        JsonNode read;
        try {
            read = SessionJson.MAPPER.readTree(content);
        } catch (JsonProcessingException e) {
            throw new IOException(Texts.of("sessions.isNotAnOak", file.getFileName()), e);
        }
        if (!(read instanceof ObjectNode root)
                || !FORMAT.equals(root.path("format").asText())) {
            throw new IOException(Texts.of("sessions.isNotAnOak", file.getFileName()));
        }
        JsonNode said = root.path("version");
        if (said.isNumber() && said.asDouble() > VERSION) {
            throw new IOException(Texts.of("sessions.wasSavedByA", file.getFileName()));
        }
        try {
            int version = said.isMissingNode() ? 1 : SessionJson.version(said);
            ObjectNode current = version < 2 ? SessionUpgrade.fromFirst(root) : root;
            SessionUpgrade.withoutLimiter(current);
            return SessionJson.fromTree(current, folderOf(file));
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new IOException(
                    Texts.of("sessions.holdsASettingThat", file.getFileName(), SessionJson.sentence(e)), e);
        }
    }
}
