package oakmirror.bounces;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import oakmirror.profile.Measurements;
import oakmirror.text.Texts;

/**
 * A bounce of the mix, as it was when it was taken: its figures stay whatever becomes of its file.
 *
 * @param number counted from 1 in the order they were taken
 * @param content stands for the bytes of its file
 * @param file where it lay
 * @param taken when, as ISO 8601 has local time
 * @param figures what was measured of what is compared of it
 * @param shiftSeconds how much later its sound is in the one before; 0 for the first
 * @param takenUp what became of the moves that were proposed for the one before
 */
public record Bounce(
        int number,
        String content,
        Path file,
        String taken,
        Measurements figures,
        double shiftSeconds,
        List<TakenUp> takenUp) {

    private static final int MOST_MOVES = 100;

    /** Copies the list and checks the rest. */
    public Bounce {
        takenUp = List.copyOf(takenUp);
        LocalDateTime.parse(taken);
        if (number < 1
                || file.getFileName() == null
                || takenUp.size() > MOST_MOVES
                || !(Math.abs(shiftSeconds) <= 86_400)) {
            throw new IllegalArgumentException(Texts.of("invalid.bounce"));
        }
    }

    /** When it was taken. */
    public LocalDateTime takenAt() {
        return LocalDateTime.parse(taken);
    }

    /** What it is called. */
    public String name() {
        return Texts.of("standing.bounce", number);
    }
}
