package oakmirror.surface;

import oakmirror.text.Texts;

/**
 * A button, knob or fader of a controller, by what it sends.
 *
 * @param device the controller's name
 * @param kind what it sends
 * @param channel MIDI channel, from 1 to 16
 * @param number of the note or controller, from 0 to 127; 0 for a bend
 */
public record Control(String device, Kind kind, int channel, int number) {

    /** What a control sends. */
    public enum Kind {
        /** Notes, as buttons and pads do. */
        NOTE(127),
        /** Control changes, as knobs, faders and many buttons do. */
        CONTROLLER(127),
        /** Pitch bends, as faders of fine resolution do. */
        BEND(16383);

        private final int most;

        Kind(int most) {
            this.most = most;
        }

        /** The highest value it sends. */
        public int most() {
            return most;
        }
    }

    private static final int LONGEST_NAME = 200;

    /** Checks what may come from a file. */
    public Control {
        boolean isNamed = device != null && !device.isBlank() && device.length() <= LONGEST_NAME;
        if (!isNamed || kind == null || channel < 1 || channel > 16 || number < 0 || number > 127) {
            throw new IllegalArgumentException(Texts.of("invalid.control"));
        }
    }
}
