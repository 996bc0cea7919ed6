package oakmirror.surface;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;

/** Packets of Open Sound Control (M. Wright, "The Open Sound Control 1.0 Specification", 2002; from memory). What is no packet holds no messages. */
public final class OscPacket {

    /**
     * A message.
     *
     * @param address where it goes
     * @param number its first argument where that is a number; true is 1 and false 0
     */
    public record Message(String address, OptionalDouble number) {}

    private static final String BUNDLE = "#bundle";
    private static final int DEEPEST = 4;
    private static final int MOST_MESSAGES = 256;
    private static final int TIME_TAG_BYTES = 8;

    private OscPacket() {}

    /** All messages of a packet, those of bundles among them, whenever they ask to be done. */
    public static List<Message> read(byte[] bytes, int length) {
        List<Message> all = new ArrayList<>();
        read(ByteBuffer.wrap(bytes, 0, Math.min(length, bytes.length)).slice(), 0, all);
        return all;
    }

    private static void read(ByteBuffer in, int depth, List<Message> all) {
        String address = text(in);
        if (address == null || all.size() >= MOST_MESSAGES) {
            return;
        }
        if (address.equals(BUNDLE) && depth < DEEPEST && in.remaining() >= TIME_TAG_BYTES) {
            in.getLong();
            while (in.remaining() >= Integer.BYTES) {
                int size = in.getInt();
                if (size <= 0 || size > in.remaining()) {
                    return;
                }
                read(in.slice(in.position(), size), depth + 1, all);
                in.position(in.position() + size);
            }
        } else if (address.startsWith("/")) {
            String types = text(in);
            boolean hasArguments = types != null && types.startsWith(",") && types.length() > 1;
            all.add(new Message(address, hasArguments ? number(in, types.charAt(1)) : OptionalDouble.empty()));
        }
    }

    private static OptionalDouble number(ByteBuffer in, char type) {
        double value =
                switch (type) {
                    case 'f' -> in.remaining() >= Float.BYTES ? in.getFloat() : Double.NaN;
                    case 'i' -> in.remaining() >= Integer.BYTES ? in.getInt() : Double.NaN;
                    case 'd' -> in.remaining() >= Double.BYTES ? in.getDouble() : Double.NaN;
                    case 'h' -> in.remaining() >= Long.BYTES ? in.getLong() : Double.NaN;
                    case 'T' -> 1;
                    case 'F' -> 0;
                    default -> Double.NaN;
                };
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    /** A text up to its zero, which is filled up to four bytes; null where it has no end. */
    private static String text(ByteBuffer in) {
        int start = in.position();
        int end = start;
        while (end < in.limit() && in.get(end) != 0) {
            end++;
        }
        int next = start + (end - start) / 4 * 4 + 4;
        if (end == in.limit() || next > in.limit()) {
            return null;
        }
        byte[] text = new byte[end - start];
        in.get(text);
        in.position(next);
        return new String(text, StandardCharsets.US_ASCII);
    }

    /** A message with one number. */
    public static byte[] write(String address, double number) {
        byte[] name = address.getBytes(StandardCharsets.US_ASCII);
        ByteBuffer out = ByteBuffer.allocate(name.length / 4 * 4 + 4 + 8);
        out.put(Arrays.copyOf(name, name.length / 4 * 4 + 4));
        out.put(",f\0\0".getBytes(StandardCharsets.US_ASCII));
        out.putFloat((float) number);
        return out.array();
    }
}
