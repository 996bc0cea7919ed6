package oakmirror.cli;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import oakmirror.audio.TimeRange;
import oakmirror.text.Texts;
import picocli.CommandLine;
import picocli.CommandLine.ParameterException;

/** Passages as they are typed, as 62-90 or 1:02-1:30. */
final class PassageText {

    private static final Pattern MOMENT = Pattern.compile("(?:(\\d+):)?(\\d+(?:\\.\\d+)?)");

    private PassageText() {}

    /**
     * The passage that was typed.
     *
     * @throws ParameterException when it is none
     */
    static TimeRange range(String text, CommandLine command) {
        String[] ends = text.split("-", -1);
        if (ends.length == 2) {
            double from = seconds(ends[0], text, command);
            double to = seconds(ends[1], text, command);
            if (from < to) {
                return new TimeRange(from, to);
            }
        }
        throw noPassage(text, command);
    }

    private static double seconds(String moment, String text, CommandLine command) {
        Matcher m = MOMENT.matcher(moment.strip());
        if (!m.matches()) {
            throw noPassage(text, command);
        }
        double minutes = m.group(1) == null ? 0 : Double.parseDouble(m.group(1));
        return 60 * minutes + Double.parseDouble(m.group(2));
    }

    private static ParameterException noPassage(String text, CommandLine command) {
        return new ParameterException(command, Texts.of("cli.isNotAPassage", text));
    }
}
