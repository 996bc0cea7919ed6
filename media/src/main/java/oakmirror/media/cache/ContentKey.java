package oakmirror.media.cache;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * Stands for what a file holds: a digest of its length, its time of change, 64 parts of 32 KiB spread evenly over it, and its end (all of
 * a file up to 2 MiB).
 *
 * @param value letters and digits
 * @param state the state the file was in when the key was taken
 */
public record ContentKey(String value, FileState state) {

    private static final int SAMPLED_PARTS = 64;
    private static final int SAMPLED_BYTES = 1 << 15;
    private static final int READ_BYTES = 1 << 18;

    /** The key of a file as it is now. */
    public static ContentKey of(Path file) throws IOException {
        FileState state = FileState.of(file);
        return new ContentKey(digest(file, state, state.changedMillis()), state);
    }

    /** The same, whenever it was changed: tells in a moment that two files differ, and of those up to 2 MiB that they do not. */
    public static String sampleOf(Path file) throws IOException {
        return digest(file, FileState.of(file), 0);
    }

    /** Stands for all bytes of a file and nothing else: the first half of their SHA-256. Reads the whole file. */
    public static String bytesOf(Path file) throws IOException {
        MessageDigest digest = sha256();
        ByteBuffer part = ByteBuffer.allocate(READ_BYTES);
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            while (channel.read(part.clear()) >= 0) {
                digest.update(part.flip());
            }
        }
        return letters(digest);
    }

    static String letters(MessageDigest digest) {
        return HexFormat.of().formatHex(digest.digest(), 0, 16);
    }

    private static String digest(Path file, FileState state, long changedMillis) throws IOException {
        MessageDigest digest = sha256();
        digest.update(ByteBuffer.allocate(16)
                .putLong(state.bytes())
                .putLong(changedMillis)
                .flip());
        ByteBuffer part = ByteBuffer.allocate(SAMPLED_BYTES);
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            long step = Math.max(SAMPLED_BYTES, (state.bytes() - SAMPLED_BYTES) / (SAMPLED_PARTS - 1));
            for (long at = 0; at < state.bytes(); at += step) {
                digest.update(read(channel, part, at));
            }
            digest.update(read(channel, part, Math.max(0, state.bytes() - SAMPLED_BYTES)));
        }
        return letters(digest);
    }

    /** The key of what is kept of something without its bytes. */
    public static ContentKey kept(String value) {
        return new ContentKey(value, new FileState(0, 0));
    }

    private static ByteBuffer read(FileChannel channel, ByteBuffer part, long at) throws IOException {
        part.clear();
        channel.read(part, at);
        return part.flip();
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
