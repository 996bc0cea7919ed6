package oakmirror.desk.plot;

import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.audio.TimeRange;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.rhythm.BarGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * The mix's loudness over time above the axis, one reference's below, facing each other; passages as brackets along the outer edges. A click
 * jumps there, dragging marks a passage, a bracket's ends and its line can be dragged, dragging the axis slides the reference, the wheel
 * zooms, a double click shows everything again.
 */
public final class MirroredContour extends PlotPane {

    /** What the user does, by side: 0 above, 1 below; moments are in the time of that side's track. */
    public interface Listener {
        /** Wants to be at a moment. */
        void seek(int side, double seconds);

        /** Begins a passage. */
        void begin(int side, TimeRange range);

        /** Gives the chosen passage another range. */
        void shape(int side, TimeRange range);

        /** A range where it would lie on bars. */
        TimeRange snapped(int side, TimeRange range);

        /** Slides the lower track. */
        void slide(double shiftSeconds);

        /** Lets go of what was dragged. */
        void end();

        /** Chooses a passage. */
        void choose(int side, int passage);

        /** Asks for what can be done with a passage, or with a moment when the passage is −1. */
        void menu(int side, int passage, double seconds, double screenX, double screenY);
    }

    private enum Grip {
        NOTHING,
        NEW,
        START,
        END,
        WHOLE,
        SLIDE
    }

    private static final double LEFT = 60;
    private static final double RIGHT = 14;
    private static final double AXIS = 22;
    private static final double BRACKET = 20;
    private static final double NEAR = 6;
    private static final double DRAG_PIXELS = 4;
    private static final double LEAST_BAR_PIXELS = 7;

    private final TimeAxis axis = new TimeAxis();
    private final Listener listener;
    private final MirrorSide[] sides = new MirrorSide[2];
    private final double[] positions = new double[2];
    private final PlayLine[] lines = {new PlayLine(), new PlayLine()};
    private Grip grip = Grip.NOTHING;
    private int gripped;
    private boolean dragging;
    private double pressedX;
    private TimeRange rangeBefore = new TimeRange(0, 0);
    private double shiftBefore;

    /** A mirror that tells what is done with it. */
    public MirroredContour(Listener listener) {
        this.listener = listener;
        getChildren().addAll(lines);
        setCursor(Cursor.TEXT);
        speak(() -> Texts.of("plot.mirrorOfLoudnessAbove", words(sides[0]), words(sides[1])));
        setOnMousePressed(this::press);
        setOnMouseDragged(this::drag);
        setOnMouseReleased(this::release);
        setOnMouseMoved(e -> setCursor(cursor(grip(e))));
        setOnScroll(e -> {
            if (e.isShiftDown() || Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
                axis.pan(-(e.getDeltaX() + e.getDeltaY()));
            } else if (e.getDeltaY() != 0) {
                axis.zoom(e.getDeltaY() > 0 ? 0.8 : 1.25, e.getX());
            }
            e.consume();
            redraw();
        });
    }

    private static String words(MirrorSide side) {
        if (side == null) {
            return Texts.of("plot.nothing");
        }
        String passage = side.chosen() < 0
                ? Texts.of("plot.wholeTrack")
                : side.passages().get(side.chosen()).label();
        return side.figure() + ", " + passage;
    }

    /** The part of the common time that is in view, from 0 on. */
    public TimeRange view() {
        return new TimeRange(Math.max(0, axis.from()), Math.max(0, axis.to()));
    }

    /** Shows other tracks, or the same with other passages. */
    public void show(Optional<MirrorSide> above, Optional<MirrorSide> below) {
        boolean sameTracks = isSame(sides[0], above) && isSame(sides[1], below);
        sides[0] = above.orElse(null);
        sides[1] = below.orElse(null);
        double first = 0;
        double end = 0;
        for (MirrorSide side : sides) {
            if (side != null) {
                first = Math.min(first, side.start());
                end = Math.max(end, side.end());
            }
        }
        if (grip == Grip.SLIDE && dragging) {
            redraw(); // the ground stays while a track slides over it
        } else if (sameTracks) {
            axis.keepView(first, end);
        } else {
            axis.showAll(first, end);
        }
        redraw();
    }

    private static boolean isSame(MirrorSide was, Optional<MirrorSide> is) {
        return was == null ? is.isEmpty() : is.isPresent() && is.get().contour().isOf(was.contour());
    }

    /** Moves the playing positions, each in its own track's time. */
    public void setPositions(double aboveSeconds, double belowSeconds) {
        positions[0] = aboveSeconds;
        positions[1] = belowSeconds;
        for (int i = 0; i < 2; i++) {
            if (sides[i] != null) {
                lines[i].move(xOf(i, positions[i]), LEFT, Math.floor(getWidth()) - RIGHT);
            }
        }
    }

    private int sideAt(double y) {
        return y < getHeight() / 2 ? 0 : 1;
    }

    private boolean isOnAxis(double y) {
        return Math.abs(y - getHeight() / 2) <= AXIS / 2;
    }

    private boolean isOnBracketLine(double y) {
        return y < BRACKET || y > getHeight() - BRACKET;
    }

    private double secondsAt(int side, double x) {
        return Math.max(0, Math.min(sides[side].contour().seconds(), axis.seconds(x) - sides[side].shiftSeconds()));
    }

    private double xOf(int side, double seconds) {
        return axis.x(seconds + sides[side].shiftSeconds());
    }

    private Grip grip(MouseEvent e) {
        if (isOnAxis(e.getY())) {
            return sides[1] == null || sides[0] == null ? Grip.NOTHING : Grip.SLIDE;
        }
        int side = sideAt(e.getY());
        if (sides[side] == null) {
            return Grip.NOTHING;
        }
        Optional<TimeRange> chosen = sides[side].chosenRange();
        if (chosen.isPresent()) {
            double start = xOf(side, chosen.get().startSeconds());
            double end = xOf(side, chosen.get().endSeconds());
            if (Math.abs(e.getX() - end) <= NEAR) {
                return Grip.END;
            }
            if (Math.abs(e.getX() - start) <= NEAR) {
                return Grip.START;
            }
            if (e.getX() > start && e.getX() < end && isOnBracketLine(e.getY())) {
                return Grip.WHOLE;
            }
        }
        return Grip.NEW;
    }

    private static Cursor cursor(Grip grip) {
        return switch (grip) {
            case START, END -> Cursor.H_RESIZE;
            case WHOLE, SLIDE -> Cursor.OPEN_HAND;
            default -> Cursor.TEXT;
        };
    }

    private void press(MouseEvent e) {
        pressedX = e.getX();
        dragging = false;
        grip = e.getButton() == MouseButton.PRIMARY ? grip(e) : Grip.NOTHING;
        gripped = sideAt(e.getY());
        if (grip == Grip.SLIDE) {
            shiftBefore = sides[1].shiftSeconds();
        } else if (sides[gripped] != null) {
            rangeBefore = sides[gripped].chosenRange().orElse(new TimeRange(0, 0));
        }
        if (e.getClickCount() == 2) {
            axis.showAll(axis.first(), axis.end());
            redraw();
        }
    }

    private void drag(MouseEvent e) {
        boolean begins = !dragging && Math.abs(e.getX() - pressedX) > DRAG_PIXELS;
        if (grip == Grip.NOTHING || (!dragging && !begins)) {
            return;
        }
        dragging = true;
        double by = axis.secondsBetween(pressedX, e.getX());
        if (grip == Grip.SLIDE) {
            listener.slide(meeting(shiftBefore + by, e.isAltDown()));
            return;
        }
        double length = sides[gripped].contour().seconds();
        double start = rangeBefore.startSeconds();
        double end = rangeBefore.endSeconds();
        TimeRange wanted =
                switch (grip) {
                    case START -> range(Math.min(end, Math.max(0, start + by)), end);
                    case END -> range(start, Math.max(start, Math.min(length, end + by)));
                    case WHOLE -> {
                        double moved = Math.max(0, Math.min(length - (end - start), start + by));
                        yield range(moved, moved + end - start);
                    }
                    default -> range(secondsAt(gripped, pressedX), secondsAt(gripped, e.getX()));
                };
        TimeRange snapped = e.isAltDown() ? wanted : listener.snapped(gripped, wanted);
        if (begins && grip == Grip.NEW) {
            listener.begin(gripped, snapped);
        } else {
            listener.shape(gripped, snapped);
        }
    }

    private static TimeRange range(double one, double other) {
        return new TimeRange(Math.min(one, other), Math.max(one, other));
    }

    /** A slide that catches where the chosen passages begin together. */
    private double meeting(double shift, boolean freely) {
        Optional<TimeRange> above = sides[0].chosenRange();
        Optional<TimeRange> below = sides[1].chosenRange();
        if (freely || above.isEmpty() || below.isEmpty()) {
            return shift;
        }
        double together = above.get().startSeconds()
                + sides[0].shiftSeconds()
                - below.get().startSeconds();
        return Math.abs(axis.x(shift) - axis.x(together)) <= NEAR ? together : shift;
    }

    private void release(MouseEvent e) {
        if (dragging) {
            dragging = false;
            grip = Grip.NOTHING;
            listener.end();
            return;
        }
        int side = sideAt(e.getY());
        if (sides[side] == null || isOnAxis(e.getY())) {
            return;
        }
        int passage = passageAt(side, e.getX());
        if (e.getButton() == MouseButton.SECONDARY) {
            listener.menu(side, passage, secondsAt(side, e.getX()), e.getScreenX(), e.getScreenY());
        } else if (e.getButton() == MouseButton.PRIMARY && e.getClickCount() == 1) {
            if (isOnBracketLine(e.getY()) && passage >= 0) {
                listener.choose(side, passage);
            }
            listener.seek(side, secondsAt(side, e.getX()));
        }
    }

    private int passageAt(int side, double x) {
        double seconds = axis.seconds(x) - sides[side].shiftSeconds();
        for (int i = sides[side].passages().size() - 1; i >= 0; i--) {
            TimeRange r = sides[side].passages().get(i).range();
            if (seconds >= r.startSeconds() && seconds < r.endSeconds()) {
                return i;
            }
        }
        return -1;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        axis.place(LEFT, w - RIGHT);
        double middle = h / 2;
        for (double t : Ticks.between(axis.from(), axis.to(), axis.tickSeconds())) {
            line(g, axis.x(t), BRACKET, axis.x(t), middle - AXIS / 2, p.hairline());
            line(g, axis.x(t), middle + AXIS / 2, axis.x(t), h - BRACKET, p.hairline());
            String label = (t < -1e-9 ? "−" : "") + Numbers.time(Math.abs(t) + 1e-6);
            text(g, label, axis.x(t), middle, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        drawSide(g, p, 0, w, middle - AXIS / 2, -1, h);
        drawSide(g, p, 1, w, middle + AXIS / 2, 1, h);
        setPositions(positions[0], positions[1]);
    }

    /** Draws a side from its base line on; {@code up} is −1 above and 1 below. */
    private void drawSide(GraphicsContext g, Palette p, int side, double w, double base, int up, double h) {
        if (sides[side] == null) {
            lines[side].setVisible(false);
            return;
        }
        MirrorSide s = sides[side];
        double reach = up * (h / 2 - AXIS / 2 - BRACKET - 3);
        double edge = base + reach;
        int number = s.contour().index();
        Color colour = number == 0 ? p.ink() : p.reference(number - 1);
        s.chosenRange().ifPresent(r -> {
            g.setFill(Palette.faint(p.accent(), 0.2));
            double left = clampX(xOf(side, r.startSeconds()), w);
            double right = clampX(xOf(side, r.endSeconds()), w);
            g.fillRect(left, Math.min(base, edge), right - left, Math.abs(reach));
        });
        s.bars().ifPresent(b -> bars(g, p, side, b, w, base, up));
        s.contour().draw(g, axis, s.shiftSeconds(), base, reach, colour);
        double top = up < 0 ? BRACKET + 8 : h - BRACKET - 25;
        String name = number == 0 ? Texts.of("plot.mix") : String.valueOf(number);
        text(g, name, 12, top, TextAlignment.LEFT, Fonts.BOLD, colour);
        text(g, s.figure(), 12, top + 17, TextAlignment.LEFT, Fonts.TEXT, p.quiet());
        for (int i = 0; i < s.passages().size(); i++) {
            if (i != s.chosen()) {
                bracket(g, p, side, s.passages().get(i), w, edge, up, false, colour);
            }
        }
        if (s.chosen() >= 0) {
            bracket(g, p, side, s.passages().get(s.chosen()), w, edge, up, true, colour);
        }
        lines[side].reach(base, edge, p.warning());
    }

    private static double clampX(double x, double w) {
        return Math.max(LEFT, Math.min(w - RIGHT, x));
    }

    private void bars(GraphicsContext g, Palette p, int side, BarGrid bars, double w, double base, int up) {
        double pixels = axis.x(bars.barSeconds()) - axis.x(0);
        int every = 1;
        while (pixels * every < LEAST_BAR_PIXELS) {
            every *= 4;
        }
        double length = sides[side].contour().seconds();
        for (double bar = Math.ceil(bars.barsAt(0) - 1e-6); bars.secondsAt(bar) <= length; bar++) {
            double x = xOf(side, bars.secondsAt(bar));
            if (Math.floorMod((long) bar, every) == 0 && x >= LEFT && x <= w - RIGHT) {
                line(g, x, base, x, base + up * (Math.floorMod((long) bar, 4L * every) == 0 ? 9 : 5), p.quiet());
            }
        }
    }

    private void bracket(
            GraphicsContext g,
            Palette p,
            int side,
            MirrorSide.Bracket b,
            double w,
            double edge,
            int up,
            boolean isChosen,
            Color colour) {
        double left = clampX(xOf(side, b.range().startSeconds()), w);
        double right = clampX(xOf(side, b.range().endSeconds()), w);
        if (right - left < 2) {
            return;
        }
        Color tone = isChosen ? colour : p.quiet();
        double out = edge + up * 3;
        double in = edge - up * (isChosen ? 7 : 3);
        g.setStroke(tone);
        g.setLineWidth(isChosen ? 2 : 1);
        g.strokePolyline(new double[] {left, left, right, right}, new double[] {in, out, out, in}, 4);
        double middle = Math.max(LEFT + 40, Math.min(w - RIGHT - 40, (left + right) / 2));
        var font = isChosen ? Fonts.BOLD : Fonts.SMALL;
        text(g, b.label(), middle, edge + up * 12, TextAlignment.CENTER, font, tone);
    }
}
