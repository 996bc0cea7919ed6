package oakmirror.surface;

/** How values of a control are meant. */
public enum Sense {
    /** A button: done when it is pressed. */
    PRESS,
    /** A knob or fader with ends: its value is where it stands. */
    ABSOLUTE,
    /** An endless knob: 1 to 63 are steps up, 127 down to 64 steps down. */
    TWOS,
    /** An endless knob: steps are counted from 64. */
    OFFSET,
    /** An endless knob: 1 to 63 are steps up, 65 to 127 as many down. */
    SIGN;

    /** Whether it tells steps and not a place. */
    public boolean isRelative() {
        return ordinal() >= TWOS.ordinal();
    }

    /** How many steps a value means, below 0 down; of an endless knob. */
    int steps(int value) {
        return switch (this) {
            case TWOS -> value < 64 ? value : value - 128;
            case OFFSET -> value - 64;
            case SIGN -> value < 64 ? value : 64 - value;
            default -> 0;
        };
    }
}
