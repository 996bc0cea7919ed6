package oakmirror.habits;

import java.util.List;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * Which of two was placed before the other in a blind comparison, and how their tone differs.
 *
 * @param differenceDb tone of the one that was preferred less that of the other in each zone, at equal loudness
 * @param times how often it was placed before the other
 * @param of in how many rounds
 */
public record Preferred(List<Double> differenceDb, int times, int of) {

    static final double MOST_DB = 60;
    private static final int MOST_ROUNDS = 1000;

    /** Copies the list and checks the ranges. */
    public Preferred {
        differenceDb = List.copyOf(differenceDb);
        boolean isSound = differenceDb.size() == Zone.values().length
                && differenceDb.stream().allMatch(d -> Math.abs(d) <= MOST_DB)
                && 2 * times >= of
                && times <= of
                && of > 0
                && of <= MOST_ROUNDS;
        if (!isSound) {
            throw new IllegalArgumentException(Texts.of("invalid.preferred"));
        }
    }
}
