package oakmirror.desk.controllers;

import java.util.function.IntConsumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.shape.ArcType;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.desk.plot.PlotPane;
import oakmirror.text.Texts;

/** A knob with ends, turned by dragging up and down, by the wheel or by arrow keys; a ring shows what it was told its value is. */
final class Knob extends PlotPane {

    private static final double SIZE = 62;
    private static final int MOST = 127;
    private static final double SWEEP = 280;
    private static final double LOWEST_ANGLE = 230;
    private static final int WHEEL = 3;

    private final int number;
    private final IntConsumer turned;
    private int value = MOST / 2;
    private int told = -1;
    private double dragFrom;
    private int dragValue;

    Knob(int number, IntConsumer turned) {
        this.number = number;
        this.turned = turned;
        setPrefSize(SIZE, SIZE);
        speak(() -> Texts.of("controllers.knob", number, value));
        setOnMousePressed(e -> {
            requestFocus();
            dragFrom = e.getScreenY();
            dragValue = value;
        });
        setOnMouseDragged(e -> turn(dragValue + (int) Math.round(dragFrom - e.getScreenY())));
        setOnScroll(e -> turn(value + WHEEL * (int) Math.signum(e.getDeltaY())));
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        focusedProperty().subscribe(is -> redraw());
    }

    private void key(KeyEvent e) {
        int step =
                switch (e.getCode()) {
                    case UP, RIGHT -> 1;
                    case DOWN, LEFT -> -1;
                    case PAGE_UP -> 10;
                    case PAGE_DOWN -> -10;
                    default -> 0;
                };
        if (step != 0) {
            turn(value + step);
            e.consume();
        }
    }

    private void turn(int to) {
        int next = Math.max(0, Math.min(MOST, to));
        if (next != value) {
            value = next;
            turned.accept(value);
            redraw();
            spoken();
        }
    }

    /** Shows where the value is that it turns. */
    void setTold(int where) {
        told = where;
        redraw();
    }

    @Override
    public boolean takesArrows() {
        return true;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double x = w / 2;
        double y = h / 2;
        double ring = Math.min(w, h) / 2 - 5;
        g.setLineCap(StrokeLineCap.BUTT);
        g.setLineWidth(3);
        g.setStroke(p.hairline());
        g.strokeArc(x - ring, y - ring, 2 * ring, 2 * ring, LOWEST_ANGLE, -SWEEP, ArcType.OPEN);
        if (told >= 0) {
            g.setStroke(p.accent());
            g.strokeArc(x - ring, y - ring, 2 * ring, 2 * ring, LOWEST_ANGLE, -SWEEP * told / MOST, ArcType.OPEN);
        }
        double cap = ring - 7;
        g.setFill(p.paper());
        g.fillOval(x - cap, y - cap, 2 * cap, 2 * cap);
        g.setStroke(isFocused() ? p.ink() : p.hairline());
        g.setLineWidth(isFocused() ? 2 : 1.2);
        g.strokeOval(x - cap, y - cap, 2 * cap, 2 * cap);
        double angle = Math.toRadians(LOWEST_ANGLE - SWEEP * value / MOST);
        g.setStroke(p.ink());
        g.setLineWidth(2.4);
        g.strokeLine(
                x + 0.45 * cap * Math.cos(angle),
                y - 0.45 * cap * Math.sin(angle),
                x + 0.95 * cap * Math.cos(angle),
                y - 0.95 * cap * Math.sin(angle));
        text(g, String.valueOf(number), x, h - 5, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
    }
}
