package oakmirror.media.device;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import oakmirror.surface.Control;
import oakmirror.surface.Control.Kind;
import oakmirror.surface.Moved;

/**
 * A controller that is a picture, or a test: eight buttons that can be lit and four knobs, which send what a real one would. Plugged and unplugged at will.
 */
public final class SimulatedController implements ControllerPorts {

    /** What it is called. */
    public static final String NAME = "Simulated controller";

    /** How many buttons it has. */
    public static final int BUTTONS = 8;

    /** How many knobs it has. */
    public static final int KNOBS = 4;

    private static final int FIRST_NOTE = 36;
    private static final int FIRST_KNOB = 20;

    private volatile boolean isPlugged;
    private volatile Optional<Messages> receiver = Optional.empty();
    private volatile Consumer<Moved> lights = light -> {};

    /** The control of a button, from 0. */
    public static Control button(int index) {
        return new Control(NAME, Kind.NOTE, 1, FIRST_NOTE + index);
    }

    /** The control of a knob, from 0. */
    public static Control knob(int index) {
        return new Control(NAME, Kind.CONTROLLER, 1, FIRST_KNOB + index);
    }

    /** Plugs it in, or pulls it out. */
    public void setPlugged(boolean is) {
        isPlugged = is;
        if (!is) {
            receiver = Optional.empty();
        }
    }

    /** Who is told what is lit, and where knobs should stand; on any thread. */
    public void onLight(Consumer<Moved> told) {
        lights = told;
    }

    /** Whether somebody listens to it. */
    public boolean isOpen() {
        return receiver.isPresent();
    }

    /** A button is pressed or let go. */
    public void press(int index, boolean isDown) {
        send(new Moved(button(index), isDown ? 127 : 0).message());
    }

    /** A knob is turned to a place, from 0 to 127. */
    public void turn(int index, int value) {
        send(new Moved(knob(index), value).message());
    }

    /** Sends bytes, whatever they are. */
    public void send(byte[] message) {
        receiver.ifPresent(r -> r.take(message, message.length));
    }

    @Override
    public List<String> names() {
        return isPlugged ? List.of(NAME) : List.of();
    }

    @Override
    public Port open(String name, Messages to) throws IOException {
        if (!isPlugged || !name.equals(NAME)) {
            throw new IOException("no controller " + name);
        }
        receiver = Optional.of(to);
        return new Port() {
            @Override
            public void send(byte[] message) {
                Moved.of(NAME, message, message.length).ifPresent(lights);
            }

            @Override
            public void close() {
                receiver = Optional.empty();
            }
        };
    }
}
