package oakmirror.media.report;

import java.io.InputStream;
import java.util.List;

/** The fonts that ship with the program, each in a file of its own. */
public final class Typefaces {

    /** For everything that is read. */
    public static final String REGULAR = "Lato-Regular.ttf";
    /** Where it stands out. */
    public static final String BOLD = "Lato-Bold.ttf";
    /** Headings. */
    public static final String HEADING = "Vollkorn-SemiBold.ttf";
    /** All of them. */
    public static final List<String> ALL = List.of(REGULAR, "Lato-Medium.ttf", BOLD, HEADING);

    private Typefaces() {}

    /** Opens a font's file. */
    public static InputStream open(String file) {
        return Typefaces.class.getResourceAsStream("/oakmirror/media/fonts/" + file);
    }
}
