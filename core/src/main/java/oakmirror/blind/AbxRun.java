package oakmirror.blind;

import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;

/**
 * A forced choice between two tracks: in each trial X is drawn anew, A or B with equal chance, and the listener says which. Nothing tells
 * whether an answer was right until the end, so that listening on does not depend on it.
 */
public final class AbxRun {

    private final String first;
    private final String second;
    private final int planned;
    private final RandomGenerator random;
    private final List<Boolean> right = new ArrayList<>();
    private boolean xIsSecond;

    /** A test of so many trials. */
    public AbxRun(String first, String second, int planned, RandomGenerator random) {
        if (planned < 1) {
            throw new IllegalArgumentException("at least one trial");
        }
        this.first = first;
        this.second = second;
        this.planned = planned;
        this.random = random;
        this.xIsSecond = random.nextBoolean();
    }

    /** Whether X is the second of the two, in the present trial. */
    public boolean xIsSecond() {
        return xIsSecond;
    }

    /** How many trials were answered. */
    public int answered() {
        return right.size();
    }

    /** How many trials were planned. */
    public int planned() {
        return planned;
    }

    /** Whether all are answered. */
    public boolean isDone() {
        return right.size() >= planned;
    }

    /** Answers the present trial and draws the next. */
    public void answer(boolean second) {
        if (isDone()) {
            throw new IllegalStateException("all trials are answered");
        }
        right.add(second == xIsSecond);
        xIsSecond = random.nextBoolean();
    }

    /** What came of it so far. */
    public BlindResult.Abx result(String endedAt) {
        return new BlindResult.Abx(endedAt, first, second, planned, right);
    }
}
