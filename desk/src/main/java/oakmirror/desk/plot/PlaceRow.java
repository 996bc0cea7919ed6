package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.candidate.Candidate;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.findings.PlaceWords;
import oakmirror.text.Texts;

/**
 * Places worth a listen under a plot of frequencies, as brackets: firm where the mix leaves what the references span and all of them say so, dashed where some do
 * not; thick where one is listened to. What was taken is marked, what was left is faint. A click listens.
 */
public final class PlaceRow extends PlotPane {

    private static final double TOP = 3;
    private static final double LEG = 6;
    private static final double PIXELS_PER_LETTER = 6.2;
    private static final double APART = 6;

    private final FrequencyView view;
    private final Consumer<Candidate> onPress;
    private final Tooltip tooltip = new Tooltip();
    private List<DecidedPlace> items = List.of();
    private Optional<Candidate> focus = Optional.empty();
    private FrequencyScale scale = new FrequencyScale(100, 20, 20000);

    /** A row under plots that share a view; {@code onPress} listens to a place. */
    public PlaceRow(FrequencyView view, Consumer<Candidate> onPress) {
        this.view = view;
        this.onPress = onPress;
        setId("places");
        setMinHeight(24);
        setPrefHeight(24);
        view.onChange(this::redraw);
        speak(() -> items.isEmpty()
                ? Texts.of("plot.noPlaceWorthA")
                : items.stream()
                        .map(i -> PlaceWords.title(i.place()) + " " + PlaceWords.brief(i.place()))
                        .collect(Collectors.joining("; ")));
        addEventHandler(MouseEvent.MOUSE_MOVED, this::hover);
        addEventHandler(MouseEvent.MOUSE_CLICKED, e -> at(e.getX()).ifPresent(i -> onPress.accept(i.place())));
        Tooltip.install(this, tooltip);
    }

    /** Shows other places, one of them perhaps listened to; those of the tone, which plots over frequency show. */
    public void show(List<DecidedPlace> next, Optional<Candidate> listened) {
        items = next.stream().filter(i -> i.place().shape().isTone()).toList();
        focus = listened;
        setVisible(!items.isEmpty());
        setManaged(!items.isEmpty());
        redraw();
    }

    private void hover(MouseEvent e) {
        Optional<DecidedPlace> item = at(e.getX());
        setCursor(item.isPresent() ? Cursor.HAND : Cursor.DEFAULT);
        tooltip.setText(item.map(i -> PlaceWords.title(i.place()) + " " + PlaceWords.seen(i.place()) + "; "
                        + PlaceWords.odds(i.place()))
                .orElse(Texts.of("plot.placesWorthAListen")));
    }

    /** The narrowest place that spans a point. */
    private Optional<DecidedPlace> at(double x) {
        return items.stream()
                .filter(i -> x >= left(i.place()) - 2 && x <= right(i.place()) + 2)
                .min((a, b) -> Double.compare(a.place().octaves(), b.place().octaves()));
    }

    private double left(Candidate c) {
        return Math.max(scale.left(), scale.x(Math.max(20, c.lowHz())));
    }

    private double right(Candidate c) {
        return Math.min(scale.right(), scale.x(Math.min(20000, c.highHz())));
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        scale = new FrequencyScale(w, view.lowHz(), view.highHz());
        List<double[]> written = new ArrayList<>();
        for (DecidedPlace item : items) {
            Candidate c = item.place();
            double left = left(c);
            double right = right(c);
            if (right <= left) {
                continue;
            }
            boolean is = focus.equals(Optional.of(c));
            boolean firm = c.agree() == c.of() && c.outsideDb() > 0;
            Color colour = item.decision() == Decision.LEFT
                    ? Palette.faint(p.quiet(), 0.5)
                    : item.decision() == Decision.TAKEN ? p.accent() : p.ink();
            g.setStroke(colour);
            g.setLineWidth(is ? 2.4 : 1.2);
            g.setLineDashes(firm ? new double[0] : new double[] {3, 3});
            g.strokePolyline(new double[] {left, left, right, right}, new double[] {TOP + LEG, TOP, TOP, TOP + LEG}, 4);
            g.setLineDashes();
            String word = PlaceWords.word(c).replace("?", item.decision() == Decision.TAKEN ? " ✓" : "?");
            double half = word.length() * PIXELS_PER_LETTER / 2;
            double x = Math.max(scale.left() + half, Math.min(scale.right() - half, (left + right) / 2));
            boolean free = written.stream().allMatch(s -> x + half + APART < s[0] || x - half - APART > s[1]);
            if (free || is) {
                written.add(new double[] {x - half, x + half});
                text(g, word, x, TOP + LEG + 8, TextAlignment.CENTER, Fonts.SMALL, colour);
            }
        }
    }
}
