package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.TextAlignment;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.correction.RangeGuard;
import oakmirror.correction.Treatment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * A correction as an area about 0 dB, hatched where it raises and plain where it lowers, in the wash of what could as well be so, over the gap as a
 * thin line. Its moves are brackets above it, as passages are on a time line; where guards hold it back the plot is dotted, and a note in the margin
 * below says why. A move is chosen by a click; its bracket's ends are dragged for its width, its area up and down for its gain; a double click where
 * none is adds one by hand.
 */
public final class CorrectionPlot extends FrequencyPlot {

    /** What is done on the plot. */
    public interface Listener {

        /** A move was pressed; −1 where none is. */
        void choose(int move);

        /** A move is being treated in another way. */
        void treat(int move, Treatment treatment);

        /** The gesture has ended. */
        void settle();

        /** A move is wanted where there is none. */
        void add(double hz, double db);

        /** The wheel was turned up or down at a frequency. */
        void turn(double hz, boolean up);
    }

    private static final double BRACKETS = 34;
    private static final double NOTES = 50;
    private static final double LEGEND_HZ = 33;
    private static final double GRIP = 6;
    private static final double SLOP = 3;
    private static final double NOTE_WIDTH = 150;
    private static final double NOTE_GAP = 10;
    /** Seven octaves and more. */
    private static final double ALL_OVER = 128;

    private final Listener listener;
    private Proposal proposal = Proposal.none();
    private double strength = 1;
    private double[] appliedDb = new double[BandGrid.SIZE];
    private int chosen = -1;
    private Grip grip = Grip.NONE;
    private double pressedY;
    private double gainAtPress;
    private boolean dragging;

    private enum Grip {
        NONE,
        LOW,
        HIGH,
        GAIN
    }

    /** A plot that tells what is done on it. */
    public CorrectionPlot(Listener listener) {
        super(newCursor());
        this.listener = listener;
        speak(() -> Texts.of(
                "plot.correctionGapTrusted",
                atCursor(),
                Numbers.gainDb(atCursor(appliedDb)),
                Numbers.gainDb(atCursor(proposal.evidence().judgedDb())),
                Math.round(100 * atCursor(proposal.evidence().trust()))));
        setOnMousePressed(this::press);
        setOnMouseDragged(this::drag);
        setOnMouseReleased(e -> release());
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2 && e.getButton() == MouseButton.PRIMARY && holds(e) && moveAt(e.getX()) < 0) {
                listener.add(scale().hz(e.getX()), dbAt(e.getY()));
            }
        });
        setOnScroll(e -> {
            if (scale().holds(e.getX()) && e.getDeltaY() != 0) {
                listener.turn(scale().hz(e.getX()), e.getDeltaY() > 0);
            }
        });
        addEventHandler(
                MouseEvent.MOUSE_MOVED,
                e -> setCursor(
                        gripAt(e.getX(), e.getY()) == Grip.LOW || gripAt(e.getX(), e.getY()) == Grip.HIGH
                                ? Cursor.H_RESIZE
                                : Cursor.DEFAULT));
    }

    /** Shows another proposal, and what is applied of it in dB for each band of the {@link BandGrid}. */
    public void show(Proposal next, double[] applied, CorrectionSettings settings) {
        proposal = next;
        appliedDb = applied;
        strength = settings.strength();
        redraw();
    }

    /** Makes one move stand out; −1 for none. */
    public void choose(int move) {
        chosen = move;
        redraw();
    }

    private List<Move> moves() {
        return proposal.correction().moves();
    }

    private boolean holds(MouseEvent e) {
        return scale().holds(e.getX()) && e.getY() > top() && e.getY() < bottom();
    }

    private double dbAt(double y) {
        return (y(0) - y) / (y(0) - y(1));
    }

    private double left(Move move) {
        return Math.max(scale().left(), scale().x(Math.max(FrequencyScale.LOW_HZ, move.treatedLowHz())));
    }

    private double right(Move move) {
        return Math.min(scale().right(), scale().x(Math.min(FrequencyScale.HIGH_HZ, move.treatedHighHz())));
    }

    /** The move whose bracket spans a place, the chosen one first; −1 for none. */
    private int moveAt(double x) {
        int found = -1;
        for (int i = 0; i < moves().size(); i++) {
            if (x >= left(moves().get(i)) - GRIP && x <= right(moves().get(i)) + GRIP && (found < 0 || i == chosen)) {
                found = i;
            }
        }
        return found;
    }

    private boolean isLocked(int move) {
        return moves().get(move).kind() == Move.Kind.LOCKED;
    }

    private Grip gripAt(double x, double y) {
        if (chosen < 0 || chosen >= moves().size() || y > top() + GRIP || y < top() - BRACKETS || isLocked(chosen)) {
            return Grip.NONE;
        }
        Move move = moves().get(chosen);
        return Math.abs(x - left(move)) <= GRIP ? Grip.LOW : Math.abs(x - right(move)) <= GRIP ? Grip.HIGH : Grip.NONE;
    }

    private void press(MouseEvent e) {
        requestFocus();
        grip = gripAt(e.getX(), e.getY());
        dragging = false;
        pressedY = e.getY();
        if (grip != Grip.NONE || e.getY() > bottom()) {
            return;
        }
        int move = moveAt(e.getX());
        listener.choose(move);
        if (move >= 0 && e.getY() > top() && !isLocked(move)) {
            grip = Grip.GAIN;
            gainAtPress = moves().get(move).treatedGainDb();
        }
    }

    private void drag(MouseEvent e) {
        if (grip == Grip.NONE || chosen < 0 || chosen >= moves().size()) {
            return;
        }
        Move move = moves().get(chosen);
        Treatment t = move.treatment().withRefused(false);
        if (grip == Grip.GAIN) {
            if (!dragging && Math.abs(e.getY() - pressedY) < SLOP) {
                return;
            }
            double factor = move.kind().isFixed() ? 1 : Math.max(0.1, strength);
            double asked = gainAtPress + (dbAt(e.getY()) - dbAt(pressedY)) / factor;
            listener.treat(chosen, t.withGainFactor(asked / move.gainDb()));
        } else {
            double half = grip == Grip.LOW ? move.halfLowHz() : move.halfHighHz();
            double octaves = Math.log(scale().hz(e.getX()) / move.centreHz()) / Math.log(half / move.centreHz());
            listener.treat(chosen, t.withWidthFactor(octaves));
        }
        dragging = true;
    }

    private void release() {
        if (dragging) {
            listener.settle();
        }
        dragging = false;
        grip = Grip.NONE;
    }

    private double reach() {
        double largest = Arrays.stream(appliedDb).map(Math::abs).max().orElse(0);
        return largest > 8.5 ? 12 : largest > 5.5 ? 9 : 6;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double reach = reach();
        place(w, BRACKETS, h - NOTES - 20, reach, -reach);
        grid(g, p, 3, true, true);
        text(g, "dB", scale().left() - 7, top() - 12, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        double[] supported = proposal.evidence().supportedDb();
        double[] credible = proposal.evidence().credibleDb();
        between(g, sum(supported, credible, 1), sum(supported, credible, -1), Palette.faint(p.accent(), 0.13));
        double[] zero = new double[BandGrid.SIZE];
        between(g, Arrays.stream(appliedDb).map(d -> Math.min(0, d)).toArray(), zero, Palette.faint(p.warning(), 0.26));
        hatch(g, Arrays.stream(appliedDb).map(d -> Math.max(0, d)).toArray(), Palette.faint(p.accent(), 0.8));
        held(g, p);
        curve(g, known(proposal.evidence().judgedDb()), p.quiet(), 1);
        curve(g, appliedDb, p.ink(), 2.2);
        line(g, scale().left(), y(0), scale().right(), y(0), p.quiet());
        if (proposal.gap().isKnown()) {
            String legend = Texts.of(proposal.evidence().contentDb() > 0 ? "plot.thinTheGapAs" : "plot.thinTheGap");
            double left = Math.max(scale().left() + 8, scale().x(LEGEND_HZ));
            text(g, legend, left, free(60), TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        }
        brackets(g, p);
        notes(g, p);
        cursor(g, p);
        reading(g, p);
    }

    private static double[] sum(double[] a, double[] b, double factor) {
        double[] sum = new double[a.length];
        for (int i = 0; i < sum.length; i++) {
            sum[i] = a[i] + factor * b[i];
        }
        return sum;
    }

    private double[] known(double[] curve) {
        double[] known = curve.clone();
        for (int b = 0; b < known.length; b++) {
            known[b] = proposal.evidence().trust()[b] > 0 ? known[b] : Double.NaN;
        }
        return known;
    }

    /** The height of a line of text that keeps out of the curve's way about a frequency. */
    private double free(double hz) {
        return BandGrid.interpolate(appliedDb, hz) > 0 ? bottom() - 12 : top() + 12;
    }

    private void reading(GraphicsContext g, Palette p) {
        if (cursorHz() <= 0 || !proposal.gap().isKnown()) {
            return;
        }
        String reading = Texts.of(
                "plot.gapTrustedCorrection",
                Numbers.frequency(cursorHz()),
                Numbers.gainDb(atCursor(proposal.evidence().judgedDb())),
                Math.round(100 * atCursor(proposal.evidence().trust())),
                Numbers.gainDb(atCursor(appliedDb)));
        text(g, reading, scale().right() - 8, free(8000), TextAlignment.RIGHT, Fonts.BOLD, p.ink());
    }

    /** A bracket over every move, the chosen one with grips; what has been refused or tempered is drawn so. */
    private void brackets(GraphicsContext g, Palette p) {
        double free = scale().left() - 40;
        List<Integer> fromLeft = IntStream.range(0, moves().size())
                .boxed()
                .sorted(Comparator.comparingDouble(i -> left(moves().get(i))))
                .toList();
        for (int i : fromLeft) {
            Move move = moves().get(i);
            boolean is = i == chosen;
            double left = left(move);
            double right = right(move);
            var colour = move.isTaken() ? p.ink() : p.quiet();
            g.setStroke(colour);
            g.setLineWidth(is ? 2.2 : 1.2);
            g.setLineDashes(move.isTaken() ? new double[0] : new double[] {3, 3});
            g.strokePolyline(
                    new double[] {left, left, right, right},
                    new double[] {top() - 2, top() - 8, top() - 8, top() - 2},
                    4);
            g.setLineDashes();
            String figure = label(move);
            double half = 4 + 3.6 * figure.length();
            double middle = Math.max(scale().left() + half - 8, Math.min(scale().right() - half, (left + right) / 2));
            if (is || middle - half > free) {
                text(g, figure, middle, top() - 18, TextAlignment.CENTER, is ? Fonts.BOLD : Fonts.TEXT, colour);
                free = middle + half;
            }
            if (is && !isLocked(i)) {
                for (double x : new double[] {left, right}) {
                    g.setFill(p.paper());
                    g.fillRect(x - 3, top() - 10, 6, 10);
                    g.setLineWidth(1.4);
                    g.strokeRect(x - 3, top() - 10, 6, 10);
                }
            }
        }
    }

    private String label(Move move) {
        String figure = Numbers.gain(strengthened(move));
        String kind =
                switch (move.kind()) {
                    case BELL -> "";
                    case ADDED -> Texts.of("plot.byHand");
                    case TAKEN -> Texts.of("plot.byEar");
                    case LOCKED -> Texts.of("plot.locked");
                    case LOW_END, HIGH_END -> Texts.of("plot.toTheEnd");
                };
        return move.isTaken() ? figure + kind : "(" + Numbers.gain(move.gainDb()) + ")";
    }

    private double strengthened(Move move) {
        return move.treatedGainDb() * (move.kind().isFixed() ? 1 : strength);
    }

    /** Dots what is held back; what holds all over would hide the rest. */
    private void held(GraphicsContext g, Palette p) {
        g.setFill(Palette.faint(p.quiet(), 0.55));
        for (Correction.Held held : proposal.correction().held()) {
            if (held.highHz() / held.lowHz() > ALL_OVER) {
                continue;
            }
            for (double x = left(held) + 2; x < right(held); x += 5) {
                for (double y = top() + 3; y < bottom(); y += 5) {
                    g.fillRect(x, y, 1, 1);
                }
            }
        }
    }

    /** A note in the margin for each place that is held back, tied to it by a hairline; beside each other in the order of their places. */
    private void notes(GraphicsContext g, Palette p) {
        List<Correction.Held> notes = new ArrayList<>(proposal.correction().held());
        notes.sort(Comparator.comparingDouble(h -> left(h) + right(h)));
        double room = scale().right() - scale().left() + 40 + NOTE_GAP;
        if (notes.stream().mapToDouble(CorrectionPlot::width).sum() > room) {
            notes.removeIf(h -> h.reason().equals(RangeGuard.reason())); // what surprises least
        }
        double[] at = new double[notes.size()];
        double free = scale().left() - 40;
        for (int i = 0; i < at.length; i++) {
            at[i] = Math.max(free, (left(notes.get(i)) + right(notes.get(i)) - NOTE_WIDTH) / 2);
            free = at[i] + width(notes.get(i));
        }
        double end = scale().right() + NOTE_GAP;
        for (int i = at.length - 1; i >= 0; i--) { // what would stick out on the right moves the others along
            at[i] = Math.min(at[i], end - width(notes.get(i)));
            end = at[i];
        }
        for (int i = 0; i < at.length; i++) {
            note(g, p, notes.get(i), at[i]);
        }
    }

    private double left(Correction.Held held) {
        return Math.max(scale().left(), scale().x(Math.max(FrequencyScale.LOW_HZ, held.lowHz())));
    }

    private double right(Correction.Held held) {
        return Math.min(scale().right(), scale().x(Math.min(FrequencyScale.HIGH_HZ, held.highHz())));
    }

    private static double width(Correction.Held held) {
        return Math.max(NOTE_WIDTH, 5.6 * held.detail().length()) + NOTE_GAP;
    }

    private void note(GraphicsContext g, Palette p, Correction.Held held, double at) {
        double left = left(held);
        double right = right(held);
        double y = bottom() + 21;
        g.setStroke(p.quiet());
        g.setLineWidth(1.4);
        g.strokeLine(left, y, right, y);
        line(g, (left + right) / 2, y, at + 8, y + 6, p.quiet());
        text(g, held.reason(), at, y + 12, TextAlignment.LEFT, Fonts.SMALL, p.warning());
        text(g, held.detail(), at, y + 25, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
    }
}
