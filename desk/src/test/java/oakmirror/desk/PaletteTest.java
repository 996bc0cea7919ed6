package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
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

    /** The colours of a theme as its stylesheet has them, which holds what the palette does and what only controls need. */
    private static Map<String, Color> sheet(Theme theme) throws IOException {
        String name = theme.name().toLowerCase(Locale.ROOT) + ".css";
        try (InputStream in = OakMirrorApp.class.getResourceAsStream(name)) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return Pattern.compile("-om-([\\w-]+): (#\\w{6});")
                    .matcher(text)
                    .results()
                    .collect(Collectors.toMap(m -> m.group(1), m -> Color.web(m.group(2))));
        }
    }

    @Test
    void stylesheetAndPaletteAgree() throws IOException {
        for (Theme theme : Theme.values()) {
            Palette p = theme.palette();
            Map<String, Color> sheet = sheet(theme);
            assertThat(sheet)
                    .containsEntry("paper", p.paper())
                    .containsEntry("panel", p.panel())
                    .containsEntry("ink", p.ink())
                    .containsEntry("quiet", p.quiet())
                    .containsEntry("hairline", p.hairline())
                    .containsEntry("accent", p.accent())
                    .containsEntry("warning", p.warning());
            for (int i = 0; i < p.pigments().size(); i++) {
                assertThat(sheet)
                        .containsEntry("reference-" + (i + 1), p.pigments().get(i));
            }
        }
    }

    /** After WCAG 2.1: text 4.5 to 1, the frame of the focus 3 to 1, on everything they stand on, under the pointer as well. */
    @Test
    void everyTextAndTheFocusCanBeSeenInBothThemes() throws IOException {
        for (Theme theme : Theme.values()) {
            Map<String, Color> sheet = sheet(theme);
            for (String ground : List.of("paper", "panel", "hover", "band")) {
                for (Map.Entry<String, Color> text : sheet.entrySet()) {
                    if (!List.of("paper", "panel", "hover", "band", "chosen", "hairline", "on-accent")
                            .contains(text.getKey())) {
                        assertThat(contrast(text.getValue(), sheet.get(ground)))
                                .as("%s on %s, %s", text.getKey(), ground, theme)
                                .isGreaterThan(4.5);
                    }
                }
            }
            for (String text : List.of("ink", "quiet")) {
                assertThat(contrast(sheet.get(text), sheet.get("chosen")))
                        .as("%s on what is chosen, %s", text, theme)
                        .isGreaterThan(4.5);
            }
            assertThat(contrast(sheet.get("on-accent"), sheet.get("accent"))).isGreaterThan(4.5);
            // The frame is of the accent on a rim of paper, so that it is seen on what is filled with the accent, too.
            assertThat(contrast(sheet.get("accent"), sheet.get("paper"))).isGreaterThan(3);
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
