package oakmirror.desk.bounces;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.stream.Collectors;
import oakmirror.bounces.Bounce;
import oakmirror.bounces.BounceAssessment;
import oakmirror.bounces.TakenUp;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What is said of a bounce. */
public final class BounceWords {

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

    /** Whether the last is closer than the first, and what became of the moves that were proposed. */
    static String story(List<Taken> all) {
        if (all.isEmpty()) {
            return Texts.of("bounces.theNextBounceOf2");
        }
        if (all.size() == 1) {
            return Texts.of("bounces.oneSoFar");
        }
        Taken first = all.get(0);
        Taken last = all.get(all.size() - 1);
        String told =
                last.standing().since(first.standing()).words(first.bounce().name());
        return told + ", "
                + Texts.of(
                        "bounces.lu",
                        Numbers.gain(last.standing().lufs() - first.standing().lufs()));
    }

    /** Which bounce the mix is, and in how many zones it came closer since the first: “bounce 3 · closer in five zones”. */
    static String place(List<Taken> all) {
        if (all.isEmpty()) {
            return "";
        }
        String which = all.stream()
                .filter(Taken::isNow)
                .findFirst()
                .map(t -> t.bounce().name())
                .orElse("");
        int closer = closer(all);
        return closer == 0 ? which : which + " · " + Texts.of("bounces.closerIn", closer);
    }

    /** In how many zones the last is closer than the first. */
    public static int closer(List<Taken> all) {
        if (all.size() < 2) {
            return 0;
        }
        BounceAssessment last = all.get(all.size() - 1).standing();
        return last.since(all.get(0).standing()).closer().zones().size();
    }

    /** How many of the moves that were proposed it took up; empty where none were. */
    static String takenUp(Bounce bounce) {
        List<TakenUp> moves = bounce.takenUp();
        long done = moves.stream().filter(TakenUp::isDone).count();
        return moves.isEmpty() ? "" : Texts.of("bounces.ofTakenUp", done, Texts.of("counts.moves", moves.size()));
    }

    /** What became of the moves that were proposed for the one before, a line each. */
    static String moves(Bounce bounce) {
        return bounce.takenUp().stream()
                .map(m -> "\n"
                        + Texts.of("bounces.at", Numbers.gainDb(m.wantedDb()), Numbers.about(m.centreHz()), m.words()))
                .collect(Collectors.joining());
    }
}
