package oakmirror.surface;

import java.util.Optional;
import oakmirror.surface.Control.Kind;

/**
 * A control was moved, as a MIDI message says it (MIDI 1.0 Detailed Specification, the MIDI Association; from memory).
 *
 * @param control which
 * @param value what it is at now, from 0 to its {@linkplain Kind#most() most}; a note's is 0 when it is let go
 */
public record Moved(Control control, int value) {

    private static final int NOTE_OFF = 0x80;
    private static final int NOTE_ON = 0x90;
    private static final int CONTROL_CHANGE = 0xB0;
    private static final int PITCH_BEND = 0xE0;
    /** Control changes from here on are modes of a channel, and no controls. */
    private static final int FIRST_MODE = 120;

    /** What a message says, whatever its bytes are; nothing where it is of another kind, or none at all. */
    public static Optional<Moved> of(String device, byte[] message, int length) {
        if (length != 3 || message.length < 3 || message[1] < 0 || message[2] < 0) {
            return Optional.empty();
        }
        int channel = 1 + (message[0] & 0x0F);
        int number = message[1];
        int value = message[2];
        return switch (message[0] & 0xF0) {
            case NOTE_ON -> moved(device, Kind.NOTE, channel, number, value);
            case NOTE_OFF -> moved(device, Kind.NOTE, channel, number, 0);
            case CONTROL_CHANGE ->
                number < FIRST_MODE ? moved(device, Kind.CONTROLLER, channel, number, value) : Optional.empty();
            case PITCH_BEND -> moved(device, Kind.BEND, channel, 0, value << 7 | number);
            default -> Optional.empty();
        };
    }

    private static Optional<Moved> moved(String device, Kind kind, int channel, int number, int value) {
        return Optional.of(new Moved(new Control(device, kind, channel, number), value));
    }

    /** The message that says so, as it lights a button or moves a fader. */
    public byte[] message() {
        int status =
                switch (control.kind()) {
                    case NOTE -> NOTE_ON;
                    case CONTROLLER -> CONTROL_CHANGE;
                    case BEND -> PITCH_BEND;
                };
        boolean bends = control.kind() == Kind.BEND;
        return new byte[] {
            (byte) (status | control.channel() - 1),
            (byte) (bends ? value & 0x7F : control.number()),
            (byte) (bends ? value >> 7 : value)
        };
    }
}
