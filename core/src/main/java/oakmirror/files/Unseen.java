package oakmirror.files;

import java.util.regex.Pattern;

/**
 * What texts of other people may hold that is not seen and does something: control characters, among them those that steer a terminal, and marks that turn the
 * direction of writing, so that a name reads as another one. Those that only join or part letters belong to words and stay.
 */
public final class Unseen {

    private static final Pattern UNSEEN = Pattern.compile("[[\\p{Cc}\\p{Cf}\\u2028\\u2029]&&[^\\u200C\\u200D]]+");
    private static final Pattern UNSEEN_IN_LINES =
            Pattern.compile("[[\\p{Cc}\\p{Cf}\\u2028\\u2029]&&[^\\u200C\\u200D\\n]]+");

    /** The longest name of anything: a window that lays out a longer one stands still. */
    public static final int LONGEST_NAME = 500;

    private Unseen() {}

    /** A name that is at most {@value #LONGEST_NAME} characters long; the end of a longer one is gone. */
    public static String cut(String name) {
        return name.length() <= LONGEST_NAME ? name : name.substring(0, LONGEST_NAME);
    }

    /** One line of text with something else in its place. */
    public static String replaced(String line, String by) {
        return UNSEEN.matcher(line).replaceAll(by);
    }

    /** The same of several lines, which stay lines, with a space in its place. */
    public static String replacedInLines(String lines) {
        return UNSEEN_IN_LINES.matcher(lines.replaceAll("\\R", "\n")).replaceAll(" ");
    }
}
