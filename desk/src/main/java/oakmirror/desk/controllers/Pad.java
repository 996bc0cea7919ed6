package oakmirror.desk.controllers;

import java.util.function.Consumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.desk.plot.PlotPane;
import oakmirror.text.Texts;

/** A button that is pressed as long as it is held, and can be lit. */
final class Pad extends PlotPane {

    private static final double SIZE = 62;

    private final int number;
    private boolean isDown;
    private boolean isLit;

    Pad(int number, Consumer<Boolean> pressed) {
        this.number = number;
        setPrefSize(SIZE, SIZE);
        speak(() -> Texts.of(isLit ? "controllers.buttonLit" : "controllers.button", number));
        setOnMousePressed(e -> {
            requestFocus();
            press(true, pressed);
        });
        setOnMouseReleased(e -> press(false, pressed));
        addEventHandler(KeyEvent.KEY_PRESSED, e -> key(e, true, pressed));
        addEventHandler(KeyEvent.KEY_RELEASED, e -> key(e, false, pressed));
        focusedProperty().subscribe(is -> redraw());
    }

    private void key(KeyEvent e, boolean down, Consumer<Boolean> pressed) {
        if (e.getCode() == KeyCode.SPACE || e.getCode() == KeyCode.ENTER) {
            press(down, pressed);
            e.consume();
        }
    }

    private void press(boolean down, Consumer<Boolean> pressed) {
        if (down != isDown) { // a key that is held comes again and again
            isDown = down;
            pressed.accept(down);
            redraw();
        }
    }

    void setLit(boolean is) {
        isLit = is;
        redraw();
        spoken();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double inset = isDown ? 4 : 2;
        g.setFill(isLit ? p.accent() : p.paper());
        g.fillRoundRect(inset, inset, w - 2 * inset, h - 2 * inset, 12, 12);
        g.setStroke(isFocused() ? p.ink() : p.hairline());
        g.setLineWidth(isFocused() ? 2 : 1.2);
        g.strokeRoundRect(inset, inset, w - 2 * inset, h - 2 * inset, 12, 12);
        text(g, String.valueOf(number), w / 2, h / 2, TextAlignment.CENTER, Fonts.TEXT, isLit ? p.paper() : p.quiet());
    }
}
