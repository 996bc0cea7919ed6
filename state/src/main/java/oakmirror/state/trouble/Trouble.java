package oakmirror.state.trouble;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.time.LocalDateTime;

/**
 * An error that nobody expected.
 *
 * @param when when it was met
 * @param where in which thread, or what was being done
 * @param what the error
 */
public record Trouble(LocalDateTime when, String where, Throwable what) {

    /** One that was met just now. */
    public static Trouble now(String where, Throwable what) {
        return new Trouble(LocalDateTime.now(), where, what);
    }

    /** Where in the program it was, line by line. */
    String trace() {
        StringWriter text = new StringWriter();
        what.printStackTrace(new PrintWriter(text));
        return text.toString();
    }
}
