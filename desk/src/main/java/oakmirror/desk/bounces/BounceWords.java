package oakmirror.desk.bounces;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.stream.Collectors;
import oakmirror.bounces.Bounce;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What is said of a bounce. */
final class BounceWords {

    private BounceWords() {}

    private static DateTimeFormatter pattern(String key) {
        return DateTimeFormatter.ofPattern(Texts.of(key), Texts.spoken());
    }

    /** When it was taken: today by the time, this week by the day, otherwise by the date. */
    static String when(Bounce bounce) {
        LocalDateTime taken = bounce.takenAt();
        LocalDateTime now = LocalDateTime.now();
        if (taken.toLocalDate().equals(now.toLocalDate())) {
            return pattern("bounces.hour").format(taken);
        }
        return taken.isAfter(now.minusDays(6)) && taken.isBefore(now)
                ? pattern("bounces.day").format(taken)
                : pattern("bounces.date").format(taken);
    }

    /** What became of the moves that were proposed for the one before, a line each. */
    static String moves(Bounce bounce) {
        return bounce.takenUp().stream()
                .map(m -> "\n"
                        + Texts.of("bounces.at", Numbers.gainDb(m.wantedDb()), Numbers.about(m.centreHz()), m.words()))
                .collect(Collectors.joining());
    }
}
