package oakmirror.media.device;

import java.io.IOException;
import java.util.List;

/** Where controllers are found and opened: those of the system, or others that behave like them. */
public interface ControllerPorts {

    /** Takes messages, on a thread of the device's own; must be quick. */
    @FunctionalInterface
    interface Messages {
        /** Takes one message of that many bytes. */
        void take(byte[] message, int length);
    }

    /** An open controller. */
    interface Port extends AutoCloseable {

        /** Sends a message, as to light a button; one that cannot be sent is passed over. */
        void send(byte[] message);

        @Override
        void close();
    }

    /** Those of several kinds together; of two of one name that of the first kind. */
    static ControllerPorts all(List<ControllerPorts> kinds) {
        return new ControllerPorts() {
            @Override
            public List<String> names() {
                return kinds.stream()
                        .flatMap(k -> k.names().stream())
                        .distinct()
                        .toList();
            }

            @Override
            public Port open(String name, Messages messages) throws IOException {
                for (ControllerPorts kind : kinds) {
                    if (kind.names().contains(name)) {
                        return kind.open(name, messages);
                    }
                }
                throw new IOException("no controller " + name);
            }
        };
    }

    /** The names of those there are at the moment; asking the system may take a while. */
    List<String> names();

    /**
     * Opens one.
     *
     * @throws IOException when it cannot be had, as where another program has it for itself; or is gone
     */
    Port open(String name, Messages messages) throws IOException;
}
