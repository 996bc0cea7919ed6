package oakmirror.delivery;

import java.util.Arrays;
import java.util.Optional;

/**
 * A picture that a file carries.
 *
 * @param type {@code image/jpeg} or {@code image/png}
 * @param data the picture's file
 */
public record Cover(String type, byte[] data) {

    /** No cover is larger. */
    public static final int MOST_BYTES = 16 << 20;

    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] JPEG = {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF};

    /** What is in a picture's file; nothing where it is neither JPEG nor PNG, or too large. */
    public static Optional<Cover> of(byte[] data) {
        if (data.length > MOST_BYTES) {
            return Optional.empty();
        }
        if (startsWith(data, PNG)) {
            return Optional.of(new Cover("image/png", data));
        }
        return startsWith(data, JPEG) ? Optional.of(new Cover("image/jpeg", data)) : Optional.empty();
    }

    private static boolean startsWith(byte[] data, byte[] start) {
        return data.length > start.length && Arrays.equals(data, 0, start.length, start, 0, start.length);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Cover c && type.equals(c.type) && Arrays.equals(data, c.data);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(data);
    }

    @Override
    public String toString() {
        return type + ", " + data.length + " bytes";
    }
}
