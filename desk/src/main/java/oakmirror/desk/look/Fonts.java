package oakmirror.desk.look;

import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;

/** Fonts for what is drawn by hand; controls have theirs from the stylesheet. */
public final class Fonts {

    /** Small labels on axes. */
    public static final Font SMALL = Font.font("Lato", 11.5);
    /** Readings. */
    public static final Font TEXT = Font.font("Lato", 12);
    /** Readings that stand out. */
    public static final Font BOLD = Font.font("Lato", FontWeight.BOLD, 12);
    /** Headings within pictures. */
    public static final Font HEADING = Font.font("Vollkorn SemiBold", 14);

    private Fonts() {}
}
