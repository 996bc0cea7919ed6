package oakmirror.cli;

import java.util.Optional;
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
        return read(text).orElseThrow(() -> noPassage(text, command));
    }

    /** The passage that was typed; empty when it is none. */
    static Optional<TimeRange> read(String text) {
        String[] ends = text.split("-", -1);
        if (ends.length != 2) {
            return Optional.empty();
        }
        double from = seconds(ends[0]);
        double to = seconds(ends[1]);
        return from < to ? Optional.of(new TimeRange(from, to)) : Optional.empty();
    }

    /** A moment; not a number where it is none. */
    private static double seconds(String moment) {
        Matcher m = MOMENT.matcher(moment.strip());
        if (!m.matches()) {
            return Double.NaN;
        }
        double minutes = m.group(1) == null ? 0 : Double.parseDouble(m.group(1));
        return 60 * minutes + Double.parseDouble(m.group(2));
    }

    static ParameterException noPassage(String text, CommandLine command) {
        return new ParameterException(command, Texts.of("cli.isNotAPassage", text));
    }
}
