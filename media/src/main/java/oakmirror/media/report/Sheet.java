package oakmirror.media.report;

import java.io.IOException;

/** Something that can be drawn on, from the upper left corner, in points. Colours are RGB. */
interface Sheet {

    /** Weight of a text. */
    enum Face {
        REGULAR,
        BOLD,
        HEADING
    }

    /** Where a text stands against its place. */
    enum Align {
        LEFT,
        CENTRE,
        RIGHT
    }

    /** How a line is drawn. */
    record Pen(int colour, double width, double... dash) {}

    /** A straight line. */
    default void line(double x1, double y1, double x2, double y2, Pen pen) throws IOException {
        polyline(new double[] {x1, x2}, new double[] {y1, y2}, pen);
    }

    /** Lines from point to point; where a coordinate is not a number there is a gap. */
    void polyline(double[] xs, double[] ys, Pen pen) throws IOException;

    /** A filled area within a line that closes itself. */
    void area(double[] xs, double[] ys, int colour) throws IOException;

    /** A filled rectangle. */
    void box(double x, double y, double width, double height, int colour) throws IOException;

    /** A text, its foot line at y. */
    void text(String text, double x, double y, double size, Face face, Align align, int colour) throws IOException;

    /** Width of a text. */
    double width(String text, double size, Face face) throws IOException;
}
