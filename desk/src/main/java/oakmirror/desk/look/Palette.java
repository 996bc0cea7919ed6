package oakmirror.desk.look;

import java.util.List;
import javafx.scene.paint.Color;

/**
 * The colours of one theme, for what is drawn by hand. The stylesheets hold the same values for controls.
 *
 * @param paper the sheet
 * @param panel a raised part of the sheet
 * @param ink text and the mix
 * @param quiet text of second rank, contrast 4.5:1 on paper and panel
 * @param hairline grids and borders
 * @param accent what can be acted on, what is well
 * @param warning what is wrong
 * @param pigments one for each reference, in order, used again from the start after the last
 */
public record Palette(
        Color paper,
        Color panel,
        Color ink,
        Color quiet,
        Color hairline,
        Color accent,
        Color warning,
        List<Color> pigments) {

    private static final int PIGMENTS = 8;

    /** Dashes of the references, in the order of the pigments. */
    private static final double[][] DASHES = {
        {7, 4}, {2, 3}, {9, 3, 2, 3}, {12, 3}, {4, 4}, {9, 3, 2, 3, 2, 3}, {3, 2}, {14, 4, 4, 4}
    };

    /** Warm paper under daylight. */
    public static final Palette DAYLIGHT = new Palette(
            Color.web("#F5F1E8"),
            Color.web("#ECE6D8"),
            Color.web("#25221C"),
            Color.web("#6A6355"),
            Color.web("#CFC6B2"),
            Color.web("#4C6B3C"),
            Color.web("#A8461F"),
            colours("#1C6E68", "#84447A", "#865C0F", "#A6432B", "#44618A", "#5F6B1F", "#A8385C", "#75503A"));

    /** The same sheet by lamplight. */
    public static final Palette LAMPLIGHT = new Palette(
            Color.web("#1E1B17"),
            Color.web("#282420"),
            Color.web("#EEE6D6"),
            Color.web("#A79D8A"),
            Color.web("#453E34"),
            Color.web("#9DB57E"),
            Color.web("#E08A5B"),
            colours("#5FB5AD", "#C98FBF", "#DDB260", "#E08A6E", "#8FAEDC", "#B4C069", "#E88AA6", "#C9A182"));

    private static List<Color> colours(String... hex) {
        return java.util.Arrays.stream(hex).map(Color::web).toList();
    }

    /** The colour of a reference, counted from 0. */
    public Color reference(int index) {
        return pigments.get(index % pigments.size());
    }

    /** The dash of a reference, counted from 0; references with the same colour have different dashes. */
    public static double[] dash(int index) {
        return DASHES[(index + index / DASHES.length) % DASHES.length];
    }

    /** The style class that gives a track its colour in the stylesheets: 0 for the mix, otherwise the reference's number. */
    public static String styleClass(int number) {
        return "track-" + (number == 0 ? 0 : 1 + (number - 1) % PIGMENTS);
    }

    /** The colour with another opacity. */
    public static Color faint(Color colour, double opacity) {
        return new Color(colour.getRed(), colour.getGreen(), colour.getBlue(), opacity);
    }
}
