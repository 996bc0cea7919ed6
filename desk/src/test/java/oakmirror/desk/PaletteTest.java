package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.paint.Color;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Theme;
import org.junit.jupiter.api.Test;

class PaletteTest {

    /** Contrast after WCAG 2.1. */
    private static double contrast(Color a, Color b) {
        double la = luminance(a);
        double lb = luminance(b);
        return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
    }

    private static double luminance(Color c) {
        return 0.2126 * linear(c.getRed()) + 0.7152 * linear(c.getGreen()) + 0.0722 * linear(c.getBlue());
    }

    private static double linear(double s) {
        return s <= 0.03928 ? s / 12.92 : Math.pow((s + 0.055) / 1.055, 2.4);
    }

    @Test
    void everyTextCanBeReadInBothThemes() {
        for (Theme theme : Theme.values()) {
            Palette p = theme.palette();
            for (Color ground : new Color[] {p.paper(), p.panel()}) {
                assertThat(contrast(p.ink(), ground)).isGreaterThan(7);
                assertThat(contrast(p.quiet(), ground)).as("quiet, " + theme).isGreaterThan(4.5);
                assertThat(contrast(p.accent(), ground)).as("accent, " + theme).isGreaterThan(4.5);
                assertThat(contrast(p.warning(), ground))
                        .as("warning, " + theme)
                        .isGreaterThan(4.5);
            }
            p.pigments().forEach(c -> assertThat(contrast(c, p.paper()))
                    .as(c + " " + theme)
                    .isGreaterThan(4.5));
        }
    }

    @Test
    void sixteenReferencesLookDifferent() {
        for (int a = 0; a < 16; a++) {
            for (int b = 0; b < a; b++) {
                boolean same = Palette.DAYLIGHT.reference(a).equals(Palette.DAYLIGHT.reference(b))
                        && java.util.Arrays.equals(Palette.dash(a), Palette.dash(b));
                assertThat(same).as("%d and %d", a, b).isFalse();
            }
        }
    }
}
