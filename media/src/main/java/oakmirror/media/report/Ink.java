package oakmirror.media.report;

/** Colours and dashes of a report: the window's by daylight, which keep their order of darkness in grey. */
final class Ink {

    static final int PAPER = 0xFFFFFF;
    static final int INK = 0x25221C;
    static final int QUIET = 0x6A6355;
    static final int HAIRLINE = 0xCFC6B2;
    static final int WASH = 0xE4DECF;
    static final int ACCENT = 0x4C6B3C;
    static final int WARNING = 0xA8461F;
    static final int RISE = 0xB9C6B1;
    static final int FALL = 0xE0B9A8;

    private static final int[] PIGMENTS = {
        0x1C6E68, 0x84447A, 0x865C0F, 0xA6432B, 0x44618A, 0x5F6B1F, 0xA8385C, 0x75503A
    };
    private static final double[][] DASHES = {
        {5, 2.5}, {1.2, 2}, {6, 2, 1.2, 2}, {8, 2}, {2.5, 2.5}, {6, 2, 1.2, 2, 1.2, 2}, {2, 1.2}, {9, 2.5, 2.5, 2.5}
    };

    private Ink() {}

    /** A reference's line, counted from 0. */
    static Sheet.Pen reference(int index) {
        return new Sheet.Pen(PIGMENTS[index % PIGMENTS.length], 0.8, DASHES[index % DASHES.length]);
    }
}
