package oakmirror.desk.bounces;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.stream.Collectors;
import oakmirror.bounces.Bounce;
import oakmirror.readings.Readings;
import oakmirror.text.Texts;

/** What is said of a bounce. */
final class BounceWords {

    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMM", Locale.ENGLISH);

    private BounceWords() {}

    /** When it was taken: today by the time, this week by the day, otherwise by the date. */
    static String when(Bounce bounce) {
        LocalDateTime taken = bounce.takenAt();
        LocalDateTime now = LocalDateTime.now();
        if (taken.toLocalDate().equals(now.toLocalDate())) {
            return TIME.format(taken);
        }
        return taken.isAfter(now.minusDays(6)) && taken.isBefore(now) ? DAY.format(taken) : DATE.format(taken);
    }

    /** What became of the moves that were proposed for the one before, a line each. */
    static String moves(Bounce bounce) {
        return bounce.takenUp().stream()
                .map(m ->
                        Texts.of("bounces.at", Readings.gainDb(m.wantedDb()), Readings.about(m.centreHz()), m.words()))
                .collect(Collectors.joining());
    }
}
